/** Each student's record as last played, so that nobody waits for ten years of acts. */
import { playRecord } from '@vein-mend/core/record'
import type { Act, StudentId, StudentRecord } from '@vein-mend/core/record'
import type { Transaction } from 'sequelize'
import type { Database } from './database'
import type { Models } from './models'
import { playedBy } from './playedBy'
import { readActs } from './readActs'
import type { RecentRecords } from './recentRecords'

const PLAYED_BY = playedBy()

export interface RecordStore {
  /** The record as it stands; null when there is no such student. */
  recordOf(student: StudentId): Promise<StudentRecord | null>
  /** The same as JSON in UTF-8, not read: for who only hands it on. */
  recordBytes(student: StudentId): Promise<Buffer | null>
}

type Within = { readonly transaction: Transaction } | Record<string, never>

async function storedText(models: Models, student: StudentId, within: Within) {
  const row = await models.records.findByPk(student, { raw: true, ...within })
  return row?.playedBy === PLAYED_BY ? row.record : null
}

export async function keepRecord(
  models: Models,
  student: StudentId,
  record: StudentRecord,
  transaction: Transaction,
): Promise<void> {
  const row = { studentId: student, playedBy: PLAYED_BY, record: JSON.stringify(record) }
  await models.records.upsert(row, { transaction })
}

/** Inside a write: read, or played from its acts where it is not there as this code would play it. */
export async function recordWithin(
  models: Models,
  student: StudentId,
  transaction: Transaction,
): Promise<StudentRecord | null> {
  const text = await storedText(models, student, { transaction })
  return text === null
    ? playRecord(await readActs(models, student, transaction))
    : (JSON.parse(text) as StudentRecord)
}

export function recordStore(
  database: Database,
  models: Models,
  recent: RecentRecords,
): RecordStore {
  const replayed = (student: StudentId) =>
    database.write(async (transaction) => {
      const acts: readonly Act[] = await readActs(models, student, transaction)
      const record = playRecord(acts)
      if (record) await keepRecord(models, student, record, transaction)
      return record
    })
  const bytesOf = async (student: StudentId) => {
    const text = await storedText(models, student, {})
    if (text !== null) return Buffer.from(text)
    const record = await replayed(student)
    return record && Buffer.from(JSON.stringify(record))
  }
  const recordBytes = (student: StudentId) => recent.get(student, () => bytesOf(student))
  return {
    recordBytes,
    recordOf: async (student) => {
      const bytes = await recordBytes(student)
      return bytes && (JSON.parse(bytes.toString()) as StudentRecord)
    },
  }
}
