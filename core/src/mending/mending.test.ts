import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { IsoDate } from '../kit'
import {
  afterGap,
  afterLook,
  afterRecall,
  isClean,
  isUnprompted,
  JUST_SETTLED,
  mendedRule,
  nextRecheck,
  USUAL_MENDING,
} from './index'
import type { Look } from './index'

const unprompted = (clean: number, tries: number): Look => ({
  setting: 'in-music',
  prompted: false,
  clean,
  tries,
})

/** The same two-state chain, added up over every path of states. */
function byAllPaths(start: number, steps: { gapDays: number; look: Look }[]): number {
  const p = USUAL_MENDING
  let mendedSum = 0
  let total = 0
  for (let path = 0; path < 2 ** (steps.length + 1); path++) {
    const state = (i: number) => (path >> i) & 1
    let weight = state(0) ? start : 1 - start
    steps.forEach(({ gapDays, look }, i) => {
      const learn = 1 - (1 - p.learn) ** (0.6 * Math.min(2, gapDays / 7))
      const forget = 1 - (1 - p.forgetPerDay) ** gapDays
      const stay = state(i) ? 1 - forget : learn
      weight *= state(i + 1) ? stay : 1 - stay
      const clean = state(i + 1) ? 1 - p.slip : p.guess.musicUnprompted
      weight *= clean ** look.clean * (1 - clean) ** (look.tries - look.clean)
    })
    total += weight
    if (state(steps.length)) mendedSum += weight
  }
  return mendedSum / total
}

describe('how sure we may be', () => {
  test('the filter agrees with adding up every path of hidden states', () => {
    const step = fc
      .record({
        gapDays: fc.integer({ min: 0, max: 60 }),
        tries: fc.integer({ min: 1, max: 2 }),
        c: fc.nat(2),
      })
      .map(({ gapDays, tries, c }) => ({ gapDays, look: unprompted(Math.min(c, tries), tries) }))
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 7 }), (steps) => {
        const ours = steps.reduce((b, s) => afterLook(afterGap(b, s.gapDays), s.look), JUST_SETTLED)
        expect(ours).toBeCloseTo(byAllPaths(JUST_SETTLED, steps), 10)
      }),
      { seed: 12, numRuns: 200 },
    )
  })

  // A. Corbett and J. Anderson, User Modeling and User-Adapted Interaction 4 (1995), equations 1 to 3:
  // P(L | correct) = P(L)(1−s) / (P(L)(1−s) + (1−P(L))g), then P(L') = P(L|·) + (1 − P(L|·)) t.
  test('one clean try moves it as the published update does', () => {
    const s = USUAL_MENDING.slip
    const g = USUAL_MENDING.guess.musicUnprompted
    const expected = (0.4 * (1 - s)) / (0.4 * (1 - s) + 0.6 * g)
    expect(afterLook(0.4, unprompted(1, 1))).toBeCloseTo(expected, 12)
    const noForgetting = { ...USUAL_MENDING, forgetPerDay: 0 }
    expect(afterGap(expected, 7, 1, noForgetting)).toBeCloseTo(
      expected + (1 - expected) * USUAL_MENDING.learn,
      12,
    )
  })

  test('a clean look after a prompt says less than one nobody prompted', () => {
    const prompted: Look = { ...unprompted(4, 4), prompted: true }
    const away: Look = { ...prompted, setting: 'away-from-music' }
    const [a, b, c] = [away, prompted, unprompted(4, 4)].map((look) => afterLook(0.3, look))
    expect(a).toBeLessThan(b!)
    expect(b).toBeLessThan(c!)
  })

  test('a long holiday takes some of it away and a forgotten cue warns', () => {
    expect(afterGap(0.95, 56, 0)).toBeLessThan(0.9)
    expect(afterRecall(0.8, 'not')).toBeLessThan(0.8)
    expect(afterRecall(0.8, 'hint')).toBeCloseTo(0.8, 12)
    expect(afterRecall(0.8, 'alone')).toBeGreaterThan(0.8)
  })

  test('twenty tries in one sitting tell no more than two, and none tell nothing', () => {
    expect(afterLook(0.3, unprompted(20, 20))).toBeCloseTo(afterLook(0.3, unprompted(2, 2)), 12)
    expect(afterLook(0.3, unprompted(0, 0))).toBe(0.3)
    expect(() => afterLook(0.3, unprompted(3, 2))).toThrow(RangeError)
  })
})

describe('the mended rule', () => {
  const lesson = (id: string, ...looks: Look[]) => ({ lesson: id, looks })
  test('one clean lesson is not enough, however sure the numbers are', () => {
    expect(mendedRule(0.99, [lesson('a', unprompted(5, 5))])).toMatchObject({
      holds: false,
      cleanLessons: 1,
    })
  })
  test('two clean lessons in a row, unprompted in music, are', () => {
    const two = [lesson('a', unprompted(4, 5)), lesson('b', unprompted(5, 5))]
    expect(mendedRule(0.96, two).holds).toBe(true)
    expect(mendedRule(0.94, two).holds).toBe(false)
  })
  test('a lesson looked at only after a prompt breaks the row', () => {
    const looks = [
      lesson('a', unprompted(5, 5)),
      lesson('b', { ...unprompted(5, 5), prompted: true }),
    ]
    expect(mendedRule(0.99, looks).cleanLessons).toBe(0)
  })
  test('a lesson looked at only away from the music breaks it too', () => {
    const away = { ...unprompted(5, 5), setting: 'away-from-music' } as const
    expect(mendedRule(0.99, [lesson('a', unprompted(5, 5)), lesson('b', away)]).cleanLessons).toBe(
      0,
    )
    expect(isUnprompted(away)).toBe(false)
  })
  test('one look that is not clean among clean ones breaks it', () => {
    const mixed = lesson('b', unprompted(5, 5), unprompted(1, 5))
    expect(mendedRule(0.99, [lesson('a', unprompted(5, 5)), mixed]).cleanLessons).toBe(0)
  })
  test('what is asked for is enough: exactly so sure, exactly four of five', () => {
    const { beliefAsked } = mendedRule(0, [])
    const two = [lesson('a', unprompted(4, 5)), lesson('b', unprompted(4, 5))]
    expect(mendedRule(beliefAsked, two).holds).toBe(true)
    expect(isClean(unprompted(4, 5))).toBe(true)
    expect(isClean(unprompted(3, 4))).toBe(false)
    expect(isClean(unprompted(0, 0))).toBe(false)
  })
})

test('more clean tries than tries, or fewer than none, cannot be', () => {
  expect(() => afterLook(0.5, unprompted(6, 5))).toThrow(RangeError)
  expect(() => afterLook(0.5, unprompted(-1, 5))).toThrow(RangeError)
})

test('rechecks come after two, four and eight weeks, and then no more', () => {
  const day = '2026-03-02' as IsoDate
  expect([0, 1, 2, 3].map((n) => nextRecheck(day, n))).toEqual([
    '2026-03-16',
    '2026-03-30',
    '2026-04-27',
    null,
  ])
})
