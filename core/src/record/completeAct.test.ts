/** Short requests filled out from the instrument's knowledge, and why it does not allow some. */
import { describe, expect, test } from 'vitest'
import type { Fault, Finding, Knowledge, Remedy } from '../packs'
import { A, Desk } from './test/desk'
import { completeAct } from './index'
import type { ActRequest, CaseId, LessonId } from './index'

const BEGINNER = 0.2
const fault = (id: string, more: Partial<Fault> = {}): Fault =>
  ({
    id,
    name: `The ${id}`,
    strand: 'tone',
    severity: 2,
    prior: { beginner: BEGINNER, elementary: BEGINNER, intermediate: BEGINNER, advanced: BEGINNER },
    likelier: [],
    shows: { [`of-${id}`]: 0.9 },
    leadsTo: {},
    ...more,
  }) as unknown as Fault

const finding = (id: string, more: Partial<Finding> = {}): Finding =>
  ({
    id,
    text: `Sign ${id}`,
    strand: 'tone',
    leak: 0.02,
    byCheckOnly: false,
    ...more,
  }) as unknown as Finding

const rung = (id: string, avoid: object = {}) => ({
  id,
  name: id,
  instruction: 'Do it.',
  way: 'parts',
  condition: 'exercise',
  dose: { times: 5, minutes: 4 },
  pass: { kind: 'share', clean: 4, of: 5 },
  avoid,
})

const remedy = (id: string, more: object = {}): Remedy =>
  ({
    id,
    name: `Remedy ${id}`,
    aim: '',
    loads: ['breath'],
    avoid: {},
    rungs: [rung('one'), rung('two')],
    ...more,
  }) as unknown as Remedy

const AFTER_TEETH = { 'small-hands': 'The span is too wide.' }
const KNOWLEDGE = {
  kind: 'instrument',
  faults: [
    fault('bell-hand', { leadsTo: { thin: 0.8 } }),
    fault('thin', { strand: 'tension', severity: 4 }),
    fault('loud'),
    fault('late'),
    fault('dull'),
    fault('wild'),
  ],
  findings: [
    ...['bell-hand', 'thin', 'loud', 'late', 'dull', 'wild'].map((id) => finding(`of-${id}`)),
    finding('uneven', { measured: { by: 'unevenness', side: 'over', at: 30 } } as Partial<Finding>),
    finding('hurts', {
      text: 'The hand hurts',
      strand: 'tension',
      stop: { part: 'hand', say: '' },
    }),
  ],
  checks: [
    {
      id: 'one-breath',
      name: 'On one breath',
      minutes: 1,
      outcomes: [
        { id: 'ends', label: 'It ends early', says: { 'of-thin': 'marked' } },
        { id: 'holds', label: 'It holds', says: { 'of-thin': 'absent' } },
      ],
      loads: ['breath'],
      avoid: {},
    },
  ],
  setup: [
    { id: 'feet', number: null, ways: [{ finding: 'of-late' }] },
    { id: 'stand', number: { least: 60, most: 120, unit: 'cm' }, ways: [] },
  ],
  schools: [],
  equipment: [],
  playing: ['breath', 'hand'],
  remedies: [
    remedy('open'),
    remedy('by-hand', { loads: ['hand'] }),
    remedy('wide', { avoid: AFTER_TEETH }),
    remedy('nothing', { rungs: [rung('one', AFTER_TEETH)] }),
  ],
} as unknown as Knowledge

const L = 'lesson-1' as LessonId
const B = 'case-0-b' as CaseId
const begun = (...flags: 'small-hands'[]) => new Desk({ flags }).open()

const noted = (sign: string, more: object = {}): ActRequest => ({
  ...{ kind: 'sign-noted', lesson: L, finding: sign, strength: 'marked' },
  ...{ prompted: false, condition: null },
  ...more,
})

/** The act written down, or the code of why not. */
function ask(desk: Desk, request: ActRequest): unknown {
  const whole = completeAct(request, desk.record, KNOWLEDGE)
  if (!whole.ok) return whole.refusal
  desk.do(whole.value)
  return whole.value
}

