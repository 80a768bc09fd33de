/** What a measured take says of signs: which it can speak of, against what it counts, and what it may not say. */
import { describe, expect, test } from 'vitest'
import { ratioOf } from '../measure'
import type { Knowledge, MeasuredBy, PassRule } from '../packs'
import {
  caseOf,
  latestReading,
  measureNow,
  readingsNow,
  notToldYet,
  notTakenOf,
  strengthOf,
  takeSays,
  verdictByRule,
  verdictOn,
  whyNotTaken,
} from './index'
import type { StudentRecord } from '../record'
import type { Take, TakeMeasure, TakeReading } from './index'

const measure = (name: string, value: number, more: Partial<TakeMeasure> = {}): TakeMeasure => ({
  name,
  value,
  low: value - 1,
  high: value + 1,
  unit: 'ms',
  ...more,
})

const reading = (measures: readonly TakeMeasure[], more: object = {}): TakeReading =>
  ({
    act: 'act-1',
    run: 'act-1',
    analyser: 'timing',
    version: '1',
    measures,
    notMeasured: [],
    ...more,
  }) as unknown as TakeReading

let nth = 0
/** A take of its lesson, a week apart; with the reading that holds, or none. */
function takeOf(lesson: number, found: TakeReading | null, more: object = {}): Take {
  nth += 1
  return {
    act: `take-${nth}`,
    lesson: `lesson-${lesson}`,
    date: `2026-03-${String(lesson).padStart(2, '0')}`,
    case: null,
    removed: false,
    readings: found ? [found] : [],
    ...more,
  } as unknown as Take
}

const rung = (id: string, crossing = false) => ({
  of: { case: 'case-1', rung: id, name: id, crossing },
})

const knowing = (...signs: (readonly [string, Omit<MeasuredBy, 'source'>])[]) =>
  ({ findings: signs.map(([id, measured]) => ({ id, measured })) }) as unknown as Knowledge
const record = (...takes: Take[]) => ({ takes }) as unknown as StudentRecord

const UNEVEN = { by: 'unevenness', side: 'over', at: 30 } as const
const idsOf = (said: readonly { finding: { id: string } }[]) => said.map((s) => s.finding.id)

describe('a take measured by several', () => {
  const steady = measure('jitter', 5)
  const first = reading([measure('unevenness', 60), measure('jitter', 1)], { run: 'run-1' })
  const others = [
    reading([measure('unevenness', 10)], { run: 'run-2' }),
    reading([steady], { run: 'run-2', analyser: 'taps' }),
  ]
  const take = takeOf(1, null, { readings: [first, ...others] })

  test('holds what all of them read at the last measuring, and nothing of those before it', () => {
    expect(readingsNow(take)).toEqual(others)
    expect(latestReading(take)).toBe(others[0])
    expect(measureNow(take, 'jitter')).toEqual({ measure: steady, reading: others[1] })
    expect(measureNow(take, 'tempo')).toBeNull()
    expect(readingsNow(takeOf(1, null))).toEqual([])
  })

  test('speaks by each analyser as that one may tell', () => {
    const known = knowing(['even', UNEVEN], ['beat', { by: 'jitter', side: 'over', at: 3 }])
    expect(idsOf(takeSays(record(take), take, known))).toEqual(['even'])
  })
})

