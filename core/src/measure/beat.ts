/**
 * A row of intervals that follow an inner clock and are played by fingers (A. M. Wing and A. B. Kristofferson, Perception &
 * Psychophysics 14, 1973): each interval is the clock's, plus the lateness of its second note, less that of its first.
 * What the clock is off by stays; what a finger is off by is paid back at once. How much is which is not known: the
 * likelihood of each mixture (restricted: D. A. Harville, JASA 72, 1977) weighs what it says, and the interval is that of
 * all of them together.
 */
import { inverseOf } from './curve'
import { meanOf } from './middle'
import type { Estimate } from './spread'
import { tBelow, tUpper } from './quantiles'

/** A row of intervals: how long each was, how long it was asked to be in beats, and what is fitted to it, term by term. */
export interface BeatRow {
  readonly ms: readonly number[]
  readonly beats: readonly number[]
  /** For each term by how much one of it lengthens each interval. */
  readonly columns: readonly (readonly number[])[]
}

/** What was fitted: a value with its 95 % interval for any sum of the terms. */
export type FittedBeats = (contrast: readonly number[]) => Estimate

/** Shares of the clock in the variance of an interval that are weighed. */
const CLOCK_SHARES = [0, 0.05, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 0.97, 1]
/**
 * Beforehand a share of the clock is the likelier the larger it is: where a short row cannot tell, the wider interval is
 * the honest one. Our choice, so that 95 in 100 hold where the clock is up to three times the finger; see the test.
 */
const beforehand = (clock: number) => 0.1 + clock
/** Below this the row is exactly even: a machine's, to whom no interval belongs. */
const NOTHING_MS = 1e-6

/**
 * Rows solved against the lower triangle of the tridiagonal covariance, and the logarithm of its determinant. The
 * clock's variance goes with the length of the interval; a finger's is its own, whatever is played.
 */
function whitened(rows: readonly (readonly number[])[], lengths: readonly number[], clock: number) {
  const finger = (1 - clock) / 2
  const made = rows.map((row) => [...row])
  let logDet = 0
  let below = 0
  lengths.forEach((length, k) => {
    const variance = clock * length + 2 * finger - below * below
    const diagonal = Math.sqrt(Math.max(variance, 1e-12))
    for (const row of made) {
      row[k] = ((row[k] ?? 0) - (k === 0 ? 0 : below * (row[k - 1] ?? 0))) / diagonal
    }
    logDet += 2 * Math.log(diagonal)
    below = -finger / diagonal
  })
  return { rows: made, logDet }
}

const dot = (a: readonly number[], b: readonly number[]) =>
  a.reduce((sum, x, i) => sum + x * (b[i] ?? 0), 0)

/** What one mixture says. */
interface Mixture {
  readonly logWeight: number
  readonly terms: readonly number[]
  /** Of the terms, times the variance. */
  readonly covariance: readonly (readonly number[])[]
}

/** All rows of a take under one mixture; each is a chain of its own. */
function mixtureOf(rows: readonly BeatRow[], clock: number): Mixture {
  const shortest = rows.reduce(
    (least, r) => r.beats.reduce((a, b) => Math.min(a, b), least),
    Infinity,
  )
  const whites = rows.map(({ ms, beats, columns }) =>
    whitened(
      [...columns, ms],
      beats.map((x) => x / shortest),
      clock,
    ),
  )
  const joined = (whites[0]?.rows ?? []).map((_, t) => whites.flatMap((w) => w.rows[t] ?? []))
  const [columns, ms] = [joined.slice(0, -1), joined.at(-1) ?? []]
  const { inverse, logDet } = inverseOf(columns.map((a) => columns.map((b) => dot(a, b))))
  const terms = inverse.map((row) =>
    dot(
      row,
      columns.map((c) => dot(c, ms)),
    ),
  )
  const rest = ms.map(
    (v, i) => v - columns.reduce((sum, c, t) => sum + (terms[t] ?? 0) * (c[i] ?? 0), 0),
  )
  const degrees = ms.length - columns.length
  const squares = dot(rest, rest)
  const all = whites.reduce((sum, w) => sum + w.logDet, 0)
  return {
    logWeight: -0.5 * (all + logDet + degrees * Math.log(squares)),
    terms,
    covariance: inverse.map((row) => row.map((x) => (x * squares) / degrees)),
  }
}

