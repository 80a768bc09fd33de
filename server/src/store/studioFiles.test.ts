/** The studio's file as a whole: who may open it, what is refused, and copies that can be relied on. */
import { spawn } from 'node:child_process'
import {
  copyFileSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { IsoDate, IsoInstant, ActId, StudentId } from '@vein-mend/core/kit'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act } from '@vein-mend/core/record'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { openFolder, studioPlaces } from '../studioPlaces'
import { toForget } from './backup'
import {
  askForRoom,
  backUp,
  backUpDaily,
  checkStudio,
  lockStudio,
  NoRoom,
  openStudio,
  removedSince,
  restoreStudio,
  unreadableIn,
} from './index'
import { openPlain } from './plainSqlite'

let folder: string
let file: string

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-files-'))
  file = join(folder, 'studio.sqlite')
})
afterEach(() => rmSync(folder, { recursive: true }))

const added = (id: string): Act => ({
  kind: 'student-added',
  card: { ...EMPTY_CARD, name: `Wren ${id}`, instrument: 'horn' },
  id: `act-added-${id}` as ActId,
  at: '2026-03-01T10:00:00.000Z' as IsoInstant,
  by: 'teacher',
})

/** A studio with so many students, closed. */
async function layStudio(students: number): Promise<void> {
  const store = await openStudio(file)
  for (let i = 0; i < students; i++) {
    const act = added(String(i))
    await store.write((w) => w.append(`student-${i}` as StudentId, [act], playRecord([act])!))
  }
  await store.close()
}

async function names(): Promise<readonly string[]> {
  const store = await openStudio(file)
  const { students } = await store.students()
  await store.close()
  return students.map((s) => s.summary.name).sort()
}

describe('a file that is no whole studio of ours', () => {
  test('is refused when a newer version made it, and not touched', async () => {
    await layStudio(1)
    const database = await openPlain(file)
    await database.run("INSERT INTO SequelizeMeta VALUES ('9999-of-next-year')")
    await database.close()
    const before = readFileSync(file)
    await expect(openStudio(file)).rejects.toMatchObject({
      name: 'StudioTrouble',
      code: 'newer',
      file,
    })
    expect(readFileSync(file).equals(before)).toBe(true)
  })

  test('is refused when it was emptied', async () => {
    await layStudio(1)
    truncateSync(file, 0)
    await expect(openStudio(file)).rejects.toMatchObject({ code: 'empty', file })
    expect(statSync(file).size).toBe(0)
  })

  test('is refused when it is something else', async () => {
    writeFileSync(file, 'a letter to a friend, '.repeat(400))
    await expect(openStudio(file)).rejects.toMatchObject({ code: 'damaged', file })
  })

  test('is found by checking when its middle is gone', async () => {
    await layStudio(40)
    const bytes = readFileSync(file)
    bytes.fill(0x5a, Math.floor(bytes.length / 3), Math.floor(bytes.length / 3) * 2)
    writeFileSync(file, bytes)
    await expect(checkStudio(file)).rejects.toMatchObject({ code: 'damaged' })
    await expect(backUp(file, join(folder, 'copy.sqlite'))).rejects.toMatchObject({
      code: 'damaged',
    })
    expect(readdirSync(folder)).not.toContain('copy.sqlite')
  })
})

describe('one server for one studio', () => {
  test('a second is told where it is open, and may have it once the first has gone', async () => {
    const lock = await lockStudio(file)
    lock.openAt('http://127.0.0.1:4270/')
    await expect(lockStudio(file)).rejects.toMatchObject({
      code: 'open-already',
      openAt: 'http://127.0.0.1:4270/',
    })
    await lock.release()
    const next = await lockStudio(file)
    await next.release()
  })

  test('a holder that was killed holds nothing', async () => {
    const child = spawn(
      'node',
      [
        '-e',
        `const s = require('sqlite3'); const d = new s.Database(process.argv[1]);
         d.exec('BEGIN EXCLUSIVE', (e) => console.log(e ? 'no' : 'held')); setInterval(() => 0, 1000)`,
        `${file}.lock`,
      ],
      { cwd: join(import.meta.dirname, '../..'), stdio: ['ignore', 'pipe', 'inherit'] },
    )
    const said = await new Promise<string>((done) =>
      child.stdout.once('data', (d: Buffer) => done(d.toString())),
    )
    expect(said.trim()).toBe('held')
    await expect(lockStudio(file)).rejects.toMatchObject({ code: 'open-already', openAt: null })
    const gone = new Promise((done) => child.once('exit', done))
    child.kill('SIGKILL')
    await gone
    await (await lockStudio(file)).release()
  })
})

