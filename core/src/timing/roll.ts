/** Rolls: single strokes of two hands in turn, as fast as they are even. */
import type { Measure } from './measure'
import {
  fitCurve,
  differenceEstimate,
  meanEstimate,
  meanOf,
  medianOf,
  nextEstimate,
  paceOf,
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

/** A stroke with its place among those that the two hands would have made in turn. */
interface Stroke {
  readonly at: number
  readonly note: PlayedNote
}

/** A gap of so much of what two strokes take together is a stroke that is missing between; of so little, a bounce. */
const MISSING_FROM = 0.85
const BOUNCE_TO = 0.15

/**
 * The strokes in their places. Which hand plays is told by turns, and turns go on over a stroke that is missing; a stick
 * that bounced is no stroke. Two gaps together say what is usual: one alone is long or short where a roll limps.
 */
function placed(roll: readonly PlayedNote[]): readonly Stroke[] {
  const onsets = roll.map((s) => s.onMs)
  const pair = medianOf(onsets.slice(2).map((on, i) => on - (onsets[i] ?? on)))
  const strokes: Stroke[] = []
  for (const note of roll) {
    const last = strokes.at(-1)
    const gap = last ? note.onMs - last.note.onMs : 0
    if (last && gap < BOUNCE_TO * pair) continue
    const steps = gap >= MISSING_FROM * pair ? Math.max(2, Math.round((2 * gap) / pair)) : 1
    strokes.push({ at: last ? last.at + steps : 0, note })
  }
  return strokes
}

/** Strokes without a stop between them. */
function rollsOf(played: readonly PlayedNote[]): readonly (readonly Stroke[])[] {
  const gaps = played.slice(1).map((s, i) => s.onMs - (played[i]?.onMs ?? s.onMs))
  const usual = medianOf(gaps)
  const rolls: PlayedNote[][] = []
  played.forEach((stroke, i) => {
    const gap = gaps[i - 1]
    if (gap === undefined || gap > STOP_TIMES * usual) rolls.push([])
    rolls.at(-1)?.push(stroke)
  })
  // Bounces are no strokes: what is left of a roll after them has to be long enough.
  const longEnough = (r: readonly unknown[]) => r.length >= STROKES_LEAST
  return rolls.filter(longEnough).map(placed).filter(longEnough)
}

function lineOf(roll: readonly Stroke[]): Curve {
  return fitCurve(
    roll.map((s) => s.at),
    roll.map((s) => s.note.onMs),
    1,
  )
}

const handOf = ({ at }: Stroke) => at % 2

/** Gaps from a stroke of the hand that begins to the other's, as shares of both gaps; of strokes that follow in turn. */
function swings(roll: readonly Stroke[]): readonly number[] {
  return roll.flatMap((stroke, i) => {
    const [other, again] = [roll[i + 1], roll[i + 2]]
    const inTurn = other?.at === stroke.at + 1 && again?.at === stroke.at + 2
    if (!inTurn || handOf(stroke) === 1) return []
    const from = stroke.note.onMs
    return [(other.note.onMs - from) / (again.note.onMs - from)]
  })
}

/** Strokes a second, by the pace of two strokes at a time: a limp is not the inner beat's. */
function rateOf(roll: readonly Stroke[]): Estimate {
  const steps = roll.slice(2).flatMap((to, i) => {
    const from = roll[i]
    return from && i % 2 === 0 ? [{ from, to }] : []
  })
  const { beatMs } = paceOf({
    ms: steps.map(({ from, to }) => to.note.onMs - from.note.onMs),
    beats: steps.map(({ from, to }) => to.at - from.at),
  })
  const of = (ms: number) => MS_A_SECOND / ms
  return { value: of(beatMs.value), low: of(beatMs.high), high: of(beatMs.low) }
}

/** Scatter beside each roll's line and swing: each hand's residuals about their own mean. */
function scatterOf(rolls: readonly (readonly Stroke[])[]): Estimate {
  const centred = rolls.flatMap((roll) => {
    const { residuals } = lineOf(roll)
    return [0, 1].flatMap((hand) => {
      const own = residuals.filter((_, i) => roll[i] !== undefined && handOf(roll[i]) === hand)
      const mean = meanOf(own)
      return own.map((r) => r - mean)
    })
  })
  // A line and a swing were fitted to each: three figures.
  return sdEstimate(centred, 3 * rolls.length)
}

/** By which share the gaps of the first half are longer than those of the second. */
function changeOf(roll: readonly Stroke[]): Estimate {
  const gaps = roll.slice(1).flatMap((to, i) => {
    const from = roll[i]
    return from ? [Math.log(Math.max(1, (to.note.onMs - from.note.onMs) / (to.at - from.at)))] : []
  })
  const half = gaps.length >> 1
  const { value, low, high } = differenceEstimate(gaps.slice(0, half), gaps.slice(half))
  const share = (log: number) => Math.exp(log) - 1
  return { value: share(value), low: share(low), high: share(high) }
}

/** What the weight of the strokes tells; nothing of a device that gives all of them the same. */
function weights(rolls: readonly (readonly Stroke[])[]): readonly Measure[] {
  const all = rolls.flat()
  const velocityOf = (s: Stroke) => s.note.velocity
  if (all.every((s) => velocityOf(s) === all[0]?.note.velocity)) return []
  const of = (hand: number) => all.filter((s) => handOf(s) === hand).map(velocityOf)
  const last = rolls.map((r) => r.at(-1)?.note.velocity ?? 0)
  const before = rolls.flatMap((r) => r.slice(0, -1).map(velocityOf))
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
  const count = rolls.flat().length
  const own = longest.length
  return [
    { name: 'roll-rate', unit: 'per-second', count: own, ...rateOf(longest) },
    { name: 'roll-swing', unit: 'share', count, ...meanEstimate(rolls.flatMap(swings)) },
    { name: 'roll-jitter', unit: 'ms', count, ...scatterOf(rolls) },
    ...weights(rolls),
    { name: 'roll-rate-change', unit: 'share', count: own, ...changeOf(longest) },
  ]
}
