/** Studios whose records could not be read on open again: what stopped them is read as what it was. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { IsoDate, IsoInstant, ActId, LessonId, StudentId } from '@vein-mend/core/kit'
import { USUAL_MENDING } from '@vein-mend/core/mending'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import { latestReading, strengthOf } from '@vein-mend/core/takes'
import type { Act, StudentRecord } from '@vein-mend/core/record'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { openStudio } from './index'
import { openPlain } from './plainSqlite'

const STUDENT = 'student-marrow' as StudentId
const LESSON = 'lesson-0001' as LessonId
const HASH = 'a'.repeat(64)
const DAY = '2026-03-02' as IsoDate
let folder: string
let file: string

const stamp = (n: number) => ({
  ...{ id: `act-stuck-${n}` as ActId, at: '2026-03-02T10:00:00.000Z' as IsoInstant, by: 'teacher' },
})
const added: Act = {
  kind: 'student-added',
  card: { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'clarinet' },
  ...stamp(0),
}

/** The rows of a student after the first, as the former version wrote them, past everything that would refuse them. */
async function layRows(bodies: readonly object[]): Promise<void> {
  const store = await openStudio(file)
  await store.write((w) => w.append(STUDENT, [added], playRecord([added])!))
  await store.close()
  const database = await openPlain(file)
  for (const [i, body] of bodies.entries()) {
    const { id, at, by } = stamp(i + 1)
    const { kind } = body as { kind: string }
    await database.run(
      'INSERT INTO acts (id, student_id, kind, at, by_whom, body) VALUES (?, ?, ?, ?, ?, ?)',
      [id, STUDENT, kind, at, by, JSON.stringify({ ...body, id, at, by })],
    )
  }
  await database.close()
}

async function opened(): Promise<StudentRecord> {
  const store = await openStudio(file)
  const standing = await store.standing(STUDENT)
  await store.close()
  if (!standing?.ok) throw new Error(JSON.stringify(standing?.trouble))
  return standing.record
}

const lessonOf = (version: string) => ({
  ...{ kind: 'lesson-opened', lesson: LESSON, date: DAY, v: 2, mending: USUAL_MENDING },
  pack: { id: 'clarinet', version },
})

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-stuck-'))
  file = join(folder, 'studio.sqlite')
})
afterEach(() => rmSync(folder, { recursive: true }))

describe('opens again', () => {
  test('where a version names everything it is put together from', async () => {
    const version =
      '1.12.3+every-instrument.1.4.0.winds.1.2.0.single-reeds.1.3.1.clarinet-studio.1.0.41'
    expect(version.length).toBeGreaterThan(60)
    await layRows([lessonOf(version)])
    expect((await opened()).lessons).toMatchObject([{ id: LESSON, pack: { version } }])
  })

  test('where a figure came out as no number: its take stays, and says that it was not measured', async () => {
    const measure = { name: 'tempo', value: 72, low: 70, high: 74, unit: 'bpm', count: 30 }
    const rush = { name: 'rush-before-crossing', value: null, low: null, high: null, unit: 'share' }
    const share = { name: 'sounding-share', value: null, low: null, high: 1, unit: 'share' }
    await layRows([
      lessonOf('1.0.0'),
      {
        ...{ kind: 'take-kept', lesson: LESSON, case: null, hash: HASH, take: 'notes' },
        ...{ type: 'audio/midi', bytes: 90, words: 'the scale', v: 1 },
      },
      {
        ...{ kind: 'take-measured', hash: HASH, analyser: 'timing', version: '2', v: 1 },
        measures: [measure, { ...rush, count: 3 }, { ...share, count: 20 }],
      },
      {
        ...{ kind: 'sign-measured', lesson: LESSON, finding: 'rush-before-crossing', v: 1 },
        ...{ hash: HASH, text: 'Rushes before the thumb', strand: 'coordination' },
        ...{ measure: { ...rush, count: 3 }, side: 'under', threshold: -0.05, ratio: null },
      },
    ])
    const { takes, lessons } = await opened()
    expect(takes[0] && latestReading(takes[0])).toMatchObject({
      measures: [measure],
      notMeasured: [
        { name: 'rush-before-crossing', why: 'no-number' },
        { name: 'sounding-share', why: 'no-number' },
      ],
    })
    // The sign that was read off it stays too, and says nothing.
    const [sign] = lessons[0]!.signs
    expect(sign).toMatchObject({ measured: { measure: null, ratio: 1 } })
    expect(sign?.strength).toBe(strengthOf(1))
  })
})
