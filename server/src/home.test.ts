/** The week as files, read back by others, and the door for home. */
import type {
  HomeResponse,
  PracticeWeekResponse,
  SheetResponse,
  StudentResponse,
} from '@vein-mend/contract'
import { seededRng } from '@vein-mend/core/kit'
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import { BODY_PARTS } from '@vein-mend/core/packs'
import { blocksToGive, isGiven } from '@vein-mend/core/practice'
import { playRecord, weekGivenFor } from '@vein-mend/core/record'
import { playStudent } from '@vein-mend/core/simulate'
import ICAL from 'ical.js'
import Papa from 'papaparse'
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { DEMO_SCRIPTS } from './demo/demoScripts'
import { NO_COPIES } from './store'
import { actsOf, openTestStudio, TODAY } from './test/studio'
import type { TestStudio } from './test/studio'
import { makeHomeLink } from './usecases/homePage'

const ID = 'student-marrow' as StudentId
let studio: TestStudio

beforeEach(async () => {
  studio = await openTestStudio()
  const script = DEMO_SCRIPTS[0]!
  const knowledge = studio.knowledge.written(script.card.instrument)!
  const acts = playStudent(script, knowledge, TODAY, seededRng(11))
  await studio.store.write((w) => w.append(ID, acts, playRecord(acts)!))
})
afterEach(async () => {
  expect(studio.logged).toEqual([])
  await studio.close()
})

const get = (path: string) => request(studio.app).get(`/api${path}`).set('host', 'localhost')
const post = (path: string, body: object) =>
  request(studio.app).post(`/api${path}`).set('host', 'localhost').send(body)

async function token(): Promise<string> {
  const made = await post(`/students/${ID}/home-links`, {})
  return (made.body as { token: string }).token
}

describe('one sheet', () => {
  const sheetOf = async (day = '') =>
    (await get(`/students/${ID}/sheet${day}`)).body as SheetResponse
  const rows = (sheet: SheetResponse) => sheet.entries.map((e) => [e.item, ...e.minutes])

  const isAtHome = async ({ week, blocks }: SheetResponse) => {
    const { record } = (await get(`/students/${ID}`)).body as StudentResponse
    return isGiven(weekGivenFor(record.home, week), blocks)
  }

  test('lays out what is given home; the phone shows the same exercises and words', async () => {
    const before = await sheetOf()
    expect(await isAtHome(before)).toBe(false)
    const { week, blocks } = before
    await post(`/students/${ID}/acts`, {
      acts: [{ id: 'given-sheet-0001', kind: 'week-given', week, blocks }],
    })
    const after = await sheetOf()
    expect(await isAtHome(after)).toBe(true)
    expect(rows(after)).toEqual(rows(before))
    const home = (await get(`/home/${await token()}`)).body as HomeResponse
    const onPhone = home.days.flatMap((d, i) => d.blocks.map((b) => `${b.item} ${i} ${b.minutes}`))
    const onSheet = after.entries.flatMap((e) =>
      e.minutes.flatMap((m, i) => (m === null ? [] : [`${e.item} ${i} ${m}`])),
    )
    expect(onPhone.sort()).toEqual(onSheet.sort())
    for (const rung of home.rungs) {
      const { instruction, lines } = after.entries.find((e) => e.item === rung.item)!
      expect([rung.instruction, rung.lines]).toEqual([instruction, lines])
    }
    expect(home.rungs.length).toBeGreaterThan(0)
  })

  test('holds from the day that is asked for, in the week in which it lies', async () => {
    const sheet = await sheetOf('?day=2026-11-28')
    expect([sheet.from, sheet.week]).toEqual(['2026-11-28', '2026-11-23'])
  })
})

describe('the week as files', () => {
  test('the calendar, read by ical.js, has each block once, on its day, with the same UID every time', async () => {
    const text = (await get(`/students/${ID}/practice.ics`)).text
    const events = new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e))
    const table = Papa.parse<{ date: string; item: string; minutes: string }>(
      (await get(`/students/${ID}/practice.csv`)).text,
      { header: true },
    )
    expect(table.errors).toEqual([])
    const fromCalendar = events.map((e) => `${e.startDate.toString().slice(0, 10)} ${e.summary}`)
    expect(fromCalendar).toEqual(table.data.map((r) => `${r.date} ${r.item}`))
    expect(events.map((e) => e.duration.toSeconds() / 60)).toEqual(
      table.data.map((r) => Number(r.minutes)),
    )
    const uids = events.map((e) => e.uid)
    expect(new Set(uids).size).toBe(events.length)
    const again = new ICAL.Component(
      ICAL.parse((await get(`/students/${ID}/practice.ics`)).text) as unknown[],
    )
    expect(again.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e).uid)).toEqual(uids)
  })

  test('the sheet is a PDF of a page or two', async () => {
    const pdf = (await get(`/students/${ID}/practice.pdf`)).body as Buffer
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    const pages = pdf.toString('latin1').match(/\/Type \/Page\b/g) ?? []
    expect(pages.length).toBeGreaterThanOrEqual(1)
    expect(pages.length).toBeLessThanOrEqual(2)
  })
})

