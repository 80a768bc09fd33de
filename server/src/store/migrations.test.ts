/** Studios of the last version open: their file is laid with the statements and the shapes of its day. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import { playRecord } from '@vein-mend/core/record'
import type { Act } from '@vein-mend/core/record'
import type { ActId, StudentId } from '@vein-mend/core/kit'
import { playStudent } from '@vein-mend/core/simulate'
import sqlite3 from 'sqlite3'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { DEMO_SCRIPTS } from '../demo/demoScripts'
import { openKnowledge, readPackTexts } from '../packs'
import { actsOf, PACKS_FOLDER, shippedPacks, TODAY } from '../test/studio'
import { openStudio } from './index'
import { MIGRATIONS } from './migrations'

const LAST_VERSION = 4
const packs = await shippedPacks()
let folder: string
let file: string

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-earlier-'))
  file = join(folder, 'studio.sqlite')
})
afterEach(() => {
  rmSync(folder, { recursive: true })
})

type Values = readonly (string | null)[]

/** Runs statements one after the other, past Sequelize. */
async function byHand(statements: readonly (readonly [string, Values])[]): Promise<void> {
  const database = new sqlite3.Database(file)
  for (const [sql, values] of statements) {
    await new Promise<void>((done, fail) => {
      database.run(sql, [...values], (error) => (error ? fail(error) : done()))
    })
  }
  await new Promise<void>((done) => database.close(() => done()))
}

/** An act as the last version wrote it: no version, no digests, an answer in words only. */
function asBefore(act: Act): object {
  if (act.kind === 'lesson-opened') {
    const { mending, pack, ...rest } = act
    const { id, version } = pack
    return { ...rest, pack: { id, version }, ...(act.id.endsWith('0') ? {} : { mending }) }
  }
  if (act.kind !== 'check-answered') return act
  const { label, ...rest } = act
  return { ...rest, outcome: label }
}

async function layEarlierStudio(): Promise<ReadonlyMap<StudentId, readonly Act[]>> {
  const steps = MIGRATIONS.slice(0, LAST_VERSION)
  await byHand([
    ...steps.flatMap((m) => m.statements.map((sql) => [sql, []] as const)),
    ['CREATE TABLE SequelizeMeta (name VARCHAR(255) PRIMARY KEY)', []],
    ...steps.map((m) => ['INSERT INTO SequelizeMeta VALUES (?)', [m.name]] as const),
  ])
  const all = new Map<StudentId, readonly Act[]>()
  for (const [i, script] of DEMO_SCRIPTS.slice(0, 3).entries()) {
    const knowledge = packs.get(script.card.instrument)!
    const { id, version } = knowledge.pack
    const played = playStudent(script, knowledge, TODAY, seededRng(i))
    const last = played.at(-1)!
    const undo = { kind: 'undone', act: last.id, id: `undo-last-${i}` as ActId } as const
    const acts: readonly Act[] = [...played, { ...undo, at: last.at, by: 'teacher' }]
    const student = `student-${script.key}` as StudentId
    all.set(student, acts)
    await byHand([
      [
        'INSERT OR IGNORE INTO packs VALUES (?, ?, ?)',
        [id, version, JSON.stringify({ ...knowledge, pack: { id, version } })],
      ],
      ['INSERT INTO students VALUES (?, ?, ?)', [student, script.card.name, '{"name":"stale"}']],
      ...acts.map((act) => {
        const opened = act.kind === 'lesson-opened'
        return [
          `INSERT INTO acts (id, student_id, kind, at, by_whom, pack_id, pack_version, body)
           VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
          [
            act.id,
            student,
            act.kind,
            act.at,
            act.by,
            opened ? id : null,
            opened ? version : null,
            JSON.stringify(asBefore(act)),
          ],
        ] as const
      }),
      [
        'INSERT INTO home_links VALUES (?, ?, ?, ?, NULL)',
        [`hash-${i}`, student, '2026-02-01', '2026-06-01'],
      ],
      ['INSERT INTO records VALUES (?, ?, ?)', [student, 'older code', '{}']],
    ])
  }
  await byHand([["INSERT INTO settings VALUES ('schools', '{}')", []]])
  return all
}

/** The states of a record, whatever its acts were written with. */
const statesOf = (record: ReturnType<typeof playRecord>) =>
  record?.cases.map((c) => [c.name, c.status, c.points.length])

test('every act, link and setting of an earlier studio is there, and its records play to the same states', async () => {
  const laid = await layEarlierStudio()
  const store = await openStudio(file)
  const opened = await openKnowledge(store, await readPackTexts(PACKS_FOLDER))
  expect(opened.ok).toBe(true)
  const { students, inTrouble } = await store.students()
  expect(inTrouble).toEqual([])
  expect(students.map((s) => s.summary.name)).not.toContain('stale')
  for (const [student, acts] of laid) {
    expect((await actsOf(store, student)).map((a) => a.id)).toEqual(acts.map((a) => a.id))
    expect(statesOf(await store.recordOf(student))).toEqual(statesOf(playRecord(acts)))
    expect(await store.homeLinks(student)).toHaveLength(1)
  }
  expect(await store.setting('schools')).toEqual({})
  await store.close()
})

test('knowledge that a lesson named by its version only is still found, as it was kept', async () => {
  const laid = await layEarlierStudio()
  const store = await openStudio(file)
  const [student] = laid.keys()
  const lesson = (await store.recordOf(student!))!.lessons[0]!
  expect(lesson.pack.digest).toBeUndefined()
  expect(await store.packAt(lesson.pack)).toMatchObject({ pack: lesson.pack })
  await store.close()
})

test('a student of an earlier studio can go on: noted, undone, removed', async () => {
  const laid = await layEarlierStudio()
  const store = await openStudio(file)
  const [student, acts] = [...laid][0]!
  const undo = acts.at(-1)!
  const back = await store.write(async (w) => {
    const undoing = await w.undo(student, undo.id)
    if (!undoing.ok) throw new Error(undoing.refusal.code)
    const act: Act = {
      kind: 'undone',
      act: undo.id,
      id: 'undo-undoing' as ActId,
      at: undo.at,
      by: 'x',
    }
    await w.append(student, [act], undoing.record)
    return undoing.record
  })
  expect(statesOf(back)).toEqual(statesOf(playRecord(acts.slice(0, -1))))
  await store.write((w) => w.remove(student, '2026-03-02T10:00:00.000Z'))
  expect(await store.rowsOf(student)).toEqual([])
  expect((await store.students()).students).toHaveLength(2)
  await store.close()
})
