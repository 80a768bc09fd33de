/** Records written down whole, so that a start need not play ten years of acts, each with the act it goes up to. */
import { crc32 } from 'node:zlib'
import type { StudentId } from '@vein-mend/core/kit'
import { Op } from 'sequelize'
import type { Transaction } from 'sequelize'
import type { Models } from './models'
import { CHECKPOINT, RECORD_DIGEST } from './projections'

export interface Checkpoint {
  readonly seq: number
  /** The record as JSON in UTF-8. */
  readonly json: Buffer
}

/** The code that wrote it down, and a check sum of what it wrote: a letter that turned on the disk would be shown as fact. */
const digestOf = (body: Buffer) => `${RECORD_DIGEST} ${crc32(body).toString(16)}`

/** What this very code wrote down, as it wrote it; null where there is nothing it would take. */
export async function readCheckpoint(
  models: Models,
  student: StudentId,
  transaction?: Transaction,
): Promise<Checkpoint | null> {
  const row = await models.projections.findOne({
    where: { studentId: student, name: CHECKPOINT, digest: { [Op.startsWith]: RECORD_DIGEST } },
    raw: true,
    ...(transaction ? { transaction } : {}),
  })
  if (row === null || row.digest !== digestOf(row.body)) return null
  // Not packed: unpacking it would take longer than reading it, and it is handed on as it is.
  return { seq: row.seq, json: row.body }
}

export async function writeCheckpoint(
  models: Models,
  student: StudentId,
  seq: number,
  body: Buffer,
  transaction: Transaction,
): Promise<void> {
  const row = { studentId: student, name: CHECKPOINT, digest: digestOf(body), seq, body }
  await models.projections.upsert(row, { transaction })
}

/** Something up to that act was undone: what was written down after it is no longer true. */
export async function dropCheckpointsFrom(
  models: Models,
  student: StudentId,
  seq: number,
  transaction: Transaction,
): Promise<void> {
  const row = await models.projections.findOne({
    where: { studentId: student, name: CHECKPOINT },
    attributes: ['seq'],
    raw: true,
    transaction,
  })
  if (row && row.seq >= seq) {
    await models.projections.destroy({
      where: { studentId: student, name: CHECKPOINT },
      transaction,
    })
  }
}
