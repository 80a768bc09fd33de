/** One connection to a file without the product's tables, for what is done to the file as a whole. */
import sqlite3 from 'sqlite3'

export interface PlainSqlite {
  run(sql: string, values?: readonly unknown[]): Promise<void>
  all(
    sql: string,
    values?: readonly unknown[],
  ): Promise<readonly Readonly<Record<string, unknown>>[]>
  close(): Promise<void>
}

/** @throws Error when the file cannot be opened, or is not there and `mode` does not make it */
export async function openPlain(
  file: string,
  mode: 'read' | 'write' | 'make' = 'write',
): Promise<PlainSqlite> {
  const { OPEN_CREATE, OPEN_READONLY, OPEN_READWRITE } = sqlite3
  const flags = { read: OPEN_READONLY, write: OPEN_READWRITE, make: OPEN_READWRITE | OPEN_CREATE }
  const database = await new Promise<sqlite3.Database>((done, fail) => {
    const opened: sqlite3.Database = new sqlite3.Database(file, flags[mode], (error) => {
      if (error) fail(error)
      else done(opened)
    })
  })
  return {
    run: (sql, values = []) =>
      new Promise((done, fail) => {
        database.run(sql, [...values], (error) => {
          if (error) fail(error)
          else done()
        })
      }),
    all: (sql, values = []) =>
      new Promise((done, fail) => {
        database.all<Readonly<Record<string, unknown>>>(sql, [...values], (error, rows) => {
          if (error) fail(error)
          else done(rows)
        })
      }),
    close: () =>
      new Promise((done, fail) => {
        database.close((error) => {
          if (error) fail(error)
          else done()
        })
      }),
  }
}