describe('the door for home', () => {
  test('shows the sheet and nothing else of the record', async () => {
    const page = (await get(`/home/${await token()}`)).body as HomeResponse
    expect(page.name).toBe('Isla')
    expect(page.days).toHaveLength(7)
    const record = playRecord(await actsOf(studio.store, ID))!
    const text = JSON.stringify(page)
    expect(text).not.toContain('Marrow')
    for (const fault of record.cases) expect(text).not.toContain(fault.name)
    for (const lesson of record.lessons.filter((l) => l.note !== '')) {
      expect(text).not.toContain(lesson.note)
    }
  })

  test('takes ticks, pain and notes, each once, and nothing that belongs to the teacher', async () => {
    const key = await token()
    const act = { id: 'home-act-0001', kind: 'practised', date: TODAY, item: 'music' }
    const acts = [{ ...act, minutes: 7, done: true, tempo: null }]
    await post(`/home/${key}/acts`, { acts })
    await post(`/home/${key}/acts`, { acts })
    const page = (await get(`/home/${key}`)).body as HomeResponse
    expect(page.ticks).toEqual([{ date: TODAY, item: 'music', minutes: 7, tempo: null }])
    const theirs = await post(`/home/${key}/acts`, {
      acts: [
        {
          id: 'home-act-0002',
          kind: 'case-reopened',
          lesson: 'x'.repeat(8),
          case: 'y'.repeat(8),
          reason: 'no',
        },
      ],
    })
    expect(theirs.status).toBe(403)
    const { record } = (await get(`/students/${ID}`)).body as StudentResponse
    expect(record.home.ticked.flatMap((w) => w.ticks)).toHaveLength(1)
  })

  const hurtAct = (item: string) => ({
    acts: [{ id: 'home-act-0003', kind: 'hurt-at-home', date: TODAY, item, name: 'It' }],
  })
  const teach = (...acts: object[]) => post(`/students/${ID}/acts`, { acts })
  const items = (page: HomeResponse) => page.days.flatMap((d) => d.blocks.map((b) => b.item))

  test('an item that hurts leaves the week and is named first', async () => {
    const key = await token()
    const before = (await get(`/home/${key}`)).body as HomeResponse
    const item = before.rungs[0]!.item
    await post(`/home/${key}/acts`, hurtAct(item))
    const after = (await get(`/home/${key}`)).body as HomeResponse
    expect(after.stops).toMatchObject([{ item, name: 'It', parts: BODY_PARTS, today: true }])
    expect([after.rungs, items(after), after.trainers]).toEqual([[], [], []])
    const week = (await get(`/students/${ID}/week`)).body as PracticeWeekResponse
    expect(blocksToGive(week.plan)).toEqual([])
    for (const kind of ['pdf', 'ics', 'csv']) {
      expect((await get(`/students/${ID}/practice.${kind}`)).status).toBe(200)
    }
    const taken = { id: 'home-act-0004', kind: 'hurt-taken-back', date: TODAY, item }
    await post(`/home/${key}/acts`, { acts: [taken] })
    const back = (await get(`/home/${key}`)).body as HomeResponse
    expect(back.stops).toEqual([])
    expect(items(back)).toEqual(items(before))
  })

  test('in a week that was given it rests too, over the weekend and through a lesson, until the teacher has answered it', async () => {
    const key = await token()
    const week = (await get(`/students/${ID}/week`)).body as PracticeWeekResponse
    const blocks = blocksToGive(week.plan)
    const given = await teach({ id: 'week-act-0001', kind: 'week-given', week: week.week, blocks })
    expect(given.status).toBe(200)
    const item = ((await get(`/home/${key}`)).body as HomeResponse).rungs[0]!.item
    const hurt = { ...hurtAct(item).acts[0]!, date: '2026-02-22' }
    await post(`/home/${key}/acts`, { acts: [hurt] })
    const after = (await get(`/home/${key}`)).body as HomeResponse
    expect(after.stops.map((s) => s.item)).toEqual([item])
    const lesson = 'lesson-answering'
    await teach({ id: 'open-act-0001', kind: 'lesson-opened', lesson, date: TODAY })
    await teach({
      id: 'close-act-0001',
      kind: 'lesson-closed',
      lesson,
      note: '',
      family: '',
      next: null,
    })
    const closed = (await get(`/home/${key}`)).body as HomeResponse
    expect([closed.stops.map((s) => s.item), items(closed)]).toEqual([[item], []])
    const again = await teach({ id: 'week-act-0002', kind: 'week-given', week: week.week, blocks })
    expect(again.body).toMatchObject({ error: { code: 'pain_reported' } })
    const end = { id: 'stop-act-0001', kind: 'stop-ended', date: TODAY, stop: hurt.id, how: 'gone' }
    expect((await teach(end)).status).toBe(200)
    const answered = (await get(`/home/${key}`)).body as HomeResponse
    expect(answered.stops).toEqual([])
    expect(answered.rungs.map((r) => r.item)).toContain(item)
  })

  test('a given rung keeps its words after the student has gone up', async () => {
    const key = await token()
    const week = (await get(`/students/${ID}/week`)).body as PracticeWeekResponse
    await teach({
      id: 'week-act-0002',
      kind: 'week-given',
      week: week.week,
      blocks: blocksToGive(week.plan),
    })
    const before = (await get(`/home/${key}`)).body as HomeResponse
    const record = playRecord(await actsOf(studio.store, ID))!
    const up = record.cases.find((c) => before.rungs[0]!.item.startsWith(`${c.id}-`))!
    const lesson = 'lesson-going-up'
    const done = await teach(
      { id: 'open-act-0002', kind: 'lesson-opened', lesson, date: TODAY },
      {
        ...{ id: 'up-act-00002', kind: 'rung-decided', lesson, case: up.id, decision: 'up' },
        reason: 'known from before',
      },
    )
    expect(done.status).toBe(200)
    const after = (await get(`/home/${key}`)).body as HomeResponse
    expect(after.rungs.map((r) => r.instruction)).toEqual(before.rungs.map((r) => r.instruction))
  })

  test('takes a day’s worth of words and ticks, and pain beyond that; the rest waits', async () => {
    const key = await token()
    const post = (kind: 'home-noted' | 'hurt-at-home', from: number, count: number) =>
      request(studio.app)
        .post(`/api/home/${key}/acts`)
        .set('host', 'localhost')
        .send({
          acts: Array.from({ length: count }, (_, i) => ({
            ...{ kind, date: TODAY, id: `act-${kind}-${String(from + i)}` },
            ...(kind === 'home-noted'
              ? { words: `word ${from + i}` }
              : { item: 'music', name: 'It' }),
          })),
        })
    for (let from = 0; from < 400; from += 50) {
      expect((await post('home-noted', from, 50)).status).toBe(200)
    }
    const more = await post('home-noted', 400, 1)
    expect([more.status, more.headers['retry-after'], more.body]).toMatchObject([
      ...[429, '3600', { error: { code: 'too_many_from_home' } }],
    ])
    expect((await post('hurt-at-home', 0, 1)).status).toBe(200)
  })

  test('opens to no other token, nor to one taken back or past its day', async () => {
    const key = await token()
    expect((await get('/home/not-a-token')).status).toBe(404)
    await request(studio.app).delete(`/api/students/${ID}/home-links`).set('host', 'localhost')
    expect((await get(`/home/${key}`)).status).toBe(404)
    const long = { ...studio, today: () => '2025-01-01' as IsoDate }
    const old = await makeHomeLink(
      {
        store: long.store,
        takes: long.takes,
        knowledge: long.knowledge,
        now: () => '' as never,
        today: long.today,
        homeAddresses: () => [],
        openDemo: null,
        copies: NO_COPIES,
        writer: 'teacher',
        log: () => undefined,
      },
      ID,
    )
    if (!old.ok) throw new Error('no link')
    expect((await get(`/home/${old.value.token}`)).status).toBe(404)
  })

  test('keeps no token: only its hash is in the file', async () => {
    const key = await token()
    const { readFileSync } = await import('node:fs')
    const bytes = [studio.file, `${studio.file}-wal`].map((f) => {
      try {
        return readFileSync(f).toString('latin1')
      } catch {
        return ''
      }
    })
    expect(bytes.join('')).toContain(ID)
    expect(bytes.join('')).not.toContain(key)
  })
})
