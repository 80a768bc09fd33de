import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import {
  BEATS_BEFORE_SWAP,
  FOOT_ASKED,
  footHeld,
  steadiness,
  swapsKept,
  swapTurn,
  turnsMissed,
} from './index'
import type { Tap } from './index'

const taps = (times: readonly number[], limbs: string): Tap[] =>
  times.map((at, i) => ({ at, limb: limbs[i % limbs.length] === 'l' ? 'left' : 'right' }))
const every = (seconds: number, n: number, from = 0) =>
  Array.from({ length: n }, (_, i) => from + i * seconds)
const inTime = (...rows: readonly (readonly Tap[])[]) => rows.flat().sort((a, b) => a.at - b.at)

describe('tapping in turns', () => {
  test('even taps are even, at their tempo, with every turn kept', () => {
    const even = taps(every(0.5, 8), 'lr')
    expect(steadiness(even)?.perMinute).toBeCloseTo(120)
    expect(steadiness(even)?.variation).toBeCloseTo(0)
    expect(turnsMissed(even)).toBe(0)
  })

  test('a limp of 0.4 and 0.6 seconds is uneven by its standard deviation over its mean', () => {
    const times = [0, 0.4, 1, 1.4, 2, 2.4, 3, 3.4, 4]
    // Eight intervals, four of 0.4 and four of 0.6: s = √(8 · 0.01 / 7), mean 0.5; worked by hand.
    expect(steadiness(taps(times, 'l'))?.variation).toBeCloseTo(Math.sqrt(0.08 / 7) / 0.5, 10)
    expect(turnsMissed(taps(times, 'l'))).toBe(8)
  })

  test('too few taps say nothing', () => {
    expect(steadiness(taps([0, 1, 2], 'lr'))).toBeNull()
  })
})

describe('one limb the beat, the other two to it, then swapped', () => {
  /** A turn of the beat with two taps of the other limb to each, each tap so many seconds off. */
  function turn(beat: 'l' | 'r', from: number, off = 0): Tap[] {
    const other = beat === 'l' ? 'r' : 'l'
    const beats = every(1, BEATS_BEFORE_SWAP, from)
    const others = every(0.5, 2 * BEATS_BEFORE_SWAP, from).map((t) => t + off)
    return inTime(taps(beats, beat), taps(others, other))
  }

  test('the left begins, and the roles swap after eight beats', () => {
    expect(swapTurn([])).toEqual({ beat: 'left', done: 0 })
    expect(swapTurn(taps(every(1, 3), 'l'))).toEqual({ beat: 'left', done: 3 })
    expect(swapTurn(taps(every(1, BEATS_BEFORE_SWAP), 'l'))).toEqual({ beat: 'right', done: 0 })
  })

  test.each([0, 0.08, -0.08])('two to a beat are two, %f seconds beside it too', (off) => {
    expect(swapsKept(turn('l', 0, off))[0]).toEqual({ beat: 'left', kept: 7, beats: 7 })
  })

  test('a limb that goes on in its old role after the swap keeps no beat', () => {
    const first = turn('l', 0)
    const onward = turn('l', BEATS_BEFORE_SWAP, 0.01)
    const found = swapsKept(inTime(first, onward))
    expect(found[0]).toMatchObject({ kept: 7 })
    expect(found[1]).toMatchObject({ beat: 'right', kept: 0 })
    expect(swapsKept(inTime(first, turn('r', BEATS_BEFORE_SWAP, 0.01)))[1]).toMatchObject({
      beat: 'right',
      kept: 7,
    })
  })
})

// The foot speeds up with the hands: the sign of the trade for hands that lead the foot. Common practice, no source.
describe('the foot against the hands', () => {
  const alone = taps(every(1, FOOT_ASKED.alone), 'l')
  const from = FOOT_ASKED.alone
  const hands = taps(every(0.21, 50, from + 0.1), 'r')
  const together = (beat: number, n = 10) => taps(every(beat, n, from), 'l')

  test('a foot that keeps its time is not faster, whatever the hands do', () => {
    const found = footHeld(inTime(alone, together(1), hands))!
    expect(found.faster).toBeCloseTo(0, 10)
    expect(found.foot.perMinute).toBeCloseTo(60)
    expect(found.handsPerMinute).toBeCloseTo(60 / 0.21)
  })

  test('a foot that goes from sixty to sixty-six is a tenth faster', () => {
    // The first interval with the hands already has the new tempo; exact intervals leave the bounds no width.
    const found = footHeld(inTime(alone, together(60 / 66, 11), hands))!
    expect(found.faster).toBeCloseTo(0.1, 10)
    expect(found.from).toBeCloseTo(0.1, 10)
  })

  test('with uneven taps the interval holds the true change about four times in five', () => {
    const rng = seededRng(21)
    const noisy = (times: readonly number[]) => times.map((t) => t + (rng() - 0.5) * 0.08)
    const runs = 600
    const held = Array.from({ length: runs }, () => {
      const before = taps(noisy(every(1, 9)), 'l')
      const after = taps(noisy(every(0.94, 14, 9)), 'l')
      const found = footHeld(inTime(before, after, taps(every(0.2, 60, 8.9), 'r')))!
      return found.from <= 1 / 0.94 - 1 && found.to >= 1 / 0.94 - 1
    }).filter(Boolean).length
    // Displaced taps make neighbouring intervals lean against each other, so the interval is on the safe side.
    expect(held / runs).toBeGreaterThan(0.78)
  })

  test('too few taps of the foot, alone or with the hands, say nothing', () => {
    expect(footHeld(inTime(alone.slice(2), together(1), hands))).toBeNull()
    expect(footHeld(inTime(alone, together(1, 4), hands.slice(0, 5)))).toBeNull()
    expect(footHeld(alone)).toBeNull()
  })
})
