/** What a lesson asks the diagnosis, from what was noted, measured, answered and found before. */
import { describe, expect, test } from 'vitest'
import { lessonQuestion } from './index'
import type { LessonId, StudentRecord } from './index'
import { Desk } from './test/desk'
import { B, KNOWLEDGE } from './test/instrument'

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
