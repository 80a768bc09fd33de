/** One student as a copy of the studio has them, put in the place of what is here; nothing of either is lost. */
import type { StudentId } from '@vein-mend/core/kit'
import type { Transaction } from 'sequelize'
import { playRows } from './standing'
import { toRow } from './actRows'
import type { Models } from './models'
import { openPlain } from './plainSqlite'
import { asideRows } from './setAside'

/** An act as a copy has it. */
export interface CopiedRow {
  readonly seq: number
  readonly id: string
  readonly kind: string
  readonly at: string
  readonly byWhom: string
  readonly packDigest: string | null
  readonly body: string
}

/** What a copy has of a student. */
export interface InCopy {
  readonly rows: readonly CopiedRow[]
  /** Whether the record could be played from it. */
  readonly plays: boolean
}

const text = (value: unknown): string => (typeof value === 'string' ? value : '')

/** The student's acts in a copy; none where it has none. @throws Error when the copy cannot be opened */
export async function readCopy(file: string, student: StudentId): Promise<InCopy> {
  const database = await openPlain(file, 'read')
  try {
    const found = await database.all('SELECT * FROM acts WHERE student_id = ? ORDER BY seq', [
      student,
    ])
    const rows = found.map((row): CopiedRow => ({
      seq: Number(row.seq),
      id: text(row.id),
      kind: text(row.kind),
      at: text(row.at),
      byWhom: text(row.by_whom),
      packDigest: typeof row.pack_digest === 'string' ? row.pack_digest : null,
      body: text(row.body),
    }))
    return { rows, plays: playRows(rows.map(toRow), null)?.ok === true }
  } finally {
    await database.close()
  }
}

/** What came of it: so many acts as the copy has them, so many set aside; or that the copy is of another history. */
export type Brought =
  { readonly ok: true; readonly acts: number; readonly aside: number } | { readonly ok: false }

/** Puts the rows in the place of the student's: see `StudioWriter`. */
export async function bringBackRows(
  models: Models,
  student: StudentId,
  rows: readonly CopiedRow[],
  now: string,
  transaction: Transaction,
): Promise<Brought> {
  const here = await models.acts.findAll({ where: { studentId: student }, raw: true, transaction })
  const seqOf = new Map(here.map((r) => [r.id, r.seq]))
  // Acts of one history stand in the same order in both.
  const places = rows.map((r) => seqOf.get(r.id) ?? r.seq)
  if (places.some((seq, i) => i > 0 && seq <= (places[i - 1] ?? 0))) return { ok: false }
  const bodies = new Map(rows.map((r) => [r.id, r.body]))
  const leaving = here.filter((r) => bodies.get(r.id) !== r.body)
  await asideRows(models, leaving, now, transaction)
  await models.acts.destroy({
    where: { studentId: student, seq: leaving.map((r) => r.seq) },
    transaction,
  })
  const staying = new Set(here.filter((r) => !leaving.includes(r)).map((r) => r.id))
  const known = new Set(
    (await models.packTexts.findAll({ attributes: ['digest'], raw: true, transaction })).map(
      (p) => p.digest,
    ),
  )
  const coming = rows.flatMap((row, i) => {
    const seq = places[i]
    if (staying.has(row.id) || seq === undefined) return []
    const packDigest = row.packDigest !== null && known.has(row.packDigest) ? row.packDigest : null
    return [{ ...row, seq, packDigest, studentId: student, packId: null, packVersion: null }]
  })
  await models.acts.bulkCreate(coming, { transaction })
  // What came back as it was stands aside no longer.
  const asBefore = await models.aside.findAll({
    where: { studentId: student },
    raw: true,
    transaction,
  })
  const back = asBefore.filter((a) => bodies.get(a.id) === a.body)
  await models.aside.destroy({ where: { place: back.map((a) => a.place) }, transaction })
  return { ok: true, acts: rows.length, aside: leaving.length }
}

/** Acts that a handover file has aside, in the file they come to: each gets a place of its own behind all others. */
export async function keepAsideOf(
  models: Models,
  student: StudentId,
  bodies: readonly object[],
  now: string,
  transaction: Transaction,
): Promise<void> {
  for (const body of bodies) {
    const { id, kind, at, by } = body as Readonly<Record<string, unknown>>
    const row = {
      id: text(id),
      studentId: student,
      kind: text(kind),
      at: text(at),
      byWhom: text(by),
      packId: null,
      packVersion: null,
      packDigest: null,
      body: JSON.stringify(body),
    }
    // The record gives it its place and lets go of it in the same breath.
    const { seq } = await models.acts.create(row, { transaction })
    await asideRows(models, [{ ...row, seq }], now, transaction)
    await models.acts.destroy({ where: { studentId: student, seq }, transaction })
  }
}