describe('a copy', () => {
  test('is made while the studio is written to, and holds what it held then', async () => {
    await layStudio(3)
    const store = await openStudio(file)
    const copy = join(folder, 'copy.sqlite')
    const writes = Array.from({ length: 20 }, (_, i) => {
      const act = added(`later-${i}`)
      return store.write((w) =>
        w.append(`student-later-${i}` as StudentId, [act], playRecord([act])!),
      )
    })
    const [checked] = await Promise.all([backUp(file, copy), ...writes])
    expect(checked.students).toBeGreaterThanOrEqual(3)
    expect(checked.students).toBe(checked.acts)
    expect(await checkStudio(copy)).toEqual(checked)
    await store.close()
  })

  test('brings the studio back, and what was there is kept beside it', async () => {
    await layStudio(2)
    const copy = join(folder, 'copy.sqlite')
    await backUp(file, copy)
    const store = await openStudio(file)
    await store.write((w) => w.remove('student-0' as StudentId, '2026-03-02T10:00:00.000Z'))
    await store.close()
    expect(await names()).toEqual(['Wren 1'])
    expect(await restoreStudio(copy, file, 'aside.sqlite')).toBe('aside.sqlite')
    expect(await names()).toEqual(['Wren 0', 'Wren 1'])
    expect(await checkStudio(join(folder, 'aside.sqlite'))).toMatchObject({ students: 1 })
  })

  test('that is not whole takes nobody’s place', async () => {
    await layStudio(1)
    const bad = join(folder, 'bad.sqlite')
    copyFileSync(file, bad)
    truncateSync(bad, 5000)
    await expect(restoreStudio(bad, file, 'aside.sqlite')).rejects.toMatchObject({
      code: 'damaged',
    })
    expect(await names()).toEqual(['Wren 0'])
  })

  test('is made once a day, and old ones go', async () => {
    await layStudio(1)
    const backups = join(folder, 'backups')
    expect(await backUpDaily(file, backups, '2026-11-26' as IsoDate)).toMatchObject({ acts: 1 })
    expect(await backUpDaily(file, backups, '2026-11-26' as IsoDate)).toBeNull()
    for (let day = 1; day <= 25; day++) {
      writeFileSync(join(backups, `studio-2026-10-${String(day).padStart(2, '0')}.sqlite`), '')
    }
    await backUpDaily(file, backups, '2026-11-27' as IsoDate)
    const kept = readdirSync(backups).sort()
    expect(kept).toHaveLength(14)
    expect(kept.at(0)).toBe('studio-2026-10-14.sqlite')
  })
})

test('of days fourteen are kept, then one of each of twelve months; other files are never touched', () => {
  const days = Array.from({ length: 500 }, (_, i) =>
    new Date(Date.UTC(2026, 10, 26 - i)).toISOString().slice(0, 10),
  ).map((day) => `studio-${day}.sqlite`)
  const gone = new Set(toForget([...days, 'studio-by-hand-2020.sqlite', 'notes.txt']))
  const kept = days.filter((name) => !gone.has(name))
  expect(kept.slice(0, 14)).toEqual(days.slice(0, 14))
  expect(kept.slice(14)).toEqual(
    ['10-31', '09-30', '08-31', '07-31', '06-30', '05-31', '04-30', '03-31', '02-28', '01-31']
      .map((day) => `studio-2026-${day}.sqlite`)
      .concat('studio-2025-12-31.sqlite'),
  )
  expect(gone.has('studio-by-hand-2020.sqlite')).toBe(false)
})

test('what is written of students is for the owner of the files alone', async () => {
  const before = process.umask(0o022)
  try {
    const places = studioPlaces({ VEIN_MEND_DATA: join(folder, 'data') })
    openFolder(places)
    const store = await openStudio(places.studio)
    await backUp(places.studio, join(places.backups, 'copy.sqlite'))
    await store.close()
    const modeOf = (path: string) => (statSync(path).mode & 0o777).toString(8)
    expect([places.folder, places.backups].map(modeOf)).toEqual(['700', '700'])
    expect([places.studio, join(places.backups, 'copy.sqlite')].map(modeOf)).toEqual(['600', '600'])
  } finally {
    process.umask(before)
  }
})

describe('one server for one studio', () => {
  test('also where somebody has deleted the file of the lock', async () => {
    await layStudio(1)
    const lock = await lockStudio(file)
    rmSync(`${file}.lock`)
    await expect(lockStudio(file)).rejects.toMatchObject({ code: 'open-already' })
    await lock.release()
    const again = await lockStudio(file)
    await again.release()
  })
})

describe('what a copy is told to hold', () => {
  test('a record in it that cannot be read is named, though the file is whole', async () => {
    await layStudio(2)
    const copy = join(folder, 'copy.sqlite')
    expect(await backUp(file, copy)).toMatchObject({ students: 2 })
    expect(await unreadableIn(copy)).toEqual([])
    const database = await openPlain(copy)
    await database.run('DROP TRIGGER acts_are_kept_as_written')
    await database.run(
      "UPDATE acts SET body = replace(body, 'student-added', 'student-sung') WHERE student_id = 'student-1'",
    )
    await database.close()
    expect(await checkStudio(copy)).toMatchObject({ students: 2 })
    expect(await unreadableIn(copy)).toEqual(['student-1'])
  })

  test('whoever was removed since it was made is named when it is brought back', async () => {
    await layStudio(2)
    const copy = join(folder, 'copy.sqlite')
    await backUp(file, copy)
    expect(await removedSince(copy, file)).toEqual([])
    const store = await openStudio(file)
    await store.write((w) => w.remove('student-0' as StudentId, '2026-03-02T10:00:00.000Z'))
    await store.close()
    expect(await removedSince(copy, file)).toEqual([{ id: 'student-0', on: '2026-03-02' }])
  })

  test('where there is no room nothing is begun and nothing is left', async () => {
    await expect(askForRoom(folder, Number.MAX_SAFE_INTEGER)).rejects.toThrow(NoRoom)
    await layStudio(1)
    const copy = join(folder, 'no-such-place', 'copy.sqlite')
    writeFileSync(join(folder, 'no-such-place'), 'a file and no folder')
    await expect(backUp(file, copy)).rejects.toThrow()
    expect(readdirSync(folder).filter((name) => name.includes('.part'))).toEqual([])
  })
})
