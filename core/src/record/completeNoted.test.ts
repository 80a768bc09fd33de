/** What is seen, heard and measured in a lesson: filled out from the instrument's knowledge, and why it does not allow some. */
import { describe, expect, test } from 'vitest'
import { completeAct, refuseAct } from './index'
import type { ActRequest } from './index'
import { A, hashOf, START } from './test/desk'
import type { Desk } from './test/desk'
import { ask, begun, KNOWLEDGE, L, noted } from './test/instrument'

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
    const heard = { hash: hashOf('a'), seconds: 3 }
    expect(ask(desk, noted('of-thin', { heard }))).toMatchObject({ code: 'unknown_take' })
    expect(completeAct(noted('of-thin', { heard }), null, KNOWLEDGE).ok).toBe(false)
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
    expect(ask(desk, answered('ends', 'another'))).toMatchObject({
      ...{ code: 'unknown_check', path: ['check'], facts: { check: 'another' } },
    })
    expect(ask(desk, answered('another'))).toMatchObject({
      ...{ code: 'unknown_outcome', path: ['outcome'], facts: { outcome: 'another' } },
    })
    expect(desk.record.lessons[0]!.checks).toEqual([])
  })

  test('is refused where it loads what hurts; one that nobody knows is taken to load what plays', () => {
    const [breath] = KNOWLEDGE.checks
    const checks = [{ ...breath!, id: 'by-leg', loads: ['leg'] as const }, breath!]
    const knowledge = { ...KNOWLEDGE, checks } as typeof KNOWLEDGE
    const why = (part: 'breath' | 'leg', check: string) => {
      const desk = begun()
      desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Music', part })
      const whole = completeAct(answered('ends', check), desk.record, knowledge)
      return whole.ok ? null : [whole.refusal.code, whole.refusal.facts]
    }
    expect(why('leg', 'by-leg')).toEqual(['pain_reported', { part: 'leg' }])
    expect(why('leg', 'one-breath')).toBeNull()
    expect(why('breath', 'one-breath')).toEqual(['pain_reported', { part: 'breath' }])
    expect(why('breath', 'by-leg')).toBeNull()
    expect(why('breath', 'nobody-knows')).toEqual(['pain_reported', { part: 'breath' }])
    expect(why('leg', 'nobody-knows')).toEqual(['unknown_check', { check: 'nobody-knows' }])
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
    expect(ask(desk, compared('nothing'))).toMatchObject({
      ...{ code: 'unknown_finding', path: ['finding'], facts: { finding: 'nothing' } },
    })
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
    ask(desk, checked({ points: { feet: 'wrong' }, wrong: { feet: ['late', 'else'] } }))
    const last = desk.record.lessons[0]!.setups.at(-1)
    expect(last).toMatchObject({ wrong: { feet: ['late', 'else'] } })
    expect(last).not.toHaveProperty('ways')
  })

  test('has the instrument’s points, ways and numbers, each number within its range', () => {
    const desk = begun()
    const why = (more: object) => ask(desk, checked(more))
    const ear = { code: 'unknown_point', path: ['points', 'ear'], facts: { point: 'ear' } }
    expect(why({ points: { ear: 'right' } })).toMatchObject(ear)
    expect(why({ numbers: { ear: 1 } })).toMatchObject(ear)
    expect(why({ points: { feet: 'wrong' }, ways: { feet: 'of-loud' } })).toMatchObject({
      ...{ code: 'unknown_finding', path: ['ways', 'feet'], facts: { finding: 'of-loud' } },
    })
    expect(why({ ways: { ear: 'of-late' } })).toMatchObject({ code: 'unknown_finding' })
    for (const point of ['feet', 'ear']) {
      expect(why({ wrong: { [point]: ['loud'] } })).toMatchObject({
        ...{ code: 'unknown_part', path: ['wrong', point], facts: { point, part: 'loud' } },
      })
    }
    expect(why({ numbers: { feet: 80 } })).toMatchObject({
      ...{ code: 'no_number', path: ['numbers', 'feet'], facts: { point: 'feet' } },
    })
    for (const stand of [59, 121]) {
      expect(why({ numbers: { stand } })).toMatchObject({
        ...{ code: 'number_out_of_range', path: ['numbers', 'stand'] },
        facts: { least: 60, most: 120 },
      })
    }
    for (const stand of [60, 120]) expect(why({ numbers: { stand } })).not.toHaveProperty('code')
  })
})

describe('a measured take', () => {
  const hash = hashOf('a')
  /** Played notes, kept and measured. */
  function measured(value: number): Desk {
    const desk = begun()
    desk.do(desk.keeping('a'))
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
    expect(ask(desk, says('nothing'))).toMatchObject({
      ...{ code: 'unknown_finding', facts: { finding: 'nothing' } },
    })
    expect(ask(desk, says('of-thin'))).toMatchObject({
      ...{ code: 'take_says_nothing', facts: { finding: 'Sign of-thin' } },
    })
    expect(ask(desk, says('uneven', hashOf('b')))).toMatchObject({ code: 'unknown_take' })
    desk.do({ kind: 'take-removed', hash })
    expect(ask(desk, says())).toMatchObject({ code: 'unknown_take' })
  })

  test('is measured again beside what was read of it, each value within its interval, other takes left alone', () => {
    const desk = measured(60)
    const other = hashOf('b')
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
    desk.do(desk.keeping('b'))
    expect([again(hash, 10), again(hash, 20)]).toEqual([null, null])
    expect(desk.record.takes.map((t) => t.readings.map((r) => r.version))).toEqual([
      ['1', '2', '2'],
      [],
    ])
    const { readings } = desk.record.takes[0]!
    expect(readings.map((r) => r.a4 ?? null)).toEqual([null, 442, 442])
    expect(readings.map((r) => [Object.hasOwn(r, 'a4'), Object.hasOwn(r, 'of')])).toEqual([
      [false, false],
      [true, false],
      [true, false],
    ])
    const of = { case: A, rung: 'scale', name: 'Scale', crossing: true }
    const reading = { hash, analyser: 'timing', version: '3', measures: [], of }
    desk.do({ kind: 'take-measured', ...reading })
    expect(desk.record.takes[0]!.readings.at(-1)!.of).toEqual(of)
    const outside = { name: 'unevenness', value: 9, low: 10, high: 20, unit: 'ms' }
    const fine = { ...outside, value: 15 }
    expect(
      refuseAct(
        desk.record,
        { ...reading, kind: 'take-measured', measures: [fine, outside] },
        START,
      ),
    ).toMatchObject({ path: ['measures', 1, 'value'] })
  })
})
