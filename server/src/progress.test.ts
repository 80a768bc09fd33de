/** The letter, the report, the tables and the studio's holidays, as they leave the server. */
import { RECORD_TABLES } from '@vein-mend/contract'
import { addDays, seededRng } from '@vein-mend/core/kit'
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import { allTicks, playRecord } from '@vein-mend/core/record'
import type { Act, StudentRecord } from '@vein-mend/core/record'
import { playStudent } from '@vein-mend/core/simulate'
import Papa from 'papaparse'
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { DEMO_SCRIPTS } from './demo/demoScripts'
import { actsOf, openTestStudio, TODAY } from './test/studio'
import type { TestStudio } from './test/studio'

const ID = 'student-marrow' as StudentId
let studio: TestStudio
let acts: readonly Act[]

beforeEach(async () => {
  studio = await openTestStudio()
  const script = DEMO_SCRIPTS.find((s) => s.key === 'marrow')!
  acts = playStudent(
    script,
    studio.knowledge.written(script.card.instrument)!,
    TODAY,
    seededRng(11),
  )
  await studio.store.write((w) => w.append(ID, acts, playRecord(acts)!))
})
afterEach(async () => {
  expect(studio.logged).toEqual([])
  await studio.close()
})

const get = (path: string) => request(studio.app).get(`/api${path}`).set('host', 'localhost')
const post = (path: string, body: object) =>
  request(studio.app).post(`/api${path}`).set('host', 'localhost').send(body)
const record = async (): Promise<StudentRecord> => playRecord(await actsOf(studio.store, ID))!

async function rows(table: string): Promise<readonly Record<string, string>[]> {
  const { text } = await get(`/students/${ID}/tables/${table}.csv`).expect(200)
  const read = Papa.parse<Record<string, string>>(text, { header: true })
  expect(read.errors.filter((e) => e.code !== 'UndetectableDelimiter')).toEqual([])
  return read.data
}

describe('the tables', () => {
  test('every one is there, and the big ones hold every row of the record', async () => {
    const { lessons, cases, home, strengths } = await record()
    const counts = Object.fromEntries(
      await Promise.all(RECORD_TABLES.map(async (t) => [t, (await rows(t)).length] as const)),
    )
    expect(counts).toMatchObject({
      lessons: lessons.length,
      signs: lessons.flatMap((l) => l.signs).length,
      checks: lessons.flatMap((l) => l.checks).length,
      faults: cases.length,
      states: cases.flatMap((c) => c.points).length,
      looks: cases.flatMap((c) => c.looks).length,
      home: allTicks(home).length,
      strengths: strengths.length,
      rungs: cases.flatMap((c) => c.ladder?.rungs ?? []).length,
      weeks: home.given.flatMap((g) => g.blocks).length,
    })
    expect(counts.signs).toBeGreaterThan(0)
  })

  test('words that a spreadsheet would run are made harmless', async () => {
    const open = acts.findLast((a) => a.kind === 'lesson-closed')!
    expect(open).toBeDefined()
    await post(`/students/${ID}/acts`, {
      acts: [
        {
          kind: 'break-noted',
          id: 'break-of-isla',
          from: TODAY,
          to: TODAY,
          why: 'away',
          words: '=HYPERLINK("x")',
        },
      ],
    }).expect(200)
    expect((await rows('breaks'))[0]!.words).toBe(`'=HYPERLINK("x")`)
  })

  test('a table there is not is not found', async () => {
    await get(`/students/${ID}/tables/nothing.csv`).expect(404)
  })
})

describe('the letter and the report', () => {
  test.each(['letter', 'report'])('the %s is a PDF under the name of the student', async (kind) => {
    const answer = await get(`/students/${ID}/progress/${kind}.pdf`).buffer(true).expect(200)
    expect(answer.headers['content-disposition']).toContain(`isla-marrow-${kind}.pdf`)
    expect((answer.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-')
  })

  test('days the wrong way round are refused by name', async () => {
    const path = `/students/${ID}/progress/letter.pdf?from=2026-03-02&to=2026-03-01`
    const refused = await get(path).expect(422)
    expect(refused.body).toMatchObject({ error: { code: 'ends_before_it_begins', path: ['to'] } })
  })
})

describe('a holiday of the studio', () => {
  const holiday = (from: IsoDate, to: IsoDate) =>
    post('/studio/breaks', { from, to, why: 'holiday', words: 'Spring fair' })

  test('is noted with every student once, and moves what is due in it', async () => {
    const due = (r: StudentRecord) =>
      r.cases.flatMap((c) => (c.status.state === 'mended' ? (c.status.nextRecheck ?? []) : []))
    const before = due(await record())
    const from = TODAY
    const to = addDays(TODAY, 40)
    expect((await holiday(from, to).expect(200)).body).toEqual({ students: 1 })
    expect((await holiday(from, to).expect(200)).body).toEqual({ students: 0 })
    const after = due(await record())
    expect(after).toHaveLength(before.length)
    for (const day of after) expect(day < from || day > to).toBe(true)
    expect((await record()).breaks).toHaveLength(1)
  })

  test('that ends before it begins is refused and nothing is noted', async () => {
    const refused = await holiday(TODAY, addDays(TODAY, -1)).expect(422)
    expect(refused.body).toMatchObject({ error: { code: 'break_ends_before' } })
    expect((await record()).breaks).toEqual([])
  })
})
