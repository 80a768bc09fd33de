/** What a lesson asks the diagnosis, from what was noted, measured, answered and found before. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { Knowledge, SetupPoint } from '../packs'
import { lessonQuestion } from './index'
import type { LessonId } from '../kit'
import type { StudentRecord } from './index'
import { Desk, START, withFaults } from './test/desk'
import { B, KNOWLEDGE } from './test/instrument'

const point = (id: string, more: Partial<SetupPoint>): SetupPoint => ({
  ...{ id, ask: id, parts: [], lasts: false, number: null, grows: false },
  ...more,
})
const slope = {
  ...({ unit: 'degrees', least: -45, most: 45, right: [-3, 8] } as const),
  ...({ rightIn: { 'low-seat': [-15, 2] }, below: 'forearm-climbs' } as const),
  above: 'forearm-slopes',
} as const
const SEATED = {
  ...KNOWLEDGE,
  setup: [
    point('feet', {
      parts: [{ id: 'dangle', say: 'they dangle', finding: 'feet-dangle' }],
      lasts: true,
    }),
    point('slope', { number: slope }),
  ],
  schools: [
    { id: 'low-seat', topic: 'seat height', usual: false },
    { id: 'level', topic: 'seat height', usual: true },
  ],
} as unknown as Knowledge

const ask = (record: StudentRecord, lesson: number) =>
  lessonQuestion(record, `lesson-${lesson}` as LessonId, KNOWLEDGE)
const known = (desk: Desk, lesson: number) => [...ask(desk.record, lesson).known]

describe('faults already on record', () => {
  /** One settled in the first lesson and looked at in each, another in the third. */
  function twoFaults(): Desk {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.open().look(4, 4)
    desk.open().settle(B, 'thin')
    desk.look(0, 4)
    return desk
  }

  test('enter with the chance that they were still there on the lesson’s day', () => {
    const desk = twoFaults()
    const points = desk.case().points
    const there = (n: number) => 1 - points.find((p) => p.lesson === `lesson-${n}`)!.belief
    expect(there(2)).not.toBeCloseTo(there(3), 3)
    expect(known(desk, 2)).toContainEqual(['bell-hand', there(2)])
    expect(known(desk, 3)).toEqual([['bell-hand', there(3)]])
  })

  test('those settled in the lesson itself do not, so that its ranking stays readable', () => {
    expect(known(twoFaults(), 1).map(([fault]) => fault)).toEqual(['thin'])
    expect(known(twoFaults(), 3).map(([fault]) => fault)).toEqual(['bell-hand'])
  })

  test('one that has no point of that lesson enters as it stands now', () => {
    const desk = twoFaults()
    const { belief } = desk.case(B)
    expect(known(desk, 1)).toEqual([['thin', 1 - belief]])
  })
})

test('signs come as noted, with the ratio of those that were measured; answers of checks after them', () => {
  const desk = new Desk().open()
  const sign = (finding: string, more: object = {}) =>
    desk.do({
      ...({ kind: 'sign-noted', lesson: desk.lesson, finding, text: finding } as const),
      ...({ strand: 'tone', strength: 'slight', prompted: false, condition: null } as const),
      ...more,
    })
  const answer = (check: string, says: Record<string, 'marked' | 'absent'>) =>
    desk.do({
      ...({ kind: 'check-answered', lesson: desk.lesson, check, name: check } as const),
      ...{ outcome: 'one', label: 'One', says },
    })
  sign('of-thin')
  answer('one-breath', { 'of-thin': 'absent', 'of-loud': 'marked' })
  sign('of-late')
  answer('two-breaths', { 'of-dull': 'absent' })
  const { signs, answered } = ask(desk.record, 1)
  expect(signs).toEqual([
    { finding: 'of-thin', strength: 'slight' },
    { finding: 'of-late', strength: 'slight' },
    { finding: 'of-thin', strength: 'absent' },
    { finding: 'of-loud', strength: 'marked' },
    { finding: 'of-dull', strength: 'absent' },
  ])
  expect(answered).toEqual(['one-breath', 'two-breaths'])
  const hash = 'a'.repeat(64)
  const measure = { name: 'unevenness', value: 40, low: 35, high: 45, unit: 'percent', count: 30 }
  const [lesson] = desk.record.lessons
  const measured = { hash, measure, side: 'over', threshold: 30, ratio: 7.5 } as const
  const signsMeasured = lesson!.signs.map((s, i) => (i === 1 ? { ...s, measured } : s))
  const record = { ...desk.record, lessons: [{ ...lesson!, signs: signsMeasured }] }
  expect(ask(record, 1).signs.slice(0, 2)).toEqual([
    { finding: 'of-thin', strength: 'slight' },
    { finding: 'of-late', strength: 'slight', ratio: 7.5 },
  ])
})

