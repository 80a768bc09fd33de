/** The studio's store: acts in, acts out. Nothing of Sequelize is seen from outside. */
import type { Act, ActKind, StudentId, StudentSummary } from '@vein-mend/core/record'
import type { Transaction } from 'sequelize'
import { openDatabase } from './database'
import { homeLinkStore } from './homeLinkStore'
import type { HomeLinkStore } from './homeLinkStore'
import { knowledgeStore } from './knowledgeStore'
import type { KnowledgeStore } from './knowledgeStore'
import { defineModels } from './models'
import type { Models } from './models'

export interface StoredStudent {
  readonly id: StudentId
  readonly summary: StudentSummary
}

/** Reads and writes inside one write transaction. */
export interface StudioWriter {
  actsOf(student: StudentId): Promise<readonly Act[]>
  /** Students to whom any of these acts belongs already. */
  ownersOf(ids: readonly string[]): Promise<ReadonlyMap<string, StudentId>>
  append(student: StudentId, acts: readonly Act[], summary: StudentSummary): Promise<void>
}

export interface StudioStore extends KnowledgeStore, HomeLinkStore {
  actsOf(student: StudentId): Promise<readonly Act[]>
  students(): Promise<readonly StoredStudent[]>
  /** Acts of these kinds, of all students, in the order in which they were recorded. */
  actsOfKinds(
    kinds: readonly ActKind[],
  ): Promise<readonly { readonly student: StudentId; readonly act: Act }[]>
  write<T>(work: (writer: StudioWriter) => Promise<T>): Promise<T>
  close(): Promise<void>
}

async function readActs(
  models: Models,
  student: StudentId,
  transaction?: Transaction,
): Promise<readonly Act[]> {
  const rows = await models.acts.findAll({
    where: { studentId: student },
    order: [['seq', 'ASC']],
    attributes: ['body'],
    raw: true,
    ...(transaction ? { transaction } : {}),
  })
  return rows.map((row) => JSON.parse(row.body) as Act)
}

async function appendActs(
  models: Models,
  student: StudentId,
  acts: readonly Act[],
  summary: StudentSummary,
  transaction: Transaction,
): Promise<void> {
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
}

function writerOn(models: Models, transaction: Transaction): StudioWriter {
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
    append: (student, acts, summary) => appendActs(models, student, acts, summary, transaction),
  }
}

/** Opens the studio in the file, making it when it is not there. */
export async function openStudio(file: string): Promise<StudioStore> {
  const database = await openDatabase(file)
  const models = defineModels(database.sequelize)
  return {
    actsOf: (student) => readActs(models, student),
    students: async () => {
      const rows = await models.students.findAll({ order: [['name', 'ASC']], raw: true })
      return rows.map((row) => ({
        id: row.id as StudentId,
        summary: JSON.parse(row.summary) as StudentSummary,
      }))
    },
    ...knowledgeStore(database, models),
    ...homeLinkStore(models),
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
    write: (work) => database.write((transaction) => work(writerOn(models, transaction))),
    close: () => database.close(),
  }
}