describe('a sign', () => {
  test('is filled out with its words and what it stops', () => {
    const desk = begun()
    expect(ask(desk, noted('of-thin'))).toMatchObject({ text: 'Sign of-thin', strand: 'tone' })
    expect(ask(desk, noted('of-thin'))).not.toHaveProperty('stops')
    expect(ask(desk, noted('hurts'))).toMatchObject({ text: 'The hand hurts', stops: 'hand' })
    expect(desk.record.stops).toMatchObject([{ parts: ['hand'], words: 'The hand hurts' }])
  })

  test('noted again it stands once, as it was noted last; said to be gone, it ends the stop', () => {
    const desk = begun()
    ask(desk, noted('of-thin', { strength: 'slight' }))
    ask(desk, noted('of-loud'))
    ask(desk, noted('of-thin', { strength: 'absent' }))
    const [signs] = desk.record.lessons.map((l) => l.signs)
    expect(signs!.map((s) => [s.finding, s.strength])).toEqual([
      ['of-loud', 'marked'],
      ['of-thin', 'absent'],
    ])
    ask(desk, noted('hurts'))
    ask(desk, noted('hurts', { strength: 'absent' }))
    expect(desk.record.stops[0]!.ended).toMatchObject({ how: 'gone' })
  })

  test('nobody knows is refused, and one heard in a take that is not there', () => {
    const desk = begun()
    expect(ask(desk, noted('of-nobody'))).toMatchObject({
      code: 'unknown_finding',
      facts: { finding: 'of-nobody' },
    })
    const heard = { hash: 'a'.repeat(64), seconds: 3 }
    expect(ask(desk, noted('of-thin', { heard }))).toMatchObject({ code: 'unknown_take' })
    expect(completeAct(noted('of-thin', { heard }), null, KNOWLEDGE).ok).toBe(false)
  })
})

const settling = (id: string, more: object = {}): ActRequest => ({
  kind: 'fault-settled',
  lesson: L,
  case: B,
  fault: id,
  ...more,
})

describe('a fault that is settled', () => {
  test('keeps its ranking, its rivals by their chances and the stage', () => {
    const desk = begun()
    ask(desk, noted('of-thin'))
    const settled = ask(desk, settling('thin')) as {
      rivals: { fault: string; probability: number }[]
      probability: number
    }
    expect(settled).toMatchObject({ name: 'The thin', strand: 'tension', severity: 4 })
    expect(settled).toMatchObject({ stage: desk.record.card.stage, drivenBy: [] })
    expect(settled.rivals).toHaveLength(4)
    expect(settled.rivals[0]).toEqual({
      fault: 'thin',
      name: 'The thin',
      probability: settled.probability,
    })
    // Noisy-or by hand: 0.2 (1 - 0.1 · 0.98) against 0.8 · 0.02.
    const there = 0.2 * (1 - 0.1 * 0.98)
    expect(settled.probability).toBeCloseTo(there / (there + 0.8 * 0.02), 9)
    expect(desk.case(B)).toMatchObject({ settledOn: L, overruled: null, status: { state: 'open' } })
  })

  test('against the ranking needs a reason, which is kept', () => {
    const desk = begun()
    ask(desk, noted('of-thin'))
    expect(ask(desk, settling('loud'))).toMatchObject({
      code: 'reason_missing',
      path: ['overruled'],
      facts: { first: 'The thin' },
    })
    expect(ask(desk, settling('loud', { overruled: 'heard it' }))).toMatchObject({
      probability: BEGINNER,
    })
    expect(desk.case(B).overruled).toBe('heard it')
    // What is settled already is first no more: the next may be taken without a reason.
    ask(desk, settling('thin', { case: A }))
    expect(ask(desk, settling('thin', { case: 'case-0-c' }))).toMatchObject({
      code: 'fault_already_settled',
      facts: { name: 'The thin' },
    })
  })

  test('names the open faults that drive it, and no mended ones', () => {
    const desk = begun()
    desk.settle(A, 'bell-hand')
    ask(desk, noted('of-thin'))
    expect(ask(desk, settling('thin'))).toMatchObject({ drivenBy: [A] })
    const other = begun()
    other.settle(A, 'loud')
    ask(other, noted('of-thin'))
    expect(ask(other, settling('thin'))).toMatchObject({ drivenBy: [] })
    const { record } = desk
    const mended = record.cases
      .filter((c) => c.id === A)
      .map((c) => ({ ...c, status: { state: 'mended', nextRecheck: null } as never }))
    const asked = completeAct(settling('thin'), { ...record, cases: mended }, KNOWLEDGE)
    expect(asked).toMatchObject({ value: { drivenBy: [] } })
  })

  test('is refused where the fault, the student or the lesson is not known', () => {
    const desk = begun()
    expect(ask(desk, settling('nobody'))).toMatchObject({ code: 'unknown_fault' })
    expect(ask(desk, settling('thin', { lesson: 'lesson-9' }))).toMatchObject({
      code: 'unknown_lesson',
    })
    const nobody = completeAct(settling('thin'), null, KNOWLEDGE)
    expect(nobody).toMatchObject({ refusal: { code: 'unknown_student' } })
  })
})