describe('a take and its signs', () => {
  const far = takeOf(1, reading([measure('unevenness', 60), measure('tempo-drift', 1)]))

  test('it speaks of what was measured, what says most first, by the ratio of its value', () => {
    const known = knowing(
      ['drifts', { by: 'tempo-drift', side: 'over', at: 40 }],
      ['uneven', UNEVEN],
      ['weighs', { by: 'jitter', side: 'over', at: 1 }],
    )
    const said = takeSays(record(far), far, known)
    expect(idsOf(said)).toEqual(['uneven', 'drifts'])
    const [uneven, drifts] = said
    expect(uneven).toMatchObject({ told: true, clear: false, own: null })
    expect(drifts).toMatchObject({ told: false, clear: true, own: null })
    expect(uneven!.ratio).toBe(ratioOf(measure('unevenness', 60), known.findings[1]!.measured!))
  })

  test('a sign without a measure, and a take without a reading, say nothing', () => {
    const known = { findings: [{ id: 'seen' }] } as unknown as Knowledge
    expect(takeSays(record(far), far, known)).toEqual([])
    expect(takeSays(record(), takeOf(1, null), knowing(['uneven', UNEVEN]))).toEqual([])
    expect(notToldYet(record(), takeOf(1, null), knowing(['uneven', UNEVEN]))).toEqual([])
  })

  test('the latest reading holds, and says of which fault it is', () => {
    const [first, last] = [
      reading([measure('unevenness', 60)]),
      reading([measure('unevenness', 5)], { run: 'act-2' }),
    ]
    const twice = takeOf(1, null, { readings: [first, last], case: 'case-0' })
    expect(latestReading(twice)).toBe(last)
    expect(takeSays(record(twice), twice, knowing(['uneven', UNEVEN]))[0]!.clear).toBe(true)
    expect(caseOf(twice)).toBe('case-0')
    expect(caseOf(takeOf(1, reading([], rung('scale')), { case: 'case-0' }))).toBe('case-1')
    expect(caseOf(takeOf(1, null))).toBeNull()
  })

  test('what asks for a crossing is told of takes with one, what asks for none of the others', () => {
    const known = knowing(
      ['at-the-crossing', { ...UNEVEN, crossing: true }],
      ['elsewhere', { ...UNEVEN, crossing: false }],
      ['anywhere', UNEVEN],
    )
    const asked = (crossing: boolean) => {
      const take = takeOf(1, reading([measure('unevenness', 60)], rung('scale', crossing)))
      return idsOf(takeSays(record(take), take, known)).sort()
    }
    expect(asked(true)).toEqual(['anywhere', 'at-the-crossing'])
    expect(asked(false)).toEqual(['anywhere', 'elsewhere'])
    expect(idsOf(takeSays(record(far), far, known)).sort()).toEqual(['anywhere', 'elsewhere'])
  })

  test('what is tapped speaks of the pulse and the two hands alone', () => {
    const all = ['unevenness', 'tempo-drift', 'hands-apart', 'hands-apart-spread']
    const known = knowing(...all.map((by) => [by, { ...UNEVEN, by: by as 'unevenness' }] as const))
    const tapped = takeOf(
      1,
      reading(
        all.map((by) => measure(by, 60)),
        { analyser: 'taps' },
      ),
    )
    expect(idsOf(takeSays(record(tapped), tapped, known)).sort()).toEqual(all.slice(1).sort())
  })

  test('half of a sign speaks for it by three to one at most and never tells it', () => {
    const known = knowing(['sharp-and-thin', { ...UNEVEN, half: true }])
    expect(takeSays(record(far), far, known)[0]).toMatchObject({ ratio: 3, told: false })
    const near = takeOf(1, reading([measure('unevenness', 5)]))
    const [against] = takeSays(record(near), near, known)
    expect(against).toMatchObject({ told: false, clear: true })
    expect(against!.ratio).toBeLessThan(1)
  })

  test('few tones clear nobody: a fault shows in every other one at least', () => {
    const known = knowing(['flat', { by: 'pitch', side: 'under', at: -20 }])
    const heard = (count?: number) => {
      const pitch = measure('pitch', 0, {
        unit: 'cents',
        ...(count === undefined ? {} : { count }),
      })
      const take = takeOf(1, reading([pitch], { analyser: 'tone' }))
      return takeSays(record(take), take, known)[0]!.ratio
    }
    expect(heard(1)).toBe(0.5)
    expect(heard(3)).toBe(0.125)
    expect(heard()).toBeLessThan(0.05)
    // Only of tones: notes of a keyboard are all there.
    const uneven = takeOf(1, reading([measure('unevenness', 5, { count: 1 })]))
    expect(takeSays(record(uneven), uneven, knowing(['uneven', UNEVEN]))[0]!.ratio).toBeLessThan(
      0.5,
    )
  })
})

