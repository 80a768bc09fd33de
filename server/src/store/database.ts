/** Opens the studio's one file: foreign keys on, write-ahead log, migrations run. */
import { AsyncLocalStorage } from 'node:async_hooks'
import { QueryTypes, Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { SequelizeStorage, Umzug } from 'umzug'
import { MIGRATIONS } from './migrations'

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

/** `onQuery` hears every statement. @throws Error when the file cannot be opened or a migration fails */
export async function openDatabase(
  file: string,
  onQuery?: (sql: string) => void,
): Promise<Database> {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: file,
    logging: onQuery ?? false,
  })
  await sequelize.query('PRAGMA journal_mode = WAL', { type: QueryTypes.SELECT })
  await sequelize.query('PRAGMA synchronous = FULL')
  await migrate(sequelize)
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