const starting = (id: string): ActRequest => ({
  kind: 'remedy-started',
  lesson: L,
  case: A,
  remedy: id,
  weeks: 5,
})

describe('a remedy that is begun', () => {
  const settled = (...flags: 'small-hands'[]) => {
    const desk = begun(...flags)
    desk.settle()
    return desk
  }

  test('has its ladder, its name and what it loads', () => {
    const desk = settled()
    expect(ask(desk, starting('open'))).toMatchObject({
      name: 'Remedy open',
      loads: ['breath'],
      rungs: [{ id: 'one' }, { id: 'two' }],
    })
    expect(desk.case().ladder!.rungs.map((r) => r.id)).toEqual(['one', 'two'])
  })

  test('is refused where it would load what hurts, and only then', () => {
    const desk = settled()
    ask(desk, noted('hurts'))
    expect(ask(desk, starting('by-hand'))).toMatchObject({
      code: 'pain_reported',
      facts: { part: 'hand' },
    })
    expect(ask(desk, starting('open'))).toMatchObject({ loads: ['breath'] })
  })

  test('is refused where it does not suit the student, where nothing is left of it, or where nobody knows it', () => {
    expect(ask(settled('small-hands'), starting('wide'))).toMatchObject({
      code: 'remedy_not_for_student',
      facts: { flag: 'small-hands', why: 'The span is too wide.' },
    })
    expect(ask(settled('small-hands'), starting('nothing'))).toMatchObject({ code: 'no_rungs' })
    expect(ask(settled(), starting('nothing'))).toMatchObject({ rungs: [{ id: 'one' }] })
    expect(ask(settled(), starting('unheard-of'))).toMatchObject({
      code: 'unknown_remedy',
      facts: { remedy: 'unheard-of' },
    })
    expect(completeAct(starting('open'), null, KNOWLEDGE)).toMatchObject({
      refusal: { code: 'unknown_student' },
    })
  })
})

describe('a check', () => {
  const answered = (outcome: string, check = 'one-breath'): ActRequest => ({
    kind: 'check-answered',
    lesson: L,
    check,
    outcome,
  })

  test('is filled out with its name, its answer and what that says, one after the other', () => {
    const desk = begun()
    ask(desk, answered('ends'))
    ask(desk, answered('holds'))
    expect(desk.record.lessons[0]!.checks).toMatchObject([
      {
        check: 'one-breath',
        name: 'On one breath',
        outcome: 'It ends early',
        says: { 'of-thin': 'marked' },
      },
      { outcome: 'It holds', says: { 'of-thin': 'absent' } },
    ])
  })

  test('that the instrument does not have, or an answer that it does not have, is refused', () => {
    const desk = begun()
    expect(ask(desk, answered('ends', 'another'))).toMatchObject({ code: 'unknown_check' })
    expect(ask(desk, answered('another'))).toMatchObject({ code: 'unknown_outcome' })
    expect(desk.record.lessons[0]!.checks).toEqual([])
  })
})

describe('a sign compared before and after a change', () => {
  test('is told with its words, and refused where the instrument does not know it', () => {
    const desk = begun()
    const compared = (sign: string): ActRequest => ({
      ...{ kind: 'compared', lesson: L, finding: sign, changed: 'the stand' },
      ...{ before: 'marked', after: 'slight' },
    })
    ask(desk, compared('of-thin'))
    ask(desk, compared('of-loud'))
    expect(ask(desk, compared('nothing'))).toMatchObject({ code: 'unknown_finding' })
    expect(desk.record.lessons[0]!.comparisons).toMatchObject([
      {
        finding: 'of-thin',
        text: 'Sign of-thin',
        changed: 'the stand',
        before: 'marked',
        after: 'slight',
      },
      { finding: 'of-loud' },
    ])
  })
})

