/** What is found in a file that opens and is not whole, and copies out of which a student is taken. */
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { IsoInstant, ActId, StudentId } from '@vein-mend/core/kit'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act } from '@vein-mend/core/record'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { takesOf } from '../studioPlaces'
import { takeStore } from '../takes'
import { backUp, checkStudio, NoRoom, openStudio } from './index'
import { openPlain } from './plainSqlite'
import { withoutStudents } from './withoutStudents'

let folder: string
let file: string

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-whole-'))
  file = join(folder, 'studio.sqlite')
})
afterEach(() => rmSync(folder, { recursive: true }))

const LARK = 'student-lark' as StudentId
const WREN = 'student-wren' as StudentId

function actsOfOne(name: string): readonly [Act, ...Act[]] {
  const at = '2026-03-01T10:00:00.000Z' as IsoInstant
  const by = 'teacher'
  const card = { ...EMPTY_CARD, name, instrument: 'horn' }
  const words = `${name} says a heron stood on the quay`
  return [
    { kind: 'student-added', card, id: `added-${name}` as ActId, at, by },
    ...Array.from({ length: 40 }, (_, i): Act => ({
      ...{ kind: 'card-changed', card: { ...card, goal: `${words} ${i}` } },
      ...{ id: `corrected-${name}-${i}` as ActId, at, by },
    })),
  ]
}

/** Two students and nobody else, closed. */
async function layTwo(): Promise<void> {
  const store = await openStudio(file)
  for (const [id, name] of [
    [LARK, 'Lark'],
    [WREN, 'Wren'],
  ] as const) {
    const acts = actsOfOne(name)
    await store.write((w) => w.append(id, acts, playRecord(acts)!))
  }
  await store.close()
}

async function byHand(sql: string): Promise<void> {
  const database = await openPlain(file)
  await database.run('PRAGMA writable_schema = ON')
  await database.run(sql)
  await database.close()
}

describe('a file that opens and is not whole', () => {
  // An index that lies where another one does: every row can be read, and SQLite's own check finds it.
  test('is neither served nor copied', async () => {
    await layTwo()
    await byHand(
      `UPDATE sqlite_schema SET rootpage = (
         SELECT rootpage FROM sqlite_schema WHERE type = 'index' AND tbl_name = 'acts'
       ) WHERE name = 'sqlite_autoindex_students_1'`,
    )
    await expect(openStudio(file)).rejects.toMatchObject({ code: 'damaged', file })
    await expect(checkStudio(file)).rejects.toMatchObject({ code: 'damaged', file })
  })

  test('of a version to come is no copy to rely on here', async () => {
    await layTwo()
    await byHand("INSERT INTO SequelizeMeta VALUES ('9999-of-next-year')")
    await expect(checkStudio(file)).rejects.toMatchObject({ code: 'newer', file })
  })
})

test('a copy for which the disk has no room is not begun', async () => {
  await layTwo()
  // Bytes that are promised and not there, more than any disk has: a copy could be as large as the file with its log.
  writeFileSync(`${file}-shm`, '')
  truncateSync(`${file}-shm`, 1.6e13)
  await expect(backUp(file, join(folder, 'copy.sqlite'))).rejects.toThrow(NoRoom)
  expect(readdirSync(folder)).not.toContain('copy.sqlite.part')
})

describe('a copy without one student', () => {
  test('holds no word of theirs, is smaller, and all the others are as they were', async () => {
    await layTwo()
    const before = readFileSync(file).length
    expect(await withoutStudents(file, [LARK])).toBe(true)
    const bytes = readFileSync(file)
    expect(bytes.includes('Lark says a heron')).toBe(false)
    expect(bytes.includes('Wren says a heron')).toBe(true)
    expect(bytes.length).toBeLessThan(before)
    expect(await checkStudio(file)).toEqual({ students: 1, acts: 41 })
    expect(readdirSync(folder)).toEqual(['studio.sqlite'])
    expect(await withoutStudents(file, [LARK])).toBe(false)
  })

  test('keeps acts from being deleted, as the studio does, and what is known of who was removed', async () => {
    await layTwo()
    await byHand(
      `INSERT INTO removals (student_id, at) VALUES ('${LARK}', '2026-02-01T10:00:00.000Z')`,
    )
    expect(await withoutStudents(file, [LARK])).toBe(true)
    await expect(byHand(`DELETE FROM acts WHERE student_id = '${WREN}'`)).rejects.toThrow()
    const database = await openPlain(file, 'read')
    expect(await database.all('SELECT student_id FROM removals')).toEqual([{ student_id: LARK }])
    await database.close()
  })

  test('takes over what a copy still has in its log, and leaves none beside the new one', async () => {
    await layTwo()
    // A connection that is never closed leaves its log as a program does that is killed.
    const held = await openPlain(file)
    await held.all('PRAGMA journal_mode = WAL')
    await held.run('PRAGMA wal_autocheckpoint = 0')
    await held.run("INSERT INTO settings VALUES ('of-the-log', '1')")
    const left = join(folder, 'left.sqlite')
    for (const tail of ['', '-wal']) copyFileSync(file + tail, left + tail)
    await held.close()
    expect(await withoutStudents(left, [LARK, WREN])).toBe(true)
    expect(readdirSync(folder).toSorted()).toEqual(['left.sqlite', 'studio.sqlite'])
    const database = await openPlain(left, 'read')
    expect(await database.all("SELECT value FROM settings WHERE key = 'of-the-log'")).toHaveLength(
      1,
    )
    expect(await database.all('SELECT id FROM students')).toEqual([])
    await database.close()
  })

  test('has none of their takes beside it, and follows no link in their place', async () => {
    await layTwo()
    const takes = takesOf(file)
    for (const id of [LARK, WREN]) {
      mkdirSync(join(takes, id), { recursive: true })
      writeFileSync(join(takes, id, 'a'.repeat(64)), 'sound')
    }
    await withoutStudents(file, [LARK])
    expect(readdirSync(takes)).toEqual([WREN])
    const elsewhere = join(folder, 'elsewhere')
    mkdirSync(elsewhere)
    writeFileSync(join(elsewhere, 'b'.repeat(64)), 'a letter')
    rmSync(join(takes, WREN), { recursive: true })
    symlinkSync(elsewhere, join(takes, WREN))
    await withoutStudents(file, [WREN])
    expect(existsSync(join(elsewhere, 'b'.repeat(64)))).toBe(true)
  })
})

test('a link in the place of a student’s takes is not followed when they are removed', async () => {
  const takes = join(folder, 'takes')
  const elsewhere = join(folder, 'elsewhere')
  mkdirSync(takes)
  mkdirSync(elsewhere)
  writeFileSync(join(elsewhere, 'c'.repeat(64)), 'a letter')
  symlinkSync(elsewhere, join(takes, LARK))
  await takeStore(takes).removeStudent(LARK)
  expect(existsSync(join(elsewhere, 'c'.repeat(64)))).toBe(true)
})