describe('against the student’s own usual value', () => {
  const known = knowing(['weak', { by: 'level', side: 'under', at: -6, against: 'own' }])
  const loud = (lesson: number, value: number, more: object = {}) =>
    takeOf(lesson, reading([measure('level', value, { unit: 'dB' })], { analyser: 'tone' }), more)
  const now = loud(9, -30)
  const says = (...before: Take[]) => takeSays(record(...before, now), now, known)

  test('nothing is told before two earlier lessons know it, and the take says so', () => {
    const one = [loud(1, -20), loud(1, -21)]
    expect(says(...one)).toEqual([])
    expect(notToldYet(record(...one, now), now, known).map((f) => f.id)).toEqual(['weak'])
    const two = [...one, loud(2, -20)]
    expect(idsOf(says(...two))).toEqual(['weak'])
    expect(notToldYet(record(...two, now), now, known)).toEqual([])
    const plain = knowing(['uneven', { ...UNEVEN, by: 'level' }])
    expect(notToldYet(record(now), now, plain)).toEqual([])
    // Nor is what this take was not measured for.
    const other = knowing(['breathy', { by: 'breath', side: 'over', at: 0.5, against: 'own' }])
    expect(notToldYet(record(now), now, other)).toEqual([])
    const both = takeOf(9, reading([measure('pitch', 3), measure('level', -30)]))
    expect(notToldYet(record(both), both, known).map((f) => f.id)).toEqual(['weak'])
    const unmeasured = takeOf(9, null)
    expect(notToldYet(record(unmeasured), unmeasured, known)).toEqual([])
  })

  test('what lies near it is clear, however far from nought', () => {
    const [weak] = takeSays(
      record(loud(1, -30), loud(2, -30), now),
      now,
      knowing(['weak', { by: 'level', side: 'under', at: -6, against: 'own' }]),
    )
    expect(weak).toMatchObject({ own: -30, told: false, clear: true })
  })

  test('a sign that counts by itself does so whatever is usual here', () => {
    const uneven = (lesson: number) => takeOf(lesson, reading([measure('unevenness', 60)]))
    const third = uneven(3)
    const [alone] = takeSays(record(third), third, knowing(['uneven', UNEVEN]))
    const all = record(uneven(1), uneven(2), third)
    const [usual] = takeSays(all, third, knowing(['uneven', UNEVEN]))
    expect(usual!.own).toBe(60)
    expect(usual).toMatchObject({ told: true, clear: false })
    expect(alone!.told).toBe(true)
  })

  test('the usual value is the middle over lessons, each by its middle take', () => {
    // Lessons stand at -20, -22 and -40; the middle one is -22.
    const before = [loud(1, -20), loud(1, -10), loud(1, -21), loud(3, -40), loud(2, -22)]
    const [weak] = says(...before)
    expect(weak!.own).toBe(-22)
    // Eight below the usual: beyond six with its interval.
    expect(weak).toMatchObject({ told: true, clear: false })
    const unsorted = [loud(1, -22), loud(2, -40), loud(3, -10)]
    expect(says(...unsorted)[0]!.own).toBe(-22)
    expect(says(...unsorted.slice(1), loud(4, -22))[0]!.own).toBe(-22)
  })

  test('later takes, those of the same lesson, removed ones and other analysers do not count', () => {
    const strange = [
      loud(10, -20),
      loud(9, -20),
      loud(3, -20, { removed: true }),
      takeOf(4, reading([measure('level', -20)], { analyser: 'taps' })),
      takeOf(5, reading([measure('pitch', 3)], { analyser: 'tone' })),
      takeOf(6, null),
    ]
    expect(says(loud(1, -20), ...strange)).toEqual([])
    expect(says(loud(1, -20), loud(2, -20), ...strange)[0]!.own).toBe(-20)
  })

  test('times as many count by their ratio less one', () => {
    const more = knowing(['breathy', { by: 'breath', side: 'over', at: 0.5, against: 'own' }])
    const noisy = (lesson: number, value: number) =>
      takeOf(
        lesson,
        reading([measure('breath', value, { unit: 'times', low: value, high: value })], {
          analyser: 'tone',
        }),
      )
    const before = [noisy(1, 10), noisy(2, 10)]
    // Half as much again is the threshold: 16 is beyond it and 14 is not.
    const [far, near] = [noisy(9, 16), noisy(9, 14)].map((t) =>
      takeSays(record(...before, t), t, more),
    )
    expect(far![0]).toMatchObject({ told: true, clear: false })
    expect(near![0]).toMatchObject({ told: false, clear: true })
  })
})

