/** Opens the studio's one file: foreign keys on, write-ahead log, migrations run. */
import { AsyncLocalStorage } from 'node:async_hooks'
import { existsSync, statSync } from 'node:fs'
import { QueryTypes, Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { SequelizeStorage, Umzug } from 'umzug'
import { MIGRATIONS } from './migrations'
import { openPlain } from './plainSqlite'
import { isDamage, StudioTrouble } from './studioTrouble'

export interface Database {
  readonly sequelize: Sequelize
  /** Runs the work in one write transaction; such transactions wait for one another. */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>
  /** Writes every page of the file anew, so that nothing that was taken out is left in it or in its log. */
  clean(): Promise<void>
  /** Whether SQLite finds the file whole. */
  integrity(): Promise<boolean>
  close(): Promise<void>
}

/**
 * Write transactions one after the other: at the same time they end in "busy" on SQLite. What is
 * started inside a write joins it.
 */
class OneAtATime {
  private last: Promise<unknown> = Promise.resolve()
  private readonly inside = new AsyncLocalStorage<Transaction>()

  constructor(private readonly sequelize: Sequelize) {}

  /** The work when its turn has come, with no transaction round it. */
  alone<T>(work: () => Promise<T>): Promise<T> {
    const run = this.last.then(work)
    this.last = run.catch(() => undefined)
    return run
  }

  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    const outer = this.inside.getStore()
    if (outer) return work(outer)
    return this.alone(() =>
      this.sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, (transaction) =>
        this.inside.run(transaction, () => work(transaction)),
      ),
    )
  }
}

/** Set with a removal, and gone when the file has been written anew. */
export const CLEANING_DUE = 'cleaning-due'
/** A reader may hold the log for an instant. */
const LOG_TRIES = 50
const LOG_WAIT_MS = 20

/** What was taken out of a file stays in its free pages and in its log until they are written over. */
async function cleanFile(file: string): Promise<void> {
  const database = await openPlain(file)
  try {
    await database.run('PRAGMA busy_timeout = 10000')
    await database.run('DELETE FROM settings WHERE key = ?', [CLEANING_DUE])
    await database.run('VACUUM')
    for (let i = 0; i < LOG_TRIES; i++) {
      const [answer] = await database.all('PRAGMA wal_checkpoint(TRUNCATE)')
      if (answer?.busy === 0) return
      await new Promise((done) => setTimeout(done, LOG_WAIT_MS))
    }
    throw new Error('the log of the studio is held by a reader')
  } catch (error) {
    await database.run('INSERT OR REPLACE INTO settings VALUES (?, ?)', [CLEANING_DUE, 'true'])
    throw error
  } finally {
    await database.close()
  }
}

/** Cleans what a server that ended in between has left to be cleaned. */
async function cleanWhereDue(sequelize: Sequelize, file: string): Promise<void> {
  const due = await sequelize.query('SELECT 1 FROM settings WHERE key = :key', {
    type: QueryTypes.SELECT,
    replacements: { key: CLEANING_DUE },
  })
  // Where there is still no room the studio opens all the same.
  if (due.length > 0) await cleanFile(file).catch(() => undefined)
}

/** Whether these steps are of a version after this one. */
export function isNewer(steps: readonly string[]): boolean {
  const known = new Set(MIGRATIONS.map((m) => m.name))
  return steps.some((name) => !known.has(name))
}

/** Steps the file has taken already; none of a file that is new. */
async function stepsOf(sequelize: Sequelize): Promise<readonly string[]> {
  const [table] = await sequelize.query(
    "SELECT name FROM sqlite_master WHERE name = 'SequelizeMeta'",
    { type: QueryTypes.SELECT },
  )
  if (!table) return []
  const rows = await sequelize.query<{ readonly name: string }>('SELECT name FROM SequelizeMeta', {
    type: QueryTypes.SELECT,
  })
  return rows.map((row) => row.name)
}

async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, statements }) => ({
      name,
      up: async () => {
        for (const statement of statements) await sequelize.query(statement)
      },
    })),
    context: sequelize,
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  })
  await umzug.up()
}

/** Nothing of a file is touched before it is known to be a studio of ours. */
async function prepare(sequelize: Sequelize, file: string): Promise<void> {
  if (isNewer(await stepsOf(sequelize))) throw new StudioTrouble('newer', file)
  const found = await sequelize.query('PRAGMA quick_check(1)', { type: QueryTypes.SELECT })
  if (JSON.stringify(found) !== '[{"quick_check":"ok"}]') throw new StudioTrouble('damaged', file)
  await sequelize.query('PRAGMA journal_mode = WAL', { type: QueryTypes.SELECT })
  await sequelize.query('PRAGMA synchronous = FULL')
  await migrate(sequelize)
  await cleanWhereDue(sequelize, file)
}

/**
 * `onQuery` hears every statement.
 * @throws StudioTrouble when the file is of a newer version, empty or damaged; Error when it cannot be opened
 */
export async function openDatabase(
  file: string,
  onQuery?: (sql: string) => void,
): Promise<Database> {
  // An emptied file is no new studio: what was in it may still be had from a copy.
  if (existsSync(file) && statSync(file).size === 0) throw new StudioTrouble('empty', file)
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: file,
    logging: onQuery ?? false,
  })
  try {
    await prepare(sequelize, file)
  } catch (error) {
    await sequelize.close()
    throw isDamage(error) ? new StudioTrouble('damaged', file) : error
  }
  const queue = new OneAtATime(sequelize)
  return {
    sequelize,
    write: (work) => queue.write(work),
    clean: () => queue.alone(() => cleanFile(file)),
    integrity: async () => {
      const rows = await sequelize.query('PRAGMA integrity_check', { type: QueryTypes.SELECT })
      return JSON.stringify(rows) === '[{"integrity_check":"ok"}]'
    },
    // What is being written is written to its end.
    close: () => queue.alone(() => sequelize.close()),
  }
}
