import { describe, expect, test } from 'vitest'
import type { Fault, Knowledge } from '../packs'
import type { CaseState, StudentRecord } from '../record'
import type { LessonId } from '../kit'
import { calibrate, learnedPriors, settledDiagnoses, withLearnedPriors } from './index'
import type { SettledDiagnosis } from './index'

const prior = { beginner: 0.2, elementary: 0.1, intermediate: 0.1, advanced: 0.1 }
const fault = (id: string) => ({ id, prior }) as unknown as Fault

function settled(student: string, faultId: string, more: Partial<SettledDiagnosis> = {}) {
  return {
    student,
    lesson: `${student}-1`,
    stage: 'beginner' as const,
    fault: faultId,
    grounded: true,
    overruled: false,
    rivals: [{ fault: faultId, name: '', probability: 0.8 }],
    ...more,
  }
}

describe('priors learned from settled cases', () => {
  test('with nothing settled the pack stands as it is', () => {
    expect(learnedPriors([fault('a')], [])).toEqual([])
  })

  test('the pack is worth twenty students: four of ten beginners move 20 % to 27 %', () => {
    const cases = Array.from({ length: 10 }, (_, i) => settled(`s${i}`, i < 4 ? 'a' : 'b'))
    const a = learnedPriors([fault('a')], cases)
    expect(a).toEqual([
      {
        fault: 'a',
        stage: 'beginner',
        pack: 0.2,
        learned: (0.2 * 20 + 4) / (20 + 10),
        cases: 4,
        students: 10,
      },
    ])
  })

  test('a student counts once, however often they were looked at', () => {
    const cases = [settled('s', 'a'), settled('s', 'a', { lesson: 's-2' }), settled('s', 'b')]
    expect(learnedPriors([fault('a')], cases)[0]).toMatchObject({ cases: 1, students: 1 })
  })

  test('what was decided on the first signs alone teaches nothing', () => {
    const guessed = Array.from({ length: 9 }, (_, i) => settled(`g${i}`, 'a', { grounded: false }))
    expect(learnedPriors([fault('a')], guessed)).toEqual([])
    expect(learnedPriors([fault('a')], [...guessed, settled('s', 'b')])[0]).toMatchObject({
      cases: 0,
      students: 1,
    })
  })

  test('only the stages that were seen move', () => {
    const knowledge = { faults: [fault('a')] } as unknown as Knowledge
    const learned = withLearnedPriors(knowledge, [settled('s', 'a')]).faults[0]!.prior
    expect(learned.beginner).toBeCloseTo((0.2 * 20 + 1) / 21, 12)
    expect(learned.elementary).toBe(0.1)
  })
})

function settledIn(lesson: string, fault: string, rivals: [string, number][]): CaseState {
  return {
    fault,
    settledOn: lesson as LessonId,
    stage: 'beginner',
    overruled: null,
    looks: [],
    status: { state: 'open' },
    ladder: null,
    rivals: rivals.map(([r, probability]) => ({ fault: r, name: r, probability })),
  } as unknown as CaseState
}

test.each<[string, object, object, boolean]>([
  ['a check', {}, { checks: [{ says: { x: 'absent' } }], signs: [] }, true],
  ['a check that left it open', {}, { checks: [{ says: {} }], signs: [] }, false],
  ['a measure', {}, { checks: [], signs: [{ measured: {} }] }, true],
  ['a look', { looks: [{ lesson: 'l1' }] }, { checks: [], signs: [] }, true],
  ['a look of another day', { looks: [{ lesson: 'l2' }] }, { checks: [], signs: [{}] }, false],
  ['its remedy', { status: { state: 'mended' }, ladder: {} }, { checks: [], signs: [{}] }, true],
  [
    'nothing but being called mended',
    { status: { state: 'mended' } },
    { checks: [], signs: [] },
    false,
  ],
  ['signs alone', {}, { checks: [], signs: [{}] }, false],
])('decided after %s', (_, of, lesson, grounded) => {
  const record = {
    cases: [{ ...settledIn('l1', 'a', []), ...of }],
    lessons: [{ id: 'l1', ...lesson }],
  } as unknown as StudentRecord
  expect(settledDiagnoses('s', record)[0]?.grounded).toBe(grounded)
})

describe('what was said and what came', () => {
  test('a fault on record from an earlier lesson is no forecast any more', () => {
    const found = settledDiagnoses('s', {
      lessons: [],
      cases: [
        settledIn('one', 'a', [
          ['a', 0.8],
          ['b', 0.3],
        ]),
        settledIn('two', 'b', [
          ['a', 0.9],
          ['b', 0.4],
        ]),
      ],
    })
    expect(found.map((f) => f.rivals.map((r) => r.fault))).toEqual([['a', 'b'], ['b']])
  })

  test('two faults of one lesson answer the first ranking, and count once', () => {
    const rivals = [
      { fault: 'a', name: '', probability: 0.8 },
      { fault: 'b', name: '', probability: 0.6 },
      { fault: 'c', name: '', probability: 0.1 },
    ]
    const report = calibrate([settled('s', 'a', { rivals }), settled('s', 'b', { rivals: [] })])
    expect(report.forecasts).toBe(3)
    expect(report.brier).toBeCloseTo((0.04 + 0.16 + 0.01) / 3, 12)
  })

  test('few cases are called few, and an empty row says nothing', () => {
    const report = calibrate([settled('s', 'a')])
    expect(report.tooFew).toBe(true)
    expect(report.rows.find((r) => r.from === 0.1)).toMatchObject({
      forecasts: 0,
      came: { low: 0, high: 1 },
    })
    expect(calibrate([]).brier).toBeNull()
  })
})