describe('only when fast', () => {
  const known = knowing(['only-fast', { ...UNEVEN, slower: true }])
  const at = (tempo: number, unevenness: number, more: object = {}, lesson = 1) =>
    takeOf(
      lesson,
      reading(
        [measure('tempo', tempo, { unit: 'bpm' }), measure('unevenness', unevenness)],
        rung('scale'),
      ),
      more,
    )
  const fast = at(120, 60)
  const beside = (...others: Take[]) => takeSays(record(fast, ...others), fast, known)

  test('is told beside a take at four fifths of the tempo or less in which it is not there', () => {
    expect(beside(at(96, 5))[0]).toMatchObject({ told: true, clear: false })
    expect(beside(at(97, 5))).toEqual([])
    expect(beside()).toEqual([])
  })

  test('there when slow too it is cleared, and what says less of the two decides', () => {
    const [both] = beside(at(60, 60))
    expect(both).toMatchObject({ told: false, clear: true })
    expect(both!.ratio).toBeLessThan(1)
    const [one] = beside(at(60, 25))
    expect(one!.ratio).toBe(
      Math.min(
        ratioOf(measure('unevenness', 60), known.findings[0]!.measured!),
        1 / ratioOf(measure('unevenness', 25), known.findings[0]!.measured!),
      ),
    )
  })

  test('the slowest of the same rung, lesson and analyser is taken, and no removed one', () => {
    expect(beside(at(90, 60), at(60, 5))[0]!.told).toBe(true)
    expect(beside(at(90, 5), at(60, 60))[0]!.told).toBe(false)
    expect(beside(at(60, 5, { removed: true }))).toEqual([])
    expect(beside(at(60, 5, {}, 2))).toEqual([])
    const slow = [measure('tempo', 60), measure('unevenness', 5)]
    expect(beside(takeOf(1, reading(slow, rung('arpeggio'))))).toEqual([])
    // Nor one that was laid against nothing, or never measured.
    expect(beside(takeOf(1, reading(slow)), takeOf(1, null))).toEqual([])
    expect(beside(takeOf(1, reading(slow, { ...rung('scale'), analyser: 'tone' })))).toEqual([])
  })
})

