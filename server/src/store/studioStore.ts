/** The studio's store: acts in, acts out. Nothing of Sequelize is seen from outside. */
import { summarise } from '@vein-mend/core/record'
import type { Act, ActKind, StudentId, StudentRecord, StudentSummary } from '@vein-mend/core/record'
import type { Transaction } from 'sequelize'
import { openDatabase } from './database'
import { homeLinkStore } from './homeLinkStore'
import type { HomeLinkStore } from './homeLinkStore'
import { knowledgeStore } from './knowledgeStore'
import type { KnowledgeStore } from './knowledgeStore'
import { defineModels } from './models'
import type { Models } from './models'
import { readActs, readLatest } from './readActs'
import type { LatestActs } from './readActs'
import { RecentRecords } from './recentRecords'
import { keepRecord, recordStore, recordWithin } from './recordStore'
import type { RecordStore } from './recordStore'

export interface StoredStudent {
  readonly id: StudentId
  readonly summary: StudentSummary
}

/** Reads and writes inside one write transaction. */
export interface StudioWriter {
  actsOf(student: StudentId): Promise<readonly Act[]>
  /** Students to whom any of these acts belongs already. */
  ownersOf(ids: readonly string[]): Promise<ReadonlyMap<string, StudentId>>
  recordOf(student: StudentId): Promise<StudentRecord | null>
  /** Adds the acts, after which the record stands as given. */
  append(student: StudentId, acts: readonly Act[], record: StudentRecord): Promise<void>
}

export interface StudioStore extends KnowledgeStore, HomeLinkStore, RecordStore {
  actsOf(student: StudentId): Promise<readonly Act[]>
  latestActs(student: StudentId, most: number): Promise<LatestActs>
  students(): Promise<readonly StoredStudent[]>
  /** Acts of these kinds, of all students, in the order in which they were recorded. */
  actsOfKinds(
    kinds: readonly ActKind[],
  ): Promise<readonly { readonly student: StudentId; readonly act: Act }[]>
  write<T>(work: (writer: StudioWriter) => Promise<T>): Promise<T>
  close(): Promise<void>
}

/** A line kept before it told of pain at home tells of none. */
function readSummary(text: string): StudentSummary {
  const kept = JSON.parse(text) as Omit<StudentSummary, 'hurtAtHome'> &
    Partial<Pick<StudentSummary, 'hurtAtHome'>>
  return { ...kept, hurtAtHome: kept.hurtAtHome ?? [] }
}

async function appendActs(
  models: Models,
  student: StudentId,
  acts: readonly Act[],
  record: StudentRecord,
  transaction: Transaction,
): Promise<void> {
  const summary = summarise(record)
  await models.students.upsert(
    { id: student, name: summary.name, summary: JSON.stringify(summary) },
    { transaction },
  )
  await models.acts.bulkCreate(
    acts.map((act) => ({
      id: act.id,
      studentId: student,
      kind: act.kind,
      at: act.at,
      byWhom: act.by,
      packId: act.kind === 'lesson-opened' ? act.pack.id : null,
      packVersion: act.kind === 'lesson-opened' ? act.pack.version : null,
      body: JSON.stringify(act),
    })),
    { transaction },
  )
  await keepRecord(models, student, record, transaction)
}

function writerOn(
  models: Models,
  transaction: Transaction,
  changes: (student: StudentId) => void,
): StudioWriter {
  return {
    actsOf: (student) => readActs(models, student, transaction),
    ownersOf: async (ids) => {
      const rows = await models.acts.findAll({
        where: { id: [...ids] },
        attributes: ['id', 'studentId'],
        raw: true,
        transaction,
      })
      return new Map(rows.map((row) => [row.id, row.studentId as StudentId]))
    },
    recordOf: (student) => recordWithin(models, student, transaction),
    append: (student, acts, record) => {
      changes(student)
      return appendActs(models, student, acts, record, transaction)
    },
  }
}

/** Opens the studio in the file, making it when it is not there; `onQuery` hears every statement. */
export async function openStudio(
  file: string,
  onQuery?: (sql: string) => void,
): Promise<StudioStore> {
  const database = await openDatabase(file, onQuery)
  const models = defineModels(database.sequelize)
  const recent = new RecentRecords()
  return {
    actsOf: (student) => readActs(models, student),
    latestActs: (student, most) => readLatest(models, student, most),
    students: async () => {
      const rows = await models.students.findAll({ order: [['name', 'ASC']], raw: true })
      return rows.map((row) => ({
        id: row.id as StudentId,
        summary: readSummary(row.summary),
      }))
    },
    ...knowledgeStore(database, models),
    ...homeLinkStore(models),
    ...recordStore(database, models, recent),
    actsOfKinds: async (kinds) => {
      const rows = await models.acts.findAll({
        where: { kind: [...kinds] },
        order: [['seq', 'ASC']],
        attributes: ['studentId', 'body'],
        raw: true,
      })
      return rows.map((row) => ({
        student: row.studentId as StudentId,
        act: JSON.parse(row.body) as Act,
      }))
    },
    write: async (work) => {
      const changed = new Set<StudentId>()
      const changes = (student: StudentId) => {
        changed.add(student)
        recent.forget(student)
      }
      try {
        return await database.write((transaction) => work(writerOn(models, transaction, changes)))
      } finally {
        // Whoever read in the middle of it saw the state before.
        for (const student of changed) recent.forget(student)
      }
    },
    close: () => database.close(),
  }
}
