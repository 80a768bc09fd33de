/** People as they play, and what must not be told of them. The players are drawn here, after published models, and not by the made-up player. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Rng } from '../kit'
import { measureOf, ratioOf } from '../measure'
import { measureRoll, measureTiming, USUAL_THRESHOLDS } from './index'
import type { AskedNote, MeasureName, PlayedNote, Tell } from './index'

/** Two octaves of C up and down, fingered as a pianist's right hand does. */
const UP = [1, 2, 3, 1, 2, 3, 4, 1, 2, 3, 1, 2, 3, 4, 5]
const STEPS = [0, 2, 4, 5, 7, 9, 11, 12, 14, 16, 17, 19, 21, 23, 24]
const SCALE: readonly AskedNote[] = [...STEPS, ...STEPS.slice(0, -1).reverse()].map((step, i) => {
  const finger = UP[i < UP.length ? i : 2 * UP.length - 2 - i] ?? 1
  return { midi: 60 + step, hand: 'right' as const, finger, beat: i / 4, joined: false }
})
const TOP = STEPS.length - 1
const GAP_MS = 190

function normal(rng: Rng): number {
  return Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())
}

interface How {
  /** How much slower the way down is. */
  readonly down?: number
  /** By how much the two intervals before the thumb are shortened on the way up, paid back at it. */
  readonly rush?: number
  readonly clock: number
  readonly motor: number
}

/** The scale under an inner clock and fingers, ms (A. M. Wing and A. B. Kristofferson 1973). */
function scale({ down = 0, rush = 0, clock, motor }: How, rng: Rng): readonly PlayedNote[] {
  let at = 0
  const crosses = (i: number) => i > 2 && i <= TOP && SCALE[i]?.finger === 1
  return SCALE.map(({ midi }, i) => {
    if (i > 0) {
      const rushed = crosses(i + 1) || crosses(i + 2) ? 1 - rush : 1
      const waits = crosses(i) ? 1 + 2 * rush : 1
      at += GAP_MS * (i > TOP ? 1 + down : 1) * rushed * waits + clock * normal(rng)
    }
    const onMs = at + motor * normal(rng)
    return { midi, onMs, offMs: onMs + 170, velocity: 64, channel: 0 }
  })
}

/** How likely a sign is made by what was measured; 1 where it was not. */
function told(measures: ReturnType<typeof measureRoll>, tell: Tell): number {
  const threshold = USUAL_THRESHOLDS[tell]
  const found = measureOf(measures, threshold.measure)
  return found ? ratioOf(found, threshold) : 1
}

const TAKES = 200
/** In how many of the takes a sign is told three to one. */
function toldIn(tell: Tell, how: How, seed: number): number {
  const rng = seededRng(seed)
  let count = 0
  for (let i = 0; i < TAKES; i++) {
    if (told(measureTiming(scale(how, rng), SCALE).measures, tell) >= 3) count += 1
  }
  return count
}

const STEADY = { clock: 3, motor: 4 } as const

describe('a scale up and down', () => {
  test.each([0.05, 0.1, 0.15])(
    'slower by %d on the way down is no rush before the thumb',
    (down) => {
      expect(toldIn('rushes-before-crossing', { ...STEADY, down }, 5)).toBeLessThanOrEqual(4)
    },
  )

  test('with a rush of 15 % is told, and of a machine to the figure', () => {
    expect(toldIn('rushes-before-crossing', { ...STEADY, rush: 0.15 }, 6)).toBeGreaterThan(170)
    const exact = measureTiming(
      scale({ rush: 0.15, down: 0.1, clock: 0, motor: 0 }, seededRng(1)),
      SCALE,
    )
    expect(measureOf(exact.measures, 'rush-before-crossing')!.value).toBeCloseTo(-0.15, 6)
    expect(measureOf(exact.measures, 'wait-at-crossing')!.value).toBeCloseTo(0.3, 6)
  })

  test('under a clock that wanders neither speeds up nor slows down', () => {
    // Three hundredths of the interval, twice the fingers: the tempo at the end is not that of the beginning, by chance.
    const how = { clock: 6, motor: 3 }
    expect(toldIn('speeds-up', how, 7)).toBeLessThanOrEqual(8)
    expect(toldIn('slows-down', how, 8)).toBeLessThanOrEqual(8)
  })
})

/** Strokes of two hands in turn, ms and velocities. */
function rolled(count: number, rng: Rng, weak = 0): PlayedNote[] {
  return Array.from({ length: count }, (_, i) => {
    const onMs = 70 * i + 2 * normal(rng)
    const velocity = 80 + (i % 2 === 1 ? weak : 0) + normal(rng)
    return { midi: 60, onMs, offMs: onMs + 30, velocity, channel: 0 }
  })
}

describe('a roll of eighty strokes', () => {
  const value = (strokes: readonly PlayedNote[], name: MeasureName) =>
    measureOf(measureRoll(strokes), name)!.value
  const missing = (strokes: readonly PlayedNote[]) => strokes.filter((_, i) => i !== 31)
  const bounced = (strokes: readonly PlayedNote[]) => {
    const at = strokes[40]!
    return [...strokes, { ...at, onMs: at.onMs + 12, velocity: 30 }]
  }

  test.each([
    ['one stroke missing', missing],
    ['one bounce', bounced],
  ])('is as even with %s as without', (_name, spoilt) => {
    const strokes = rolled(80, seededRng(3))
    const even = value(strokes, 'roll-jitter')
    expect(value(spoilt(strokes), 'roll-jitter')).toBeCloseTo(even, 0)
    expect(value(spoilt(strokes), 'roll-swing')).toBeCloseTo(0.5, 2)
    expect(value(spoilt(strokes), 'roll-rate')).toBeCloseTo(1000 / 70, 1)
    expect(told(measureRoll(spoilt(strokes)), 'uneven-roll')).toBeLessThan(1)
  })

  test('has its weaker hand, whichever stroke is missing', () => {
    const strokes = rolled(80, seededRng(4), -12)
    expect(value(strokes, 'roll-hands-accent')).toBeCloseTo(-12, 0)
    expect(value(missing(strokes), 'roll-hands-accent')).toBeCloseTo(-12, 0)
    expect(value(bounced(strokes), 'roll-hands-accent')).toBeCloseTo(-12, 0)
  })

  test('in which every stroke bounces is too short to say anything of', () => {
    const short = rolled(9, seededRng(6)).flatMap((s) => [s, { ...s, onMs: s.onMs + 8 }])
    expect(measureRoll(short)).toEqual([])
  })

  test('that limps is told as limping, with a stroke missing too', () => {
    const limping = rolled(80, seededRng(5)).map((s, i) =>
      i % 2 === 1 ? { ...s, onMs: s.onMs + 14 } : s,
    )
    expect(value(limping, 'roll-swing')).toBeCloseTo(0.6, 2)
    expect(value(missing(limping), 'roll-swing')).toBeCloseTo(0.6, 2)
    expect(told(measureRoll(missing(limping)), 'swinging-roll')).toBeGreaterThan(3)
  })
})
