/** The played record beside its acts, and how the studio's questions reach their rows. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import { playRecord } from '@vein-mend/core/record'
import type { Act, StudentId } from '@vein-mend/core/record'
import { playStudent } from '@vein-mend/core/simulate'
import sqlite3 from 'sqlite3'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { DEMO_SCRIPTS } from '../demo/demoScripts'
import { shippedPacks, TODAY } from '../test/studio'
import { openStudio } from './index'
import type { StudioStore } from './index'

const ID = 'student-marrow' as StudentId
const packs = await shippedPacks()
let folder: string
let store: StudioStore
let heard: string[]
let acts: readonly Act[]

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-records-'))
  heard = []
  store = await openStudio(join(folder, 'studio.sqlite'), (sql) => heard.push(sql))
  await store.keepPacks(packs.values())
  const script = DEMO_SCRIPTS.find((s) => s.key === 'marrow')!
  acts = playStudent(script, packs.get('horn')!, TODAY, seededRng(11))
  await store.write((w) => w.append(ID, acts, playRecord(acts)!))
})
afterEach(async () => {
  await store.close()
  rmSync(folder, { recursive: true })
})

/** The studio as another start of the server finds it. */
async function reopened(): Promise<void> {
  await store.close()
  store = await openStudio(join(folder, 'studio.sqlite'), (sql) => heard.push(sql))
}

/** Rows of a statement, past Sequelize. */
function rows(sql: string): Promise<readonly Record<string, unknown>[]> {
  const file = new sqlite3.Database(join(folder, 'studio.sqlite'))
  return new Promise((done, fail) => {
    file.all(sql, (error, found) => {
      file.close()
      if (error) fail(error)
      else done(found as Record<string, unknown>[])
    })
  })
}

describe('the played record', () => {
  test('is what its acts play to, read or handed on as text', async () => {
    expect(await store.recordOf(ID)).toEqual(playRecord(acts))
    expect(JSON.parse((await store.recordBytes(ID))!.toString())).toEqual(playRecord(acts))
  })

  test('is not there for a student who is not', async () => {
    expect(await store.recordOf('student-nobody' as StudentId)).toBeNull()
    expect(await store.recordBytes('student-nobody' as StudentId)).toBeNull()
  })

  test('of other code is played anew and kept', async () => {
    await rows(`UPDATE records SET played_by = 'older', record = '{"cases":[]}'`)
    await reopened()
    expect(await store.recordOf(ID)).toEqual(playRecord(acts))
    const [kept] = await rows('SELECT record FROM records')
    expect(JSON.parse(kept!.record as string)).toEqual(playRecord(acts))
  })

  test('is as it stands after a write, and as it stood where the write failed', async () => {
    const before = await store.recordOf(ID)
    const changed = { ...before!, strengths: [] }
    const failing = store.write(async (w) => {
      await w.append(ID, [], changed)
      throw new Error('the power went')
    })
    await expect(failing).rejects.toThrow('the power went')
    expect(await store.recordOf(ID)).toEqual(before)
    await store.write((w) => w.append(ID, [], changed))
    expect(await store.recordOf(ID)).toEqual(changed)
  })

  test('inside a write of other code is played anew too', async () => {
    await rows(`UPDATE records SET played_by = 'older', record = '{"cases":[]}'`)
    expect(await store.write((w) => w.recordOf(ID))).toEqual(playRecord(acts))
  })
})

describe('the latest acts', () => {
  test('are newest first without undoings, which come apart', async () => {
    const last = acts.at(-1)!
    const undo: Act = {
      kind: 'undone',
      act: last.id,
      id: 'undo-1' as Act['id'],
      at: last.at,
      by: 'teacher',
    }
    await store.write((w) => w.append(ID, [undo], playRecord([...acts, undo])!))
    const latest = await store.latestActs(ID, 3)
    expect(latest.acts).toEqual(acts.slice(-3).toReversed())
    expect(latest.undoings).toEqual([undo])
  })
})

describe('the query plans', () => {
  const asked: readonly (readonly [string, () => Promise<unknown>])[] = [
    ['all acts of a student', () => store.actsOf(ID)],
    ['the latest acts', () => store.latestActs(ID, 40)],
    [
      'the record',
      async () => {
        await reopened()
        heard.length = 0
        return store.recordOf(ID)
      },
    ],
    ['who owns acts', () => store.write((w) => w.ownersOf([acts[0]!.id]))],
    ['settled faults of the studio', () => store.actsOfKinds(['fault-settled'])],
    ['a link for home', () => store.homeLink('x')],
    ['the links of a student', () => store.homeLinks(ID)],
    ['a pack of a version', () => store.packAt({ id: 'horn', version: '1.0.0' })],
  ]

  test.each(asked)('%s: every statement searches by an index', async (_, ask) => {
    heard.length = 0
    await ask()
    const selects = heard
      .map((sql) => sql.replace(/^Executing \(.*?\): /, ''))
      .filter((sql) => sql.startsWith('SELECT'))
    expect(selects.length).toBeGreaterThan(0)
    for (const sql of selects) {
      const plan = (await rows(`EXPLAIN QUERY PLAN ${sql}`)).map((row) => String(row.detail))
      expect(plan.join('; ')).toMatch(
        /SEARCH \w+ USING (COVERING )?INDEX|USING INTEGER PRIMARY KEY/,
      )
      expect(plan.filter((line) => line.startsWith('SCAN'))).toEqual([])
    }
  })
})
