/** A copy of a studio written anew without students who were removed: beside it, checked, and only then in its place. */
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

/** Takes every row of the students out; what keeps acts from going is lifted for it and laid again. */
async function takeRowsOut(database: PlainSqlite, students: readonly StudentId[]): Promise<void> {
  const triggers = await database.all(
    "SELECT name, sql FROM sqlite_master WHERE type = 'trigger' AND tbl_name = 'acts'",
  )
  await database.run('BEGIN IMMEDIATE')
  for (const { name } of triggers) await database.run(`DROP TRIGGER "${String(name)}"`)
  const tables = await tablesOfStudents(database)
  for (const student of students) {
    // That somebody was removed stays known; it names nobody.
    for (const table of tables.filter((t) => t !== 'removals')) {
      await database.run(`DELETE FROM "${table}" WHERE student_id = ?`, [student])
    }
    await database.run('DELETE FROM students WHERE id = ?', [student])
  }
  for (const { sql } of triggers) await database.run(String(sql))
  await database.run('COMMIT')
  // One file by itself, every page of it written anew: what was deleted is in none of them.
  await database.all('PRAGMA journal_mode = DELETE')
  await database.run('VACUUM')
}

/** Those of the students who are in the file. */
async function thoseIn(
  file: string,
  students: readonly StudentId[],
): Promise<readonly StudentId[]> {
  const database = await openPlain(file, 'read')
  try {
    const found = new Set((await database.all('SELECT id FROM students')).map((row) => row.id))
    return students.filter((id) => found.has(id))
  } finally {
    await database.close()
  }
}

/** A student's takes beside the copy, where there are any; a link is not followed. */
function removeTakes(file: string, student: StudentId): void {
  const folder = join(takesOf(file), student)
  if (!existsSync(folder) || !lstatSync(folder).isDirectory()) return
  rmSync(folder, { recursive: true, force: true })
  if (readdirSync(takesOf(file)).length === 0) rmSync(takesOf(file), { recursive: true })
}

/** One file by itself, what stood in its log taken over: a log left beside it would be taken for that of the new one. */
async function takeLogIn(file: string): Promise<void> {
  if (!TAILS.some((tail) => existsSync(file + tail))) return
  const database = await openPlain(file)
  try {
    await database.all('PRAGMA journal_mode = DELETE')
  } finally {
    await database.close()
  }
}

/**
 * The copy without the students; whether any was in it. Killed at any moment the copy is the old one or the new one,
 * whole. @throws Error when it cannot be opened or written; it is then as it was
 */
export async function withoutStudents(
  file: string,
  students: readonly StudentId[],
): Promise<boolean> {
  const there = await thoseIn(file, students)
  if (there.length === 0) return false
  const part = `${file}.part`
  for (const tail of ['', ...TAILS]) rmSync(part + tail, { force: true })
  try {
    await takeLogIn(file)
    copyFileSync(file, part)
    const database = await openPlain(part)
    try {
      await takeRowsOut(database, there)
    } finally {
      await database.close()
    }
    await checkStudio(part)
    chmodSync(part, OWNER_ONLY)
    synced(part)
    renameSync(part, file)
    synced(dirname(file))
  } finally {
    for (const tail of ['', ...TAILS]) rmSync(part + tail, { force: true })
  }
  for (const student of there) removeTakes(file, student)
  return true
}