test('what stops goes with the question, and a lesson nobody held is none', () => {
  const desk = new Desk().open()
  expect(ask(desk.record, 1).stopped).toEqual([])
  desk.do({
    ...({ kind: 'sign-noted', lesson: desk.lesson, finding: 'hurts', text: 'It hurts' } as const),
    ...({ strand: 'tension', strength: 'marked', prompted: false, condition: null } as const),
    stops: 'hand',
  })
  expect(ask(desk.record, 1).stopped).toEqual(['hand'])
  expect(() => ask(desk.record, 7)).toThrow(RangeError)
})

describe('remedies given up', () => {
  const desk = new Desk()
  desk.open().settle()
  const { record } = desk
  const former = (until: string) => ({ remedy: 'open', name: 'Open', until }) as never
  const failed = (...until: string[]) => [
    ...lessonQuestion(
      withFaults(record, { formerRemedies: until.map(former) }),
      desk.lesson,
      KNOWLEDGE,
    ).failed!,
  ]

  test('remedies given up until that day count, by their fault; later ones not', () => {
    expect(failed()).toEqual([])
    expect(failed(START, addDays(START, -7))).toEqual([['bell-hand', 2]])
    expect(failed(START, addDays(START, 1))).toEqual([['bell-hand', 1]])
    expect(failed(addDays(START, 1))).toEqual([])
  })
})

describe('the set-up before sound', () => {
  const check = (
    desk: Desk,
    points: Record<string, 'right' | 'wrong'>,
    numbers: Record<string, number>,
    place: 'studio' | 'home' = 'studio',
  ) => desk.do({ kind: 'setup-checked', lesson: desk.lesson, place, points, numbers })

  test('what was found right or wrong speaks in the diagnosis, and a number overrules the eye', () => {
    const desk = new Desk().open()
    check(desk, { feet: 'wrong' }, { slope: 14 })
    const { signs } = lessonQuestion(desk.record, desk.lesson, SEATED)
    expect(signs).toEqual([
      { finding: 'feet-dangle', strength: 'marked' },
      { finding: 'forearm-climbs', strength: 'absent' },
      { finding: 'forearm-slopes', strength: 'marked' },
    ])
  })

  test('a forearm that rises is right for a school that sits low', () => {
    const desk = new Desk({ schools: { 'seat height': 'low-seat' } }).open()
    check(desk, {}, { slope: -10 })
    const { signs } = lessonQuestion(desk.record, desk.lesson, SEATED)
    expect(signs.every((s) => s.strength === 'absent')).toBe(true)
  })

  test('the set-up of the studio is a sign, that of home is none', () => {
    const at = (place: 'studio' | 'home') => {
      const found = new Desk().open()
      check(found, { feet: 'wrong' }, {}, place)
      return lessonQuestion(found.record, found.lesson, SEATED).signs.map((s) => s.finding)
    }
    expect(at('studio')).toContain('feet-dangle')
    expect(at('home')).toEqual([])
  })
})

test('what the teacher holds shut is asked with, so that its technique is no fault yet', () => {
  const desk = new Desk().open()
  expect(ask(desk.record, 1).facts.shutGates).toEqual([])
  const held = { kind: 'gate-overruled', date: START, name: 'A gate', reason: 'Ours' } as const
  desk.do({ ...held, gate: 'slur', open: false })
  desk.do({ ...held, gate: 'tongue', open: true })
  expect(ask(desk.record, 1).facts.shutGates).toEqual(['slur'])
})