describe('the set-up', () => {
  const checked = (more: object, place = 'studio'): ActRequest =>
    ({ kind: 'setup-checked', lesson: L, place, points: {}, numbers: {}, ...more }) as ActRequest

  test('stands once for each place, as it was looked at last', () => {
    const desk = begun()
    ask(desk, checked({ points: { feet: 'wrong' }, ways: { feet: 'of-late' } }))
    ask(desk, checked({ points: { feet: 'right' } }, 'home'))
    ask(desk, checked({ numbers: { stand: 60 } }))
    const [lesson] = desk.record.lessons
    expect(lesson!.setups.map((s) => [s.place, s.points, s.numbers])).toEqual([
      ['home', { feet: 'right' }, {}],
      ['studio', {}, { stand: 60 }],
    ])
    expect(lesson!.setups[1]).not.toHaveProperty('ways')
    ask(desk, checked({ points: { feet: 'wrong' }, ways: { feet: 'of-late' } }))
    expect(desk.record.lessons[0]!.setups.at(-1)).toMatchObject({ ways: { feet: 'of-late' } })
  })

  test('has the instrument’s points, ways and numbers, each number within its range', () => {
    const desk = begun()
    const why = (more: object) => ask(desk, checked(more))
    expect(why({ points: { ear: 'right' } })).toMatchObject({ code: 'unknown_point' })
    expect(why({ numbers: { ear: 1 } })).toMatchObject({ code: 'unknown_point' })
    expect(why({ points: { feet: 'wrong' }, ways: { feet: 'of-loud' } })).toMatchObject({
      code: 'unknown_finding',
    })
    expect(why({ ways: { ear: 'of-late' } })).toMatchObject({ code: 'unknown_finding' })
    expect(why({ numbers: { feet: 80 } })).toMatchObject({ code: 'no_number' })
    for (const stand of [59, 121]) {
      expect(why({ numbers: { stand } })).toMatchObject({ code: 'number_out_of_range' })
    }
    for (const stand of [60, 120]) expect(why({ numbers: { stand } })).not.toHaveProperty('code')
  })
})

describe('a measured take', () => {
  const hash = 'a'.repeat(64)
  /** Played notes, kept and measured. */
  function measured(value: number): Desk {
    const desk = begun()
    desk.do({
      ...{ kind: 'take-kept', lesson: L, case: null, hash, take: 'notes' },
      ...{ type: 'audio/midi', bytes: 100, words: '' },
    })
    const measures = [{ name: 'unevenness', value, low: value - 1, high: value + 1, unit: 'ms' }]
    desk.do({ kind: 'take-measured', hash, analyser: 'timing', version: '1', measures })
    return desk
  }
  const says = (sign = 'uneven', of = hash): ActRequest => ({
    kind: 'sign-measured',
    lesson: L,
    finding: sign,
    hash: of,
  })

  test('is noted as its sign, with what was measured, against what, and by how much it says so', () => {
    const desk = measured(60)
    ask(desk, noted('of-thin'))
    ask(desk, says())
    ask(desk, says())
    const { signs } = desk.record.lessons[0]!
    expect(signs.map((s) => s.finding)).toEqual(['of-thin', 'uneven'])
    expect(signs[1]).toMatchObject({
      ...{ text: 'Sign uneven', strand: 'tone', strength: 'marked' },
      ...{ prompted: false, condition: 'exercise', stops: null },
      measured: { hash, side: 'over', threshold: 30, measure: { name: 'unevenness', value: 60 } },
    })
    expect(signs[1]!.measured!.ratio).toBeGreaterThan(1)
  })

  test('far below it speaks against its sign', () => {
    const desk = measured(5)
    ask(desk, says())
    const [sign] = desk.record.lessons[0]!.signs
    expect(sign!.strength).toBe('absent')
    expect(sign!.measured!.ratio).toBeLessThan(1)
  })

  test('speaks of signs the instrument knows and it can tell, while the take is there', () => {
    const desk = measured(60)
    expect(ask(desk, says('nothing'))).toMatchObject({ code: 'unknown_finding' })
    expect(ask(desk, says('of-thin'))).toMatchObject({ code: 'take_says_nothing' })
    expect(ask(desk, says('uneven', 'b'.repeat(64)))).toMatchObject({ code: 'unknown_take' })
    desk.do({ kind: 'take-removed', hash })
    expect(ask(desk, says())).toMatchObject({ code: 'unknown_take' })
  })

  test('is measured again beside what was read of it, each value within its interval, other takes left alone', () => {
    const desk = measured(60)
    const other = 'b'.repeat(64)
    const again = (of: string, value: number) =>
      desk.try({
        ...{ kind: 'take-measured', hash: of, analyser: 'timing', version: '2', a4: 442 },
        measures: [{ name: 'unevenness', value, low: 10, high: 20, unit: 'ms' }],
      })
    expect(again(other, 15)).toBe('unknown_take')
    expect([again(hash, 9), again(hash, 21)]).toEqual([
      'measure_outside_interval',
      'measure_outside_interval',
    ])
    desk.do({
      ...{ kind: 'take-kept', lesson: L, case: null, hash: other, take: 'notes' },
      ...{ type: 'audio/midi', bytes: 100, words: '' },
    })
    expect([again(hash, 10), again(hash, 20)]).toEqual([null, null])
    expect(desk.record.takes.map((t) => t.readings.map((r) => r.version))).toEqual([
      ['1', '2', '2'],
      [],
    ])
    expect(desk.record.takes[0]!.readings.map((r) => r.a4 ?? null)).toEqual([null, 442, 442])
  })
})
