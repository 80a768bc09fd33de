/**
 * Acts that stop a record, and all after them, put aside: kept word for word beside the record, and taken up again
 * where they can be. An act is in one of the two places at any time, and each move is one transaction.
 */
import type { ActId, StudentId } from '@vein-mend/core/kit'
import { replay, undoneActs } from '@vein-mend/core/record'
import type { Transaction } from 'sequelize'
import { Op } from 'sequelize'
import { readRows, toRow } from './actRows'
import type { ActRow } from './actRows'
import type { AsideRow, Models } from './models'

/** An act that stands aside. */
export interface ActAside {
  readonly seq: number
  readonly id: ActId
  readonly kind: string
  readonly at: string
  /** As it is written. */
  readonly body: string
}

type Plain = Pick<
  AsideRow,
  'seq' | 'id' | 'studentId' | 'kind' | 'at' | 'byWhom' | 'packDigest' | 'body'
>

/** What stands aside of the student, in the order in which it was noted. */
export async function readAside(
  models: Models,
  student: StudentId,
  transaction?: Transaction,
): Promise<readonly ActAside[]> {
  const rows = await models.aside.findAll({
    where: { studentId: student },
    order: [
      ['seq', 'ASC'],
      ['place', 'ASC'],
    ],
    raw: true,
    ...(transaction ? { transaction } : {}),
  })
  return rows.map(({ seq, id, kind, at, body }) => ({ seq, id: id as ActId, kind, at, body }))
}

/** The student's acts from that place on leave the record and stand aside; how many they are. */
export async function moveAside(
  models: Models,
  student: StudentId,
  from: number,
  now: string,
  transaction: Transaction,
): Promise<number> {
  const where = { studentId: student, seq: { [Op.gte]: from } }
  const rows = await models.acts.findAll({ where, raw: true, transaction })
  await asideRows(models, rows, now, transaction)
  await models.acts.destroy({ where, transaction })
  return rows.length
}

/** Rows written down aside; the record may let go of them only after this. */
export async function asideRows(
  models: Models,
  rows: readonly Plain[],
  now: string,
  transaction: Transaction,
): Promise<void> {
  await models.aside.bulkCreate(
    rows.map(({ seq, id, studentId, kind, at, byWhom, packDigest, body }) => ({
      ...{ seq, id, studentId, kind, at, byWhom, packDigest, body, asideSince: now },
    })),
    { transaction },
  )
}

/** What came of taking up again: done, or the first act at which it still stops. */
export type TakenUp =
  | { readonly ok: true; readonly acts: number }
  | { readonly ok: false; readonly at: { readonly kind: string; readonly why: string } }

/** Whether the record could be played with what stands aside back in its place. */
function stillStops(rows: readonly ActRow[]): { kind: string; why: string } | null {
  const undone = undoneActs(rows.flatMap((r) => r.act ?? []))
  const unread = rows.find((r) => r.act === null && !undone.has(r.id))
  if (unread) return { kind: unread.kind, why: unread.why }
  const acts = rows.flatMap((r) => r.act ?? [])
  const played = replay(acts, { undone, judged: true })
  return played.ok ? null : { kind: acts[played.at]?.kind ?? '', why: played.refusal.code }
}

/** Puts back what stands aside, each act in its own place, if the record can be played with it. */
export async function takeUpAside(
  models: Models,
  student: StudentId,
  transaction: Transaction,
): Promise<TakenUp> {
  const here = await readRows(models, student, { transaction })
  const onRecord = new Set(here.map((r) => r.id))
  const rows = await models.aside.findAll({ where: { studentId: student }, raw: true, transaction })
  // What a copy brought back in its place stays aside as it was.
  const back = rows.filter((r) => !onRecord.has(r.id as ActId))
  const together = [...here, ...back.map(toRow)].sort((a, b) => a.seq - b.seq)
  const stop = stillStops(together)
  if (stop) return { ok: false, at: stop }
  await models.acts.bulkCreate(
    back.map(({ seq, id, studentId, kind, at, byWhom, packDigest, body }) => ({
      ...{
        seq,
        id,
        studentId,
        kind,
        at,
        byWhom,
        packDigest,
        body,
        packId: null,
        packVersion: null,
      },
    })),
    { transaction },
  )
  await models.aside.destroy({ where: { place: back.map((r) => r.place) }, transaction })
  return { ok: true, acts: back.length }
}
