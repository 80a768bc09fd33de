/** Opens the studio's one file: foreign keys on, write-ahead log, migrations run. */
import { AsyncLocalStorage } from 'node:async_hooks'
import { existsSync, statSync } from 'node:fs'
import { QueryTypes, Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { SequelizeStorage, Umzug } from 'umzug'
import { MIGRATIONS } from './migrations'
import { isDamage, StudioTrouble } from './studioTrouble'

export interface Database {
  readonly sequelize: Sequelize
  /** Runs the work in one write transaction; such transactions wait for one another. */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>
  /** Whether SQLite finds the file whole. */
  integrity(): Promise<boolean>
  close(): Promise<void>
}

/**
 * Write transactions one after the other: at the same time they end in "busy" on SQLite. What is
 * started inside a write joins it.
 */
function oneAtATime(sequelize: Sequelize): Database['write'] {
  let last: Promise<unknown> = Promise.resolve()
  const inside = new AsyncLocalStorage<Transaction>()
  return (work) => {
    const outer = inside.getStore()
    if (outer) return work(outer)
    const run = last.then(() =>
      sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, (transaction) =>
        inside.run(transaction, () => work(transaction)),
      ),
    )
    last = run.catch(() => undefined)
    return run
  }
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
  await sequelize.query('PRAGMA journal_mode = WAL', { type: QueryTypes.SELECT })
  await sequelize.query('PRAGMA synchronous = FULL')
  await migrate(sequelize)
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
  return {
    sequelize,
    write: oneAtATime(sequelize),
    integrity: async () => {
      const rows = await sequelize.query('PRAGMA integrity_check', { type: QueryTypes.SELECT })
      return JSON.stringify(rows) === '[{"integrity_check":"ok"}]'
    },
    close: () => sequelize.close(),
  }
}
