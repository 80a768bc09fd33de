/** A student's acts as they stand in the file: written, and read again whatever their version. */
import { asKept, undoneActs, readAct, writeAct } from '@vein-mend/core/record'
import type { Act } from '@vein-mend/core/record'
import type { ActId, StudentId } from '@vein-mend/core/kit'
import { Op } from 'sequelize'
import type { Transaction } from 'sequelize'
import type { Models } from './models'

/** An act in the file, read or not. */
export interface ActRow {
  readonly seq: number
  readonly id: ActId
  readonly kind: string
  /** Null where this code cannot read it; `why` then says so. */
  readonly act: Act | null
  readonly why: string
  /** As it is written. */
  readonly body: string
}

interface Raw {
  readonly seq: number
  readonly id: string
  readonly kind: string
  readonly body: string
}

function parse(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    return null
  }
}

/** A row as this code reads it. */
export function toRow({ seq, id, kind, body }: Raw): ActRow {
  const read = readAct(parse(body))
  const found = read.ok ? { act: read.value, why: '' } : { act: null, why: read.refusal.code }
  return { seq, id: id as ActId, kind, body, ...found }
}

const ATTRIBUTES = ['seq', 'id', 'kind', 'body']

/** Acts of the student after that place in the file, in the order in which they were recorded. */
export async function readRows(
  models: Models,
  student: StudentId,
  { after = 0, transaction }: { after?: number; transaction?: Transaction | undefined } = {},
): Promise<readonly ActRow[]> {
  const rows = await models.acts.findAll({
    where: { studentId: student, seq: { [Op.gt]: after } },
    order: [['seq', 'ASC']],
    attributes: ATTRIBUTES,
    raw: true,
    ...(transaction ? { transaction } : {}),
  })
  return rows.map(toRow)
}

/** Every undoing of the student, in order. */
export async function readUndoings(
  models: Models,
  student: StudentId,
  transaction?: Transaction,
): Promise<readonly Act[]> {
  const rows = await models.acts.findAll({
    where: { studentId: student, kind: 'undone' },
    order: [['seq', 'ASC']],
    attributes: ATTRIBUTES,
    raw: true,
    ...(transaction ? { transaction } : {}),
  })
  return rows.flatMap((row) => toRow(row).act ?? [])
}

export interface LatestActs {
  /** Newest first, undoings left out. */
  readonly acts: readonly Act[]
  readonly undone: ReadonlySet<ActId>
}

export async function readLatest(
  models: Models,
  student: StudentId,
  most: number,
): Promise<LatestActs> {
  const rows = await models.acts.findAll({
    where: { studentId: student, kind: { [Op.ne]: 'undone' } },
    order: [['seq', 'DESC']],
    limit: most,
    attributes: ATTRIBUTES,
    raw: true,
  })
  const undone = undoneActs(await readUndoings(models, student))
  return { acts: rows.flatMap((row) => toRow(row).act ?? []), undone }
}

/** An act that would not be read back as it is written: a fault of whoever made it, and nothing of it is kept. */
export class UnreadableAct extends Error {
  override readonly name = 'UnreadableAct'
}

/** The act as it is written, once it has been read back. @throws UnreadableAct */
function bodyOf(act: Act): string {
  const read = asKept(act)
  if (read.ok) return JSON.stringify(writeAct(read.value))
  throw new UnreadableAct(`${act.kind} ${read.refusal.path.join('.')}: ${read.refusal.code}`)
}

/** Adds the acts at the end of the student's. @throws UnreadableAct, and nothing is added */
export async function addRows(
  models: Models,
  student: StudentId,
  acts: readonly Act[],
  transaction: Transaction,
): Promise<void> {
  await models.acts.bulkCreate(
    acts.map((act) => ({
      id: act.id,
      studentId: student,
      kind: act.kind,
      at: act.at,
      byWhom: act.by,
      // Only what was kept before digests is found by its version.
      packId: null,
      packVersion: null,
      packDigest: act.kind === 'lesson-opened' ? (act.pack.digest ?? null) : null,
      body: bodyOf(act),
    })),
    { transaction },
  )
}

/** The student's last act. */
export async function lastRow(
  models: Models,
  student: StudentId,
  transaction?: Transaction,
): Promise<{ readonly seq: number; readonly id: ActId } | null> {
  const row = await models.acts.findOne({
    where: { studentId: student },
    order: [['seq', 'DESC']],
    attributes: ['seq', 'id'],
    raw: true,
    ...(transaction ? { transaction } : {}),
  })
  return row && { seq: row.seq, id: row.id as ActId }
}
