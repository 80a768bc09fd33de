/** Tempo under an inner clock that wanders: by hand, and on players after a published model. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Rng } from '../kit'
import { fitBeats, paceOf } from './index'

function normal(rng: Rng): number {
  return Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())
}

interface Player {
  readonly onsets: number
  /** Deviations of the clock and of the finger, ms. */
  readonly clock: number
  readonly motor: number
}

const BEAT_MS = 500
const GAP_MS = 250

/** Intervals of half a beat each, after A. M. Wing and A. B. Kristofferson, Perception & Psychophysics 14, 1973. */
function intervals({ onsets, clock, motor }: Player, rng: Rng) {
  let at = 0
  const heard = Array.from({ length: onsets }, () => {
    const on = at + motor * normal(rng)
    at += GAP_MS + clock * normal(rng)
    return on
  })
  const ms = heard.slice(1).map((on, i) => on - heard[i]!)
  return { ms, beats: ms.map(() => 0.5) }
}

describe('the pace of a row of intervals', () => {
  test('of an even row is its own, without a doubt', () => {
    const { beatMs, slope, ends } = paceOf({
      ms: [250, 250, 250, 250, 250],
      beats: Array(5).fill(0.5) as number[],
    })
    for (const x of [beatMs.value, beatMs.low, beatMs.high]) expect(x).toBeCloseTo(500, 9)
    expect(slope.value).toBeCloseTo(0, 9)
    expect(ends).toEqual([-1, 1])
  })

  test('goes by the length that was asked, and finds a steady change', () => {
    const ms = [500, 250, 250, 500, 250, 250, 500]
    expect(paceOf({ ms, beats: ms.map((x) => x / 500) }).beatMs.value).toBeCloseTo(500, 9)
    const slower = [500, 510, 520, 530, 540]
    expect(paceOf({ ms: slower, beats: [1, 1, 1, 1, 1] }).slope.value).toBeCloseTo(10, 6)
  })

  test('of three intervals is none', () => {
    expect(() => paceOf({ ms: [1, 2, 3], beats: [1, 1, 1] })).toThrow(RangeError)
  })

  const cells = [16, 64].flatMap((onsets) => [0, 1, 3].map((times) => [onsets, times] as const))
  test.each(cells)(
    '%d onsets, a clock %d times as unsteady as the fingers: 93 in 100 intervals and more hold tempo and drift',
    (onsets, times) => {
      const rng = seededRng(31 + onsets + times)
      const RUNS = 400
      let [tempo, drift] = [0, 0]
      for (let i = 0; i < RUNS; i++) {
        const { beatMs, slope } = paceOf(intervals({ onsets, motor: 4, clock: 4 * times }, rng))
        if (beatMs.low <= BEAT_MS && BEAT_MS <= beatMs.high) tempo += 1
        if (slope.low <= 0 && 0 <= slope.high) drift += 1
      }
      // Of 400, 93 in 100 may come out at 90.6 by chance (two and a half deviations of 1.1).
      expect(tempo / RUNS).toBeGreaterThan(0.905)
      expect(drift / RUNS).toBeGreaterThan(0.905)
    },
  )

  test('a wandering clock is told from late fingers: the same scatter, and many times the doubt', () => {
    const width = (player: Player) => {
      const { beatMs } = paceOf(intervals(player, seededRng(9)))
      return beatMs.high - beatMs.low
    }
    // Both scatter the intervals by 5.7 ms.
    const fingers = width({ onsets: 128, motor: 4, clock: 0 })
    const clock = width({ onsets: 128, motor: 0, clock: 5.7 })
    expect(clock).toBeGreaterThan(5 * fingers)
  })
})

describe('several rows', () => {
  const ones = [1, 1, 1, 1, 1, 1]
  const odd = [0, 1, 0, 1, 0, 1]
  const row = (level: number, extra: number) => ({
    ms: ones.map((_, i) => level + (odd[i] ?? 0) * extra),
    beats: ones,
    own: [ones],
    shared: [odd],
  })

  test('keep a level each, and what they share is told of all of them', () => {
    const fitted = fitBeats([row(400, 30), row(500, 30), row(650, 30)])
    expect(fitted([1]).value).toBeCloseTo(30, 6)
    expect(fitBeats([row(400, 20), row(500, 40)])([1]).value).toBeCloseTo(30, 6)
  })

  test('with their levels taken out say the same as with all terms fitted at once', () => {
    const rng = seededRng(12)
    const noisy = (level: number) => ({
      ...row(level, 30),
      ms: row(level, 30).ms.map((x) => x + 5 * normal(rng)),
    })
    const [a, b] = [noisy(400), noisy(520)]
    const zeros = ones.map(() => 0)
    const apart = fitBeats([a, b])([1])
    const atOnce = fitBeats([
      { ...a, own: [], shared: [ones, zeros, odd] },
      { ...b, own: [], shared: [zeros, ones, odd] },
    ])([0, 0, 1])
    expect(apart.value).toBeCloseTo(atOnce.value, 6)
    expect(apart.low).toBeCloseTo(atOnce.low, 3)
    expect(apart.high).toBeCloseTo(atOnce.high, 3)
  })
})
