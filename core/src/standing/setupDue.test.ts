/** Points of the set-up that ask to be looked at: where, how long ago, and whether the student grows. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { Knowledge } from '../packs'
import { lastSetup, setupDue } from './index'
import type { StudentCard } from '../record'
import { Desk, START } from '../record/test/desk'

const point = (id: string, grows: boolean) => ({
  ...{ id, ask: id, parts: [{ id: 'no', say: 'not right', finding: `no-${id}` }] },
  ...{ lasts: false, number: null, grows },
})
const KNOWLEDGE = { setup: [point('feet', false), point('seat', true)] } as unknown as Knowledge

const look = (desk: Desk, points: Record<string, 'right' | 'wrong'>, place: 'studio' | 'home') =>
  desk.do({ kind: 'setup-checked', lesson: desk.lesson, place, points, numbers: {} })
const due = (desk: Desk, days: number) =>
  setupDue(desk.record, KNOWLEDGE, addDays(START, days)).map((d) => [d.point.id, d.why, d.weeks])

test('what was looked at at home, or at another point, was not looked at in the studio', () => {
  const desk = new Desk().open()
  expect(due(desk, 0)).toEqual([
    ['feet', 'never', null],
    ['seat', 'never', null],
  ])
  look(desk, { feet: 'right', seat: 'right' }, 'home')
  look(desk, { feet: 'right' }, 'studio')
  expect(due(desk, 0)).toEqual([['seat', 'never', null]])
})

test('the last look at the point counts, with its weeks', () => {
  const desk = new Desk({ ageBand: 'adult' }).open()
  look(desk, { feet: 'wrong', seat: 'wrong' }, 'studio')
  desk.open()
  look(desk, { seat: 'right' }, 'studio')
  look(desk, { feet: 'right' }, 'home')
  expect(due(desk, 20)).toEqual([['feet', 'wrong', 2]])
  expect(due(desk, 21)).toEqual([['feet', 'wrong', 3]])
})

describe('a student who grows is fitted anew', () => {
  const of = (more: Partial<StudentCard>) => {
    const desk = new Desk(more).open()
    look(desk, { feet: 'right', seat: 'right' }, 'studio')
    const first = [...Array(130).keys()].find((days) => due(desk, days).length > 0)
    return first === undefined ? null : first / 7
  }

  // Common practice, no source.
  test('after so many weeks by age, sooner while growing fast, and an adult never', () => {
    expect(of({ ageBand: 'child' })).toBe(12)
    expect(of({ ageBand: 'teen' })).toBe(16)
    expect(of({ ageBand: 'adult' })).toBeNull()
    expect(of({ ageBand: 'teen', flags: ['growing'] })).toBe(8)
  })

  test('in what grows with them alone', () => {
    const desk = new Desk({ ageBand: 'child' }).open()
    look(desk, { feet: 'right', seat: 'right' }, 'studio')
    expect(due(desk, 84)).toEqual([['seat', 'grown', 12]])
  })
})

test('the last set-up is that of the place, before the lesson named', () => {
  const desk = new Desk().open()
  const last = (place: 'studio' | 'home', before?: string) =>
    lastSetup(desk.record, place, before)?.points ?? null
  expect([last('studio'), last('home')]).toEqual([null, null])
  look(desk, { feet: 'wrong' }, 'studio')
  look(desk, { feet: 'right' }, 'home')
  desk.open()
  look(desk, { seat: 'right' }, 'studio')
  expect([last('studio'), last('home')]).toEqual([{ seat: 'right' }, { feet: 'right' }])
  expect(last('studio', desk.lesson)).toEqual({ feet: 'wrong' })
  expect(last('home', 'lesson-1')).toBeNull()
})

describe('a number of what grows', () => {
  const height = { id: 'height', parts: [], lasts: false, number: { unit: 'cm' }, grows: true }
  const BY_NUMBER = { setup: [point('feet', false), height] } as unknown as Knowledge
  const measuring = (desk: Desk) => (feet: 'right' | 'wrong') =>
    desk.do({
      ...({ kind: 'setup-checked', lesson: desk.lesson, place: 'studio' } as const),
      ...{ points: { feet }, numbers: { height: 12 } },
    })

  test('a point is due when it was never looked at, was wrong, or the student has grown', () => {
    const desk = new Desk({ ageBand: 'child' }).open()
    const measure = measuring(desk)
    const due = () =>
      setupDue(desk.record, BY_NUMBER, addDays(START, 90)).map((d) => [d.point.id, d.why])
    expect(due()).toEqual([['feet', 'never']])
    measure('right')
    expect(due()).toEqual([['height', 'grown']])
    measure('wrong')
    expect(due()[0]).toEqual(['feet', 'wrong'])
  })

  test('an adult is not measured again for growth', () => {
    const desk = new Desk({ ageBand: 'adult' }).open()
    const measure = measuring(desk)
    measure('right')
    expect(setupDue(desk.record, BY_NUMBER, addDays(START, 300))).toEqual([])
  })
})