interface Part {
  readonly weight: number
  readonly value: number
  readonly error: number
}

/** The middle and the 95 % interval of the mixture of Student's distributions, by halving. */
function mixed(parts: readonly Part[], degrees: number): Estimate {
  const value = parts.reduce((sum, p) => sum + p.weight * p.value, 0)
  const below = (x: number) =>
    parts.reduce((sum, p) => sum + p.weight * tBelow((x - p.value) / p.error, degrees), 0)
  const reach = 3 * tUpper(degrees) * Math.max(...parts.map((p) => p.error))
  const quantile = (share: number) => {
    let [from, to] = [
      Math.min(...parts.map((p) => p.value)) - reach,
      Math.max(...parts.map((p) => p.value)) + reach,
    ]
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (from + to) / 2
      if (below(middle) < share) from = middle
      else to = middle
    }
    return (from + to) / 2
  }
  return { value, low: quantile(0.025), high: quantile(0.975) }
}

/** To a millionth of the interval and finer. */
const HALVINGS = 24
/** Mixtures that weigh less move no bound that could be seen. */
const WEIGHT_LEAST = 1e-4

/** The terms fitted to all rows together. @throws RangeError without more intervals than terms by two */
export function fitBeats(rows: readonly BeatRow[]): FittedBeats {
  const terms = rows[0]?.columns.length ?? 0
  const count = rows.reduce((sum, r) => sum + r.ms.length, 0)
  if (count < terms + 2) throw new RangeError(`${count} intervals for ${terms} terms`)
  const mixtures = CLOCK_SHARES.map((clock) => mixtureOf(rows, clock))
  const best = mixtures.reduce((a, b) => (b.logWeight > a.logWeight ? b : a))
  const raw = mixtures.map(
    (m, i) => beforehand(CLOCK_SHARES[i] ?? 0) * Math.exp(m.logWeight - best.logWeight),
  )
  const all = raw.reduce((a, b) => a + b, 0)
  return (contrast) => {
    const errorOf = ({ covariance }: Mixture) =>
      Math.sqrt(
        dot(
          contrast,
          covariance.map((row) => dot(row, contrast)),
        ),
      )
    if (!(errorOf(best) > NOTHING_MS)) {
      const value = dot(contrast, best.terms)
      return { value, low: value, high: value }
    }
    const heard = mixtures.flatMap((m, i): Part[] => {
      const weight = (raw[i] ?? 0) / all
      if (!(weight > WEIGHT_LEAST)) return []
      return [{ weight, value: dot(contrast, m.terms), error: errorOf(m) }]
    })
    const left = heard.reduce((sum, p) => sum + p.weight, 0)
    const parts = heard.map((p) => ({ ...p, weight: p.weight / left }))
    return mixed(parts, count - terms)
  }
}

/** Milliseconds to a beat in the middle of the row, and by how much more each beat takes the longer it goes on. */
export interface Pace {
  readonly beatMs: Estimate
  readonly slope: Estimate
  /** In beats from the middle: of the first interval, and of the last. */
  readonly ends: readonly [number, number]
}

/** Places of the intervals' middles about the middle of the row, in beats. */
function placesOf(beats: readonly number[]): readonly number[] {
  let at = 0
  const middles = beats.map((length) => {
    at += length
    return at - length / 2
  })
  const middle = meanOf(middles)
  return middles.map((x) => x - middle)
}

/** The pace of a row of at least four intervals, with a steady change of it. @throws RangeError with fewer */
export function paceOf({ ms, beats }: Omit<BeatRow, 'columns'>): Pace {
  const places = placesOf(beats)
  const bent = beats.map((x, i) => x * (places[i] ?? 0))
  const fitted = fitBeats([{ ms, beats, columns: [beats, bent] }])
  return {
    beatMs: fitted([1, 0]),
    slope: fitted([0, 1]),
    ends: [places[0] ?? 0, places.at(-1) ?? 0],
  }
}
