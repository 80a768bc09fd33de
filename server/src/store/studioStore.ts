/** The studio's store: acts in, records out. Nothing of Sequelize is seen from outside. */
import { randomUUID } from 'node:crypto'
import type { StudentSpans } from '@vein-mend/core/insight'
import type { Act, ActKind, StudentRecord, Undoing } from '@vein-mend/core/record'
import type { ActId, StudentId, IsoInstant } from '@vein-mend/core/kit'
import { Op } from 'sequelize'
import type { Transaction } from 'sequelize'
import { readLatest, readRows } from './actRows'
import type { ActRow, LatestActs } from './actRows'
import { openDatabase } from './database'
import type { Database } from './database'
import { homeLinkStore } from './homeLinkStore'
import type { HomeLinkStore } from './homeLinkStore'
import { knowledgeStore } from './knowledgeStore'
import type { KnowledgeStore } from './knowledgeStore'
import { defineModels } from './models'
import type { Models } from './models'
import { ProjectionsAtHand } from './projectionsAtHand'
import type { StoredStudents } from './projectionsAtHand'
import { RecordStore, Staged } from './recordStore'
import type { Head, Standing } from './standing'
import { removeStudent } from './removeStudent'
import { bringBackRows, keepAsideOf } from './bringBack'
import type { Brought, CopiedRow } from './bringBack'
import { moveAside, readAside, takeUpAside } from './setAside'
import type { ActAside, TakenUp } from './setAside'

/** Reads and writes inside one write transaction. */
export interface StudioWriter {
  /** Students to whom any of these acts belongs already. */
  ownersOf(ids: readonly string[]): Promise<ReadonlyMap<string, StudentId>>
  standingOf(student: StudentId): Promise<Standing | null>
  rowsOf(student: StudentId): Promise<readonly ActRow[]>
  /** Whether there is such a student, also with nothing on record. */
  isKnown(student: StudentId): Promise<boolean>
  /** Adds the acts, after which the record stands as given. */
  append(student: StudentId, acts: readonly Act[], record: StudentRecord): Promise<void>
  /** The record without the act; nothing is written until the undoing is appended. */
  undo(student: StudentId, target: ActId): Promise<Undoing>
  /** The student with everything about them, for good. */
  remove(student: StudentId, at: string): Promise<void>
  /** What stops the record, and all after it, stands aside from now on; how many acts those are. */
  setAside(student: StudentId, from: ActId, at: string): Promise<number>
  /** What stands aside is back in its place, if the record can be played with it. */
  takeUp(student: StudentId): Promise<TakenUp>
  /** Rows of a copy take the place of what is here; what the copy does not have, or has otherwise, stands aside. */
  bringBack(student: StudentId, rows: readonly CopiedRow[], at: string): Promise<Brought>
  /** Keeps what a handover file has aside. */
  keepAside(student: StudentId, bodies: readonly object[], at: string): Promise<void>
}

export interface StudioStore extends KnowledgeStore, HomeLinkStore {
  /** Of this very file, made with it; what was noted for one studio never goes to another. */
  readonly identity: string
  rowsOf(student: StudentId): Promise<readonly ActRow[]>
  /** Students with any act of the kind on record. */
  studentsWith(kind: ActKind): Promise<readonly StudentId[]>
  standing(student: StudentId): Promise<Standing | null>
  /** Looks whether the record can be read, so that lists know it. */
  check(student: StudentId): Promise<void>
  /** @throws UnplayableRecord */
  recordOf(student: StudentId): Promise<StudentRecord | null>
  /** The record as JSON in UTF-8, and the act it goes up to. @throws UnplayableRecord */
  recordJson(student: StudentId): Promise<{ readonly head: Head; readonly json: Buffer } | null>
  latestActs(student: StudentId, most: number): Promise<LatestActs>
  /** How many acts were noted by whoever that is, since then. */
  actsSince(student: StudentId, by: string, since: IsoInstant): Promise<number>
  /** Students of whom something stands aside. */
  studentsAside(): Promise<readonly StudentId[]>
  /** What stands aside of the student. */
  asideOf(student: StudentId): Promise<readonly ActAside[]>
  students(): Promise<StoredStudents>
  /** Spans of everybody whose record can be played. */
  spans(): Promise<ReadonlyMap<StudentId, StudentSpans>>
  /** The place in the file of everybody's last act: as long as it is the same, so is the record. */
  heads(): Promise<ReadonlyMap<StudentId, number>>
  write<T>(work: (writer: StudioWriter) => Promise<T>): Promise<T>
  /** Writes the file anew, so that nothing that was taken out is left in it. @throws where there is no room */
  clean(): Promise<void>
  /** Whether the file is whole, as SQLite itself sees it. */
  integrity(): Promise<boolean>
  close(): Promise<void>
}

const IDENTITY = 'identity'

async function identityOf(store: KnowledgeStore): Promise<string> {
  const known = await store.setting(IDENTITY)
  if (typeof known === 'string') return known
  const made = randomUUID()
  await store.keepSetting(IDENTITY, made)
  return made
}

