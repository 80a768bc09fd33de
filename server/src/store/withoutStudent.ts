/** A copy of a studio written anew without one student: beside it, checked, and only then in its place. */
import {
  chmodSync,
  copyFileSync,
  lstatSync,
  existsSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import type { StudentId } from '@vein-mend/core/kit'
import { checkStudio } from './backup'
import { openPlain } from './plainSqlite'
import { synced } from './synced'
import type { PlainSqlite } from './plainSqlite'
import { takesOf } from '../studioPlaces'

const OWNER_ONLY = 0o600
const TAILS = ['-wal', '-shm', '-journal'] as const

/** Tables that say whose a row is, whatever version laid them. */
async function tablesOfStudents(database: PlainSqlite): Promise<readonly string[]> {
  const tables = await database.all("SELECT name FROM sqlite_master WHERE type = 'table'")
  const found: string[] = []
  for (const { name } of tables) {
    const columns = await database.all(`SELECT name FROM pragma_table_info('${String(name)}')`)
    if (columns.some((c) => c.name === 'student_id')) found.push(String(name))
  }
  return found
}

/** Takes every row of the student out; what keeps acts from going is lifted for it and laid again. */
async function takeRowsOut(database: PlainSqlite, student: StudentId): Promise<void> {
  const triggers = await database.all(
    "SELECT name, sql FROM sqlite_master WHERE type = 'trigger' AND tbl_name = 'acts'",
  )
  await database.run('BEGIN IMMEDIATE')
  for (const { name } of triggers) await database.run(`DROP TRIGGER "${String(name)}"`)
  for (const table of await tablesOfStudents(database)) {
    // That somebody was removed stays known; it names nobody.
    if (table !== 'removals') {
      await database.run(`DELETE FROM "${table}" WHERE student_id = ?`, [student])
    }
  }
  await database.run('DELETE FROM students WHERE id = ?', [student])
  for (const { sql } of triggers) await database.run(String(sql))
  await database.run('COMMIT')
  // One file by itself, every page of it written anew: what was deleted is in none of them.
  await database.all('PRAGMA journal_mode = DELETE')
  await database.run('VACUUM')
}

async function has(file: string, student: StudentId): Promise<boolean> {
  const database = await openPlain(file, 'read')
  try {
    const found = await database.all('SELECT id FROM students WHERE id = ?', [student])
    return found.length > 0
  } finally {
    await database.close()
  }
}

/** The student's takes beside the copy, where there are any; a link is not followed. */
function removeTakes(file: string, student: StudentId): void {
  const folder = join(takesOf(file), student)
  if (!existsSync(folder) || !lstatSync(folder).isDirectory()) return
  rmSync(folder, { recursive: true, force: true })
  if (readdirSync(takesOf(file)).length === 0) rmSync(takesOf(file), { recursive: true })
}

/**
 * The copy without the student; whether they were in it. Killed at any moment the copy is the old one or the new one,
 * whole. @throws Error when it cannot be opened or written; it is then as it was
 */
export async function withoutStudent(file: string, student: StudentId): Promise<boolean> {
  if (!(await has(file, student))) return false
  const part = `${file}.part`
  for (const tail of ['', ...TAILS]) rmSync(part + tail, { force: true })
  try {
    copyFileSync(file, part)
    // What a copy has not yet taken over from its log goes along.
    for (const tail of TAILS) if (existsSync(file + tail)) copyFileSync(file + tail, part + tail)
    const database = await openPlain(part)
    try {
      await takeRowsOut(database, student)
    } finally {
      await database.close()
    }
    await checkStudio(part)
    chmodSync(part, OWNER_ONLY)
    synced(part)
    renameSync(part, file)
    for (const tail of TAILS) rmSync(file + tail, { force: true })
    synced(dirname(file))
  } finally {
    for (const tail of ['', ...TAILS]) rmSync(part + tail, { force: true })
  }
  removeTakes(file, student)
  return true
}
