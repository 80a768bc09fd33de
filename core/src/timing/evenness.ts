/** How even a run is, how fast, and whether its tempo drifts. */
import type { Measure } from './measure'
import { fitCurve, meanEstimate, meanOf, medianOf, paceOf, sdEstimate, spreadOf } from '../measure'
import { beatMs } from './lines'
import type { Run } from './lines'
import type { Estimate } from '../measure'

/** Intervals between onsets, each as if it lasted the shortest value asked in the run, ms. */
export function intervalsOf({ onsets }: Run): readonly number[] {
  const gaps = onsets.slice(1).map((to, i) => to.beat - (onsets[i]?.beat ?? to.beat))
  const shortest = Math.min(...gaps)
  return onsets.slice(1).map((to, i) => beatMs(onsets[i] ?? to, to) * shortest)
}

/** Standard normal quantile of a two-sided 95 % interval. */
const Z = 1.959963984540054

/**
 * A late note makes one interval longer and the next shorter: neighbours go against each other by half (Wing and
 * Kristofferson 1973), so their squares scatter by 1 + 2 · ½² of what independent ones would (Bartlett's sum).
 */
const NEIGHBOURS = 1.5

interface RunEvenness {
  readonly spread: Estimate
  readonly share: Estimate
  readonly jitter: Estimate
  readonly count: number
}

/**
 * Spread of the intervals between onsets, and what is left of the onsets beside a straight line. Both count a slow
 * drift of tempo as little as the run is short.
 */
function evennessOf(run: Run): RunEvenness {
  const intervals = intervalsOf(run)
  const mean = intervals.reduce((a, b) => a + b, 0) / intervals.length
  const spread = sdEstimate(
    intervals.map((x) => x - mean),
    1,
    NEIGHBOURS,
  )
  const line = fitCurve(
    run.onsets.map((o) => o.beat),
    run.onsets.map((o) => o.onMs),
    1,
  )
  const share = { value: spread.value / mean, low: spread.low / mean, high: spread.high / mean }
  return { spread, share, jitter: sdEstimate(line.residuals, 2), count: intervals.length }
}

/** By how much a middle scatters more than a mean, of many normal values: √(π / 2). */
const MIDDLE_SCATTERS = Math.sqrt(Math.PI / 2)
/** Runs from which on they are compared with each other. */
const COMPARED_FROM = 3

/**
 * The run in the middle by value. Several runs are surer than one, by what each is unsure of or by how much they differ,
 * whichever is more: a player is not the same in every run.
 */
function overRuns(estimates: readonly Estimate[]): Estimate {
  const values = estimates.map((e) => e.value)
  const value = medianOf(values)
  // Two that differ differ: both their intervals are taken.
  if (estimates.length < COMPARED_FROM) {
    const low = Math.max(0, Math.min(...estimates.map((e) => e.low)))
    return { value, low, high: Math.max(...estimates.map((e) => e.high)) }
  }
  const narrower = MIDDLE_SCATTERS / Math.sqrt(estimates.length)
  const between = (meanEstimate(values).high - meanOf(values)) * MIDDLE_SCATTERS
  const below = medianOf(estimates.map((e) => e.value - e.low)) * narrower
  const above = medianOf(estimates.map((e) => e.high - e.value)) * narrower
  // A scatter is never below nought.
  const low = Math.max(0, value - Math.max(below, between))
  return { value, low, high: value + Math.max(above, between) }
}

/**
 * Unevenness as the median over runs of the standard deviation of inter-onset intervals (H.-C. Jabusch, H. Vauth and
 * E. Altenmüller, Movement Disorders 19, 2004), in milliseconds and as a share of the mean interval; and the scatter of
 * the onsets about a steady tempo.
 */
export function evenness(runs: readonly Run[]): readonly Measure[] {
  if (runs.length === 0) return []
  const found = runs.map(evennessOf)
  const count = found.reduce((sum, f) => sum + f.count, 0)
  return [
    { name: 'unevenness', unit: 'ms', count, ...overRuns(found.map((f) => f.spread)) },
    { name: 'unevenness-share', unit: 'share', count, ...overRuns(found.map((f) => f.share)) },
    { name: 'jitter', unit: 'ms', count, ...overRuns(found.map((f) => f.jitter)) },
  ]
}

/** Pooled spread of the intervals of one hand as a share of their mean, and the degrees it has. */
function ofHand(runs: readonly Run[], hand: 'left' | 'right') {
  const own = runs.filter((r) => r.hand === hand).map(intervalsOf)
  const shares = own.map((xs) => ({ share: spreadOf(xs) / meanOf(xs), degrees: xs.length - 1 }))
  const degrees = shares.reduce((sum, s) => sum + s.degrees, 0)
  const squares = shares.reduce((sum, s) => sum + s.degrees * s.share ** 2, 0)
  return degrees === 0 ? null : { share: Math.sqrt(squares / degrees), degrees }
}

/**
 * By which share the left hand is more uneven than the right (below 0 less), with the interval of a ratio of two
 * standard deviations on the log scale: the variance of a log deviation is one over twice its degrees (normal values),
 * and more for neighbours that go against each other.
 */
export function leftMoreUneven(runs: readonly Run[]): readonly Measure[] {
  const [left, right] = [ofHand(runs, 'left'), ofHand(runs, 'right')]
  if (!left || !right || left.share === 0 || right.share === 0) return []
  const log = Math.log(left.share / right.share)
  const half = Z * Math.sqrt((NEIGHBOURS / 2) * (1 / left.degrees + 1 / right.degrees))
  const share = (x: number) => Math.exp(x) - 1
  return [
    {
      name: 'left-more-uneven',
      unit: 'share',
      count: left.degrees + right.degrees,
      value: share(log),
      low: share(log - half),
      high: share(log + half),
    },
  ]
}

const MS_A_MINUTE = 60_000

/**
 * Tempo of a run in quarters a minute, and by which share it is faster at its last interval than at its first, under an
 * inner clock that wanders and fingers that do not; see `paceOf`.
 */
function tempoOf({ onsets }: Run) {
  const steps = onsets.slice(1).map((to, i) => ({ to, from: onsets[i] ?? to }))
  const { beatMs, slope, ends } = paceOf({
    ms: steps.map(({ from, to }) => to.onMs - from.onMs),
    beats: steps.map(({ from, to }) => to.beat - from.beat),
  })
  const [first, last] = ends
  const drift = (by: number) => (beatMs.value + by * first) / (beatMs.value + by * last) - 1
  const tempo = (ms: number) => MS_A_MINUTE / ms
  return {
    tempo: { value: tempo(beatMs.value), low: tempo(beatMs.high), high: tempo(beatMs.low) },
    // Getting slower is getting longer.
    drift: { value: drift(slope.value), low: drift(slope.high), high: drift(slope.low) },
  }
}

/** Runs below so many onsets bend by chance. */
const DRIFT_LEAST = 16

/** Level and drift of the tempo, of the longest run. */
export function tempo(runs: readonly Run[]): readonly Measure[] {
  const [longest] = [...runs].sort((a, b) => b.onsets.length - a.onsets.length)
  if (!longest) return []
  const count = longest.onsets.length
  const pace = tempoOf(longest)
  return [
    { name: 'tempo', unit: 'bpm', count, ...pace.tempo },
    ...(count >= DRIFT_LEAST
      ? [{ name: 'tempo-drift' as const, unit: 'share' as const, count, ...pace.drift }]
      : []),
  ]
}