/** Students to whom acts of these names belong; what stands aside is kept, and sent once more it is passed over too. */
async function ownersOf(models: Models, ids: readonly string[], transaction: Transaction) {
  const owners = new Map<string, StudentId>()
  // SQLite takes so many names in one question.
  for (let from = 0; from < ids.length; from += NAMES_MOST) {
    const asked = {
      where: { id: ids.slice(from, from + NAMES_MOST) },
      attributes: ['id', 'studentId'],
      raw: true,
      transaction,
    }
    const rows = [...(await models.acts.findAll(asked)), ...(await models.aside.findAll(asked))]
    for (const row of rows) owners.set(row.id, row.studentId as StudentId)
  }
  return owners
}

/** What moves acts out of the record and back into it. */
function asideWriter(
  models: Models,
  records: RecordStore,
  staged: Staged,
  transaction: Transaction,
): Pick<StudioWriter, 'setAside' | 'takeUp' | 'bringBack' | 'keepAside'> {
  return {
    setAside: async (student, from, at) => {
      const row = await models.acts.findOne({
        where: { id: from, studentId: student },
        attributes: ['seq'],
        raw: true,
        transaction,
      })
      if (!row) return 0
      const moved = await moveAside(models, student, row.seq, at, transaction)
      await records.changedFrom(student, row.seq, staged, transaction)
      return moved
    },
    takeUp: async (student) => {
      const [first] = await readAside(models, student, transaction)
      const taken = await takeUpAside(models, student, transaction)
      if (taken.ok && first) await records.changedFrom(student, first.seq, staged, transaction)
      return taken
    },
    bringBack: async (student, rows, at) => {
      const brought = await bringBackRows(models, student, rows, at, transaction)
      if (brought.ok) await records.changedFrom(student, 0, staged, transaction)
      return brought
    },
    keepAside: (student, bodies, at) => keepAsideOf(models, student, bodies, at, transaction),
  }
}

function writerOn(
  models: Models,
  records: RecordStore,
  staged: Staged,
  transaction: Transaction,
): StudioWriter {
  return {
    ownersOf: (ids) => ownersOf(models, ids, transaction),
    standingOf: async (student) =>
      (await records.within(student, staged, transaction))?.standing ?? null,
    rowsOf: (student) => readRows(models, student, { transaction }),
    isKnown: async (student) =>
      (await models.students.findByPk(student, { raw: true, transaction })) !== null,
    append: (student, acts, record) => records.append(student, acts, record, staged, transaction),
    undo: (student, target) => records.undo(student, target, staged, transaction),
    ...asideWriter(models, records, staged, transaction),
    remove: async (student, at) => {
      await removeStudent(models, student, at, transaction)
      staged.atHand.set(student, null)
      staged.projected.set(student, null)
      staged.removed.add(student)
    },
  }
}

const NAMES_MOST = 500

function writing(
  database: Database,
  models: Models,
  records: RecordStore,
  projections: ProjectionsAtHand,
): StudioStore['write'] {
  return async (work) => {
    const staged = new Staged()
    const done = await database.write((transaction) =>
      work(writerOn(models, records, staged, transaction)),
    )
    records.committed(staged)
    projections.committed(staged)
    return done
  }
}

/** Who has what on record, and how much. */
function whoHas(models: Models): Pick<StudioStore, 'studentsWith' | 'studentsAside' | 'actsSince'> {
  return {
    studentsWith: async (kind) => {
      const rows = await models.acts.findAll({
        where: { kind },
        attributes: ['studentId'],
        group: ['studentId'],
        raw: true,
      })
      return rows.map((row) => row.studentId as StudentId)
    },
    actsSince: (student, by, since) =>
      models.acts.count({ where: { studentId: student, byWhom: by, at: { [Op.gte]: since } } }),
    studentsAside: async () => {
      const rows = await models.aside.findAll({
        attributes: ['studentId'],
        group: ['studentId'],
        raw: true,
      })
      return rows.map((row) => row.studentId as StudentId)
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
  const records = new RecordStore(database, models)
  const projections = new ProjectionsAtHand(database, models, records)
  const knowledge = knowledgeStore(database, models)
  return {
    ...knowledge,
    ...homeLinkStore(models),
    identity: await identityOf(knowledge),
    rowsOf: (student) => readRows(models, student),
    ...whoHas(models),
    standing: (student) => records.standing(student),
    check: (student) => records.check(student),
    recordOf: (student) => records.recordOf(student),
    recordJson: (student) => records.recordJson(student),
    latestActs: (student, most) => readLatest(models, student, most),
    asideOf: (student) => readAside(models, student),
    students: () => projections.students(),
    spans: () => projections.spans(),
    heads: () => projections.heads(),
    write: writing(database, models, records, projections),
    clean: () => database.clean(),
    integrity: () => database.integrity(),
    close: async () => {
      await records.settled()
      await database.close()
    },
  }
}
