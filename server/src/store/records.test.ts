/** The played record beside its acts, and how the studio's questions reach their rows. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import type { IsoInstant, ActId, StudentId } from '@vein-mend/core/kit'
import { applyAct, playRecord, undoAct } from '@vein-mend/core/record'
import type { Act } from '@vein-mend/core/record'
import { playStudent } from '@vein-mend/core/simulate'
import sqlite3 from 'sqlite3'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { DEMO_SCRIPTS } from '../demo/demoScripts'
import { actsOf, shippedPacks, TODAY } from '../test/studio'
import { toKeep } from '../packs'
import { openStudio } from './index'
import type { StudioStore } from './index'

const ID = 'student-marrow' as StudentId
const horn = (await shippedPacks()).get('horn')!
const script = DEMO_SCRIPTS.find((s) => s.key === 'marrow')!
const acts: readonly Act[] = playStudent(script, horn, TODAY, seededRng(11))
let folder: string
let store: StudioStore
let heard: string[]

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-records-'))
  heard = []
  store = await openStudio(join(folder, 'studio.sqlite'), (sql) => heard.push(sql))
  await store.keepPacks([toKeep(horn)])
  await store.write((w) => w.append(ID, acts, playRecord(acts)!))
})
afterEach(async () => {
  await store.close()
  rmSync(folder, { recursive: true })
})

/** The studio as another start of the server finds it, after these statements by hand. */
async function reopened(...statements: readonly string[]): Promise<void> {
  await store.close()
  for (const sql of statements) await rows(sql)
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

describe('the record', () => {
  test('is what its acts play to, read or handed on as text', async () => {
    expect(await store.recordOf(ID)).toEqual(playRecord(acts))
    const { json, head } = (await store.recordJson(ID))!
    expect(JSON.parse(json.toString())).toEqual(playRecord(acts))
    expect(head.id).toBe(acts.at(-1)!.id)
  })

  test('is not there for a student who is not', async () => {
    expect(await store.recordOf('student-nobody' as StudentId)).toBeNull()
    expect(await store.recordJson('student-nobody' as StudentId)).toBeNull()
  })

  test('written down whole is read by the next start, and only by the code that wrote it', async () => {
    const notes = Array.from({ length: 200 }, (_, i) => noteOf(`note-on-top-${i}`))
    const whole = playRecord([...acts, ...notes])!
    await store.write((w) => w.append(ID, notes, whole))
    // Closing waits for what is written beside the requests.
    await reopened()
    expect(await rows(`SELECT name FROM projections WHERE name = 'record'`)).toHaveLength(1)
    expect(JSON.parse((await store.recordJson(ID))!.json.toString())).toEqual(whole)
    await reopened(`UPDATE projections SET digest = 'older', body = x'00' WHERE name = 'record'`)
    expect(await store.recordOf(ID)).toEqual(whole)
  })

  test('is as it stands after a write, and as it stood where the write failed', async () => {
    const before = await store.recordOf(ID)
    const note = noteOf('after-write-1')
    const changed = applyAct(before, note)
    const failing = store.write(async (w) => {
      await w.append(ID, [note], changed)
      throw new Error('the power went')
    })
    await expect(failing).rejects.toThrow('the power went')
    expect(await store.recordOf(ID)).toEqual(before)
    await store.write((w) => w.append(ID, [note], changed))
    expect(await store.recordOf(ID)).toEqual(changed)
    await reopened()
    expect(await store.recordOf(ID)).toEqual(changed)
  })
})

const stamp = { at: '2026-03-01T10:00:00.000Z' as IsoInstant, by: 'home' }
const noteOf = (id: string): Act => ({
  kind: 'home-noted',
  date: TODAY,
  words: 'We played on the pier.',
  id: id as ActId,
  ...stamp,
})
const undoOf = (act: ActId, id: string): Act => ({ kind: 'undone', act, id: id as ActId, ...stamp })

/** Takes the act back, as the server does. */
async function undo(act: ActId, id: string): Promise<void> {
  await store.write(async (w) => {
    const undoing = await w.undo(ID, act)
    if (!undoing.ok) throw new Error(undoing.refusal.code)
    await w.append(ID, [undoOf(act, id)], undoing.record)
  })
}

describe('an undoing', () => {
  test('from a place on the way gives what playing everything anew gives', async () => {
    const more = Array.from({ length: 260 }, (_, i) => noteOf(`note-on-top-${i}`))
    for (const note of more) {
      const record = await store.recordOf(ID)
      await store.write((w) => w.append(ID, [note], applyAct(record, note)))
    }
    const undone = [
      more[255]!,
      more[120]!,
      more[3]!,
      // The last look that nothing later stands on, whatever the story is.
      acts.findLast(
        (a) =>
          a.kind === 'look-taken' && undoAct({ later: acts, undoings: [], before: null }, a.id).ok,
      )!,
    ]
    const all: Act[] = [...acts, ...more]
    for (const [i, act] of undone.entries()) {
      await undo(act.id, `undo-on-top-${i}`)
      all.push(undoOf(act.id, `undo-on-top-${i}`))
      expect(await store.recordOf(ID)).toEqual(playRecord(all))
    }
    // And back again: an undoing can be undone.
    for (const [target, id] of [
      ['undo-on-top-1', 'undo-undoing'],
      ['undo-undoing', 'undo-thrice'],
      ['undo-thrice', 'undo-four-times'],
    ] as const) {
      await undo(target as ActId, id)
      all.push(undoOf(target as ActId, id))
      expect(await store.recordOf(ID)).toEqual(playRecord(all))
    }
    await reopened()
    expect(await store.recordOf(ID)).toEqual(playRecord(all))
  })

  test('of what is not there is refused', async () => {
    expect(await store.write((w) => w.undo(ID, 'no-such-act' as ActId))).toMatchObject({
      ok: false,
      refusal: { code: 'unknown_act' },
    })
  })
})

describe('a record that cannot be played', () => {
  /** An act put into the file by hand, past every check. */
  async function spoil(body: object): Promise<void> {
    const text = JSON.stringify({ id: 'spoiled-act', ...stamp, ...body })
    await reopened(
      `INSERT INTO acts (id, student_id, kind, at, by_whom, body) VALUES
       ('spoiled-act', '${ID}', 'home-noted', '${stamp.at}', 'home', '${text}')`,
      `DELETE FROM projections`,
    )
  }

  test.each([
    ['of a kind nobody knows', { kind: 'sung-aloud' }, 'unknown_act_kind'],
    ['of a version to come', { kind: 'home-noted', v: 99 }, 'act_of_later_version'],
    ['without its words', { kind: 'home-noted', date: '2026-03-01' }, 'act_not_understood'],
    [
      'about a lesson that never was',
      { kind: 'strength-named', lesson: 'lesson-of-none', words: 'x', v: 1 },
      null,
    ],
    [
      'about a fault in a lesson that never was',
      { kind: 'cue-agreed', lesson: 'lesson-of-none', case: 'case-of-none', words: 'x' },
      'RangeError',
    ],
  ])(
    'says so by itself (%s), stays away from the others, and can be taken back',
    async (_, body, why) => {
      await spoil(body)
      const { students, inTrouble } = await store.students()
      if (why === null) {
        expect(inTrouble).toEqual([])
        return
      }
      expect(students).toEqual([])
      expect(inTrouble).toEqual([{ id: ID, name: playRecord(acts)!.card.name }])
      await expect(store.recordOf(ID)).rejects.toMatchObject({
        trouble: { act: 'spoiled-act', why },
      })
      await undo('spoiled-act' as ActId, 'undo-spoiled')
      expect(await store.recordOf(ID)).toEqual(playRecord(acts))
      expect((await store.students()).inTrouble).toEqual([])
    },
  )

  test('can be removed for good; without that road acts stay', async () => {
    await spoil({ kind: 'sung-aloud' })
    await store.write((w) => w.remove(ID, '2026-03-02T10:00:00.000Z'))
    expect(await store.students()).toEqual({ students: [], inTrouble: [] })
    for (const table of ['acts', 'students', 'projections']) {
      expect(await rows(`SELECT * FROM ${table}`)).toEqual([])
    }
    expect(await rows('SELECT student_id FROM removals')).toEqual([{ student_id: ID }])
  })
})

describe('the projections', () => {
  test('of other code are made anew for everybody by one path', async () => {
    const before = await store.students()
    await reopened(`UPDATE projections SET digest = 'older', body = x'7b7d'`)
    expect(await store.students()).toEqual(before)
    expect(await rows(`SELECT name FROM projections WHERE digest = 'older'`)).not.toContainEqual({
      name: 'today',
    })
  })

  test('go with each write: Today and the spans are those of the record', async () => {
    await store.students()
    const record = await store.recordOf(ID)
    const hurt: Act = {
      kind: 'hurt-at-home',
      date: TODAY,
      item: 'music',
      name: 'Pieces',
      id: 'hurt-at-home-1' as ActId,
      ...stamp,
    }
    await store.write((w) => w.append(ID, [hurt], applyAct(record, hurt)))
    const [line] = (await store.students()).students
    expect(line!.summary.hurtAtHome).toEqual(['Pieces'])
    expect((await store.spans()).get(ID)!.spans).toHaveLength(record!.cases.length)
    await reopened()
    expect((await store.students()).students[0]!.summary.hurtAtHome).toEqual(['Pieces'])
  })
})

describe('the latest acts', () => {
  test('are newest first without undoings, and say what is undone', async () => {
    const last = acts.at(-1)!
    await undo(last.id, 'undo-the-last')
    const latest = await store.latestActs(ID, 3)
    expect(latest.acts).toEqual(acts.slice(-3).toReversed())
    expect(latest.undone).toEqual(new Set([last.id]))
  })
})

describe('the query plans', () => {
  const asked: readonly (readonly [string, () => Promise<unknown>])[] = [
    ['all acts of a student', () => actsOf(store, ID)],
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
    ['the rows of a student', () => store.rowsOf(ID)],
    [
      'who owns a thousand acts',
      () => store.write((w) => w.ownersOf(acts.slice(0, 1000).map((a) => a.id))),
    ],
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
