/** Rolls: single strokes of two hands in turn, as fast as they are even. */
import type { Measure } from './measure'
import {
  fitCurve,
  differenceEstimate,
  meanEstimate,
  meanOf,
  medianOf,
  nextEstimate,
  sdEstimate,
} from '../measure'
import type { Curve, Estimate } from '../measure'
import { inOrder } from './playedNote'
import type { PlayedNote } from './playedNote'

/** Strokes below which nothing is said of a roll. */
const STROKES_LEAST = 16
/** A gap so many times the usual one ends a roll, ms; common practice. */
const STOP_TIMES = 2.5
const MS_A_SECOND = 1000
const Z = 1.959963984540054

/** Strokes without a stop between them. */
function rollsOf(strokes: readonly PlayedNote[]): readonly (readonly PlayedNote[])[] {
  const gaps = strokes.slice(1).map((s, i) => s.onMs - (strokes[i]?.onMs ?? s.onMs))
  const usual = medianOf(gaps)
  const rolls: PlayedNote[][] = []
  strokes.forEach((stroke, i) => {
    const gap = gaps[i - 1]
    if (gap === undefined || gap > STOP_TIMES * usual) rolls.push([])
    rolls.at(-1)?.push(stroke)
  })
  return rolls.filter((r) => r.length >= STROKES_LEAST)
}

const onsetsOf = (roll: readonly PlayedNote[]) => roll.map((s) => s.onMs)

function lineOf(roll: readonly PlayedNote[]): Curve {
  const onsets = onsetsOf(roll)
  return fitCurve(
    onsets.map((_, i) => i),
    onsets,
    1,
  )
}

/** Gaps from a stroke of the hand that begins to the other's, as shares of both gaps. */
function swings(roll: readonly PlayedNote[]): readonly number[] {
  const onsets = onsetsOf(roll)
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

/** Scatter beside each roll's line and swing: each hand's residuals about their own mean. */
function scatterOf(lines: readonly Curve[]): Estimate {
  const centred = lines.flatMap(({ residuals }) =>
    [0, 1].flatMap((hand) => {
      const own = residuals.filter((_, i) => i % 2 === hand)
      const mean = meanOf(own)
      return own.map((r) => r - mean)
    }),
  )
  // A line and a swing were fitted to each: three figures.
  return sdEstimate(centred, 3 * lines.length)
}

/** By which share the gaps of the first half are longer than those of the second. */
function changeOf(roll: readonly PlayedNote[]): Estimate {
  const onsets = onsetsOf(roll)
  const gaps = onsets.slice(1).map((on, i) => Math.log(Math.max(1, on - (onsets[i] ?? on))))
  const half = gaps.length >> 1
  const { value, low, high } = differenceEstimate(gaps.slice(0, half), gaps.slice(half))
  const share = (log: number) => Math.exp(log) - 1
  return { value: share(value), low: share(low), high: share(high) }
}

/** What the weight of the strokes tells; nothing of a device that gives all of them the same. */
function weights(rolls: readonly (readonly PlayedNote[])[]): readonly Measure[] {
  const all = rolls.flat()
  if (all.every((s) => s.velocity === all[0]?.velocity)) return []
  const of = (hand: number) =>
    rolls.flatMap((r) => r.filter((_, i) => i % 2 === hand).map((s) => s.velocity))
  const last = rolls.map((r) => r.at(-1)?.velocity ?? 0)
  const before = rolls.flatMap((r) => r.slice(0, -1).map((s) => s.velocity))
  const unit = 'velocity'
  return [
    { name: 'roll-hands-accent', unit, count: all.length, ...differenceEstimate(of(1), of(0)) },
    { name: 'roll-release-accent', unit, count: last.length, ...nextEstimate(last, before) },
  ]
}

/**
 * Rate in strokes a second, swing between the hands (0.5 is even), scatter about both, the accent of the hand that
 * comes second, the last stroke against the others, and by which share the second half is faster. The hand that begins
 * is the right where nobody says otherwise; of several rolls, each begins anew, and rate and its change are the
 * longest one's.
 */
export function roll(played: readonly PlayedNote[]): readonly Measure[] {
  const rolls = rollsOf(inOrder(played))
  const [longest] = [...rolls].sort((a, b) => b.length - a.length)
  if (!longest) return []
  const lines = rolls.map(lineOf)
  const count = rolls.flat().length
  const own = longest.length
  return [
    { name: 'roll-rate', unit: 'per-second', count: own, ...rateOf(lineOf(longest)) },
    { name: 'roll-swing', unit: 'share', count, ...meanEstimate(rolls.flatMap(swings)) },
    { name: 'roll-jitter', unit: 'ms', count, ...scatterOf(lines) },
    ...weights(rolls),
    { name: 'roll-rate-change', unit: 'share', count: own, ...changeOf(longest) },
  ]
}
