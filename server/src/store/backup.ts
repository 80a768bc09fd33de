/** Copies of a studio's file that can be relied on: each is opened and read before it takes its name. */
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { basename, dirname, join } from 'node:path'
import type { IsoDate } from '@vein-mend/core/kit'
import { isNewer } from './database'
import { askForRoom } from './freeRoom'
import { openPlain } from './plainSqlite'
import { synced } from './synced'
import { isDamage, StudioTrouble } from './studioTrouble'

const OWNER_ONLY = 0o600
/** Days, and after them months, of which a copy is kept. */
const DAYS_KEPT = 14
const MONTHS_KEPT = 12
const TAILS = ['', '-wal', '-shm'] as const

/** What a copy was found to hold. */
export interface Checked {
  readonly students: number
  readonly acts: number
}

async function counted(file: string): Promise<Checked> {
  const database = await openPlain(file, 'read')
  try {
    const [found] = await database.all('PRAGMA integrity_check')
    if (found?.integrity_check !== 'ok') throw new StudioTrouble('damaged', file)
    const steps = await database.all('SELECT name FROM SequelizeMeta')
    if (isNewer(steps.map((s) => String(s.name)))) throw new StudioTrouble('newer', file)
    const [counts] = await database.all(
      'SELECT (SELECT count(*) FROM students) AS students, (SELECT count(*) FROM acts) AS acts',
    )
    return { students: Number(counts?.students), acts: Number(counts?.acts) }
  } finally {
    await database.close()
  }
}

/** Opens the file and reads it from beginning to end. @throws StudioTrouble when it is no whole studio */
export async function checkStudio(file: string): Promise<Checked> {
  try {
    return await counted(file)
  } catch (error) {
    if (error instanceof StudioTrouble) throw error
    throw new StudioTrouble('damaged', file)
  }
}

/**
 * Copies the studio as it stands, also while it is written to, and checks the copy before it gets its name.
 * @throws StudioTrouble when the studio, or the copy, is not whole; NoRoom before anything is written
 */
export async function backUp(file: string, target: string): Promise<Checked> {
  mkdirSync(dirname(target), { recursive: true, mode: 0o700 })
  const part = `${target}.part`
  const leave = () => {
    for (const tail of LEFT) rmSync(part + tail, { force: true })
  }
  leave()
  await askForRoom(dirname(target), sizeOf(file))
  try {
    await copyInto(file, part)
    const checked = await checkStudio(part)
    chmodSync(part, OWNER_ONLY)
    synced(part)
    renameSync(part, target)
    synced(dirname(target))
    return checked
  } finally {
    leave()
  }
}

/** What is written while a copy is made. */
const LEFT = ['', '-journal', '-wal', '-shm'] as const

/** Bytes of the studio with its log: a copy is never larger. */
function sizeOf(file: string): number {
  return TAILS.reduce((sum, tail) => {
    const path = file + tail
    return sum + (existsSync(path) ? statSync(path).size : 0)
  }, 0)
}

async function copyInto(file: string, part: string): Promise<void> {
  const database = await openPlain(file)
  try {
    await database.run('VACUUM INTO ?', [part])
  } catch (error) {
    throw isDamage(error) ? new StudioTrouble('damaged', file) : error
  } finally {
    await database.close()
  }
}

const DAILY = /^studio-(\d{4}-\d{2}-\d{2})\.sqlite$/

/** Copies that may go: all but those of the last days, and the latest of each of the last months. */
export function toForget(names: readonly string[]): readonly string[] {
  const days = names
    .filter((name) => DAILY.test(name))
    .sort()
    .reverse()
  const monthOf = (name: string) => name.slice(0, 'studio-2026-11'.length)
  const months = [...new Set(days.map(monthOf))].slice(0, MONTHS_KEPT)
  const kept = new Set([
    ...days.slice(0, DAYS_KEPT),
    ...months.flatMap((month) => days.find((name) => monthOf(name) === month) ?? []),
  ])
  return days.filter((name) => !kept.has(name))
}

const UNFINISHED = /^studio-\d{4}-\d{2}-\d{2}\.sqlite\.part(-\w+)?$/

/** Takes away copies of days that whoever was killed did not finish; nobody may be making one. */
export function clearUnfinished(folder: string): void {
  if (!existsSync(folder)) return
  for (const name of readdirSync(folder).filter((n) => UNFINISHED.test(n))) {
    rmSync(join(folder, name), { force: true })
  }
}

/** The day's copy, once a day, in the folder; what is too old goes. Null when the day has its copy already. */
export async function backUpDaily(
  file: string,
  folder: string,
  today: IsoDate,
): Promise<Checked | null> {
  const target = join(folder, `studio-${today}.sqlite`)
  if (existsSync(target)) return null
  const checked = await backUp(file, target)
  for (const name of toForget(readdirSync(folder))) rmSync(join(folder, name), { force: true })
  return checked
}

/**
 * Puts a copy in the studio's place; what was there is put aside under the name that is answered, or null where
 * nothing was. Nobody may have the studio open. @throws StudioTrouble when the copy is no whole studio
 */
export async function restoreStudio(
  backup: string,
  file: string,
  asideName: string,
): Promise<string | null> {
  await checkStudio(backup)
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 })
  const part = `${file}.part`
  copyFileSync(backup, part)
  chmodSync(part, OWNER_ONLY)
  synced(part)
  const had = existsSync(file)
  const aside = join(dirname(file), asideName)
  for (const tail of TAILS) if (existsSync(file + tail)) renameSync(file + tail, aside + tail)
  renameSync(part, file)
  synced(dirname(file))
  return had ? basename(aside) : null
}

/** Students of the copy who were removed from the studio after it was made, each with the day; none where none was. */
export async function removedSince(
  backup: string,
  file: string,
): Promise<readonly { readonly id: string; readonly on: string }[]> {
  if (!existsSync(file)) return []
  const [copy, studio] = [await openPlain(backup, 'read'), await openPlain(file, 'read')]
  try {
    const there = new Set((await copy.all('SELECT id FROM students')).map((row) => row.id))
    const removed = await studio.all('SELECT student_id AS id, at FROM removals')
    return removed.flatMap(({ id, at }) =>
      there.has(id) ? [{ id: String(id), on: String(at).slice(0, 'YYYY-MM-DD'.length) }] : [],
    )
  } catch {
    // Older than removals, or damaged: then nobody knows of any.
    return []
  } finally {
    await copy.close()
    await studio.close()
  }
}
