/** A roll: single strokes of two hands in turn, as fast as they are even. */
import type { Measure } from './measure'
import { fitCurve } from './curve'
import type { Curve } from './curve'
import { inOrder } from './playedNote'
import type { PlayedNote } from './playedNote'
import { differenceEstimate, meanEstimate, meanOf, sdEstimate } from './spread'
import type { Estimate } from './spread'

/** Strokes below which nothing is said. */
const STROKES_LEAST = 16
const MS_A_SECOND = 1000
const Z = 1.959963984540054

/** Gaps from a stroke of the hand that begins to the other's, as shares of both gaps. */
function swings(onsets: readonly number[]): readonly number[] {
  return onsets.flatMap((on, i) => {
    const [other, again] = [onsets[i + 1], onsets[i + 2]]
    if (i % 2 === 1 || other === undefined || again === undefined) return []
    return [(other - on) / (again - on)]
  })
}

/** Strokes a second, from the line through all onsets. */
function rateOf(line: Curve): Estimate {
  const [, gap = 1] = line.terms
  const [, error = 0] = line.errors
  const of = (ms: number) => MS_A_SECOND / ms
  return { value: of(gap), low: of(gap + Z * error), high: of(gap - Z * error) }
}

/** Scatter beside the line and the swing: each hand's residuals about their own mean. */
function scatterOf({ residuals }: Curve): Estimate {
  const centred = [0, 1].flatMap((hand) => {
    const own = residuals.filter((_, i) => i % 2 === hand)
    const mean = meanOf(own)
    return own.map((r) => r - mean)
  })
  // A line and a swing were fitted: three figures.
  return sdEstimate(centred, 3)
}

/** By which share the gaps of the first half are longer than those of the second. */
function changeOf(onsets: readonly number[]): Estimate {
  const gaps = onsets.slice(1).map((on, i) => Math.log(Math.max(1, on - (onsets[i] ?? on))))
  const half = gaps.length >> 1
  const { value, low, high } = differenceEstimate(gaps.slice(0, half), gaps.slice(half))
  const share = (log: number) => Math.exp(log) - 1
  return { value: share(value), low: share(low), high: share(high) }
}

/**
 * Rate in strokes a second, swing between the hands (0.5 is even), scatter about both, the accent of the hand that
 * comes second, and by which share the second half is faster. The hand that begins is the right where nobody says
 * otherwise.
 */
export function roll(played: readonly PlayedNote[]): readonly Measure[] {
  const strokes = inOrder(played)
  if (strokes.length < STROKES_LEAST) return []
  const onsets = strokes.map((s) => s.onMs)
  const line = fitCurve(
    onsets.map((_, i) => i),
    onsets,
    1,
  )
  const velocities = (hand: number) =>
    strokes.filter((_, i) => i % 2 === hand).map((s) => s.velocity)
  const accent = differenceEstimate(velocities(1), velocities(0))
  const count = strokes.length
  return [
    { name: 'roll-rate', unit: 'per-second', count, ...rateOf(line) },
    { name: 'roll-swing', unit: 'share', count, ...meanEstimate(swings(onsets)) },
    { name: 'roll-jitter', unit: 'ms', count, ...scatterOf(line) },
    { name: 'roll-hands-accent', unit: 'velocity', count, ...accent },
    { name: 'roll-rate-change', unit: 'share', count, ...changeOf(onsets) },
  ]
}