describe('what it says of a fault', () => {
  const says = (id: string, told: boolean, clear: boolean) =>
    ({ finding: { id }, told, clear }) as unknown as Parameters<typeof verdictOn>[0][number]
  const fault = { shows: { a: 0.9, b: 0.8 } }

  const verdict = (list: Parameters<typeof verdictOn>[0]) => verdictOn(list, fault, [])

  test('it shows where one of its signs is told, and is clear where all are and nothing else is told', () => {
    expect(verdict([says('a', true, false), says('b', false, true)])).toBe('shows')
    expect(verdict([says('a', false, true), says('b', false, true)])).toBe('clear')
    expect(verdict([says('a', false, true), says('b', false, false)])).toBe('cannot-tell')
    expect(verdict([says('a', false, true), says('squeaks', true, false)])).toBe('cannot-tell')
    expect(verdict([says('squeaks', false, true)])).toBe('cannot-tell')
    expect(verdict([])).toBe('cannot-tell')
  })

  test('it is not clear while a sign of its own could have been measured and was not', () => {
    const by = (id: string, name: string) =>
      ({
        id,
        measured: { by: name, side: 'over', at: 1 },
      }) as unknown as Knowledge['findings'][number]
    const known = {
      findings: [
        by('a', 'rush-before-crossing'),
        by('b', 'thumb-accent'),
        by('c', 'pitch'),
        by('d', 'overlap'),
      ],
    } as unknown as Knowledge
    const shown = { shows: { a: 0.85, b: 0.6, c: 0.9, d: 0.3 } }
    const take = takeOf(1, reading([measure('thumb-accent', 0)]))
    const onlyThumb = [says('b', false, true)]
    const missing = notTakenOf(take, onlyThumb, shown, known)
    // Pitch is not for a take of notes to tell, and the overlap shows in few.
    expect(missing.map((f) => f.id)).toEqual(['a'])
    expect(verdictOn(onlyThumb, shown, missing)).toBe('cannot-tell')
    const both = [...onlyThumb, says('a', false, true)]
    expect(notTakenOf(take, both, shown, known)).toEqual([])
    expect(verdictOn(both, shown, [])).toBe('clear')
    const of = (crossing: boolean) => reading([], { of: { crossing } })
    const why = (name: string, more: object, now: TakeReading) => {
      const finding = { measured: { by: name, side: 'over', at: 1, ...more } }
      return whyNotTaken(takeOf(1, now), finding as unknown as Knowledge['findings'][number])
    }
    expect(why('rush-before-crossing', {}, of(true))).toBe('too-few-crossings')
    expect(why('rush-before-crossing', {}, of(false))).toBe('no-crossing')
    expect(why('unevenness-share', { crossing: true }, of(false))).toBe('no-crossing')
    expect(why('unevenness-share', { slower: true }, of(true))).toBe('no-slower')
    expect(why('unevenness-share', {}, of(true))).toBe('too-short')
    const heard = reading([measure('level', -6)], { analyser: 'tone' })
    expect(why('level', { against: 'own' }, heard)).toBe('no-usual')
    const through = { analyser: 'tone', notMeasured: [{ name: 'level', why: 'prevented' }] }
    expect(why('level', { against: 'own' }, reading([], through))).toBe('prevented')
    // What is told is told, whatever else was not looked at.
    expect(verdictOn([says('b', true, false)], shown, missing)).toBe('shows')
  })

  test('the rung’s own rule goes by its measure: within, beyond, or neither', () => {
    const rule = {
      kind: 'share',
      clean: 4,
      of: 5,
      within: { what: 'even', at: 10 },
    } as unknown as PassRule
    const plain = { kind: 'share', clean: 4, of: 5 } as unknown as PassRule
    const by = (value: number, more: object = {}) =>
      verdictByRule(takeOf(1, reading([measure('unevenness-share', value)], more)), rule)
    expect(verdictByRule(takeOf(1, reading([])), plain)).toBeNull()
    expect(by(1)).toBe('clear')
    expect(by(60)).toBe('shows')
    expect(by(10)).toBe('cannot-tell')
    expect(by(1, { analyser: 'taps' })).toBe('cannot-tell')
    expect(verdictByRule(takeOf(1, reading([measure('pitch', 1)])), rule)).toBe('cannot-tell')
    expect(verdictByRule(takeOf(1, null), rule)).toBe('cannot-tell')
    // The two hands are told by taps too.
    const hands = { ...rule, within: { what: 'hands', at: 30 } } as PassRule
    const tapped = reading([measure('hands-apart', -60)], { analyser: 'taps' })
    expect(verdictByRule(takeOf(1, tapped), hands)).toBe('shows')
  })

  test('a ratio is called marked from ten, slight from one and a half, absent from its inverse', () => {
    expect([10, 9.9, 1.5, 1.4, 1, 0.67, 0.66, 0.1].map(strengthOf)).toEqual([
      ...['marked', 'slight', 'slight', 'unsure'],
      ...['unsure', 'unsure', 'absent', 'absent'],
    ])
  })
})
