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

/** By how much one of a term lengthens each interval of a row. */
type Column = readonly number[]

/** A row of intervals: how long each was, how long it was asked to be in beats, and what is fitted to it. */
export interface BeatRow {
  readonly ms: readonly number[]
  readonly beats: readonly number[]
  /** Terms of this row alone, as its levels: they are taken out of it, row by row, and not told. */
  readonly own: readonly Column[]
  /** Terms that all rows share, the same ones in each. */
  readonly shared: readonly Column[]
}

/** What was fitted: a value with its 95 % interval for any sum of the shared terms. */
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

const dot = (a: readonly number[], b: readonly number[]) =>
  a.reduce((sum, x, i) => sum + x * (b[i] ?? 0), 0)

/** A row ready to be asked under any mixture: interval by interval its own terms, the shared ones, and how long it was. */
interface Prepared {
  readonly values: Float64Array
  readonly count: number
  readonly own: number
  readonly lengths: Float64Array
}

function prepared(rows: readonly BeatRow[]): readonly Prepared[] {
  const shortest = rows.reduce(
    (least, r) => r.beats.reduce((a, b) => Math.min(a, b), least),
    Infinity,
  )
  return rows.map(({ ms, beats, own, shared }) => {
    const columns = [...own, ...shared, ms]
    const count = columns.length
    const values = new Float64Array(count * ms.length)
    columns.forEach((column, c) => column.forEach((value, k) => (values[k * count + c] = value)))
    const lengths = Float64Array.from(beats, (x) => x / shortest)
    return { values, count, own: own.length, lengths }
  })
}

/** Sums of products of columns, line by line, and a logarithm of a determinant. */
interface Products {
  readonly of: Float64Array
  readonly logDet: number
}

/** Room for the sums of one row, used again for the next. */
interface Scratch {
  readonly of: Float64Array
  readonly now: Float64Array
}

/**
 * Products of all columns with each other, each solved against the lower triangle of the tridiagonal covariance, and the
 * logarithm of its determinant. The clock's variance goes with the length of the interval; a finger's is its own,
 * whatever is played. A take has thousands of intervals and thirteen mixtures: nothing is kept of an interval but its sums.
 */
function productsUnder(
  { values, count, lengths }: Prepared,
  clock: number,
  { of, now }: Scratch,
): Products {
  const finger = (1 - clock) / 2
  of.fill(0)
  now.fill(0)
  let [logDet, below] = [0, 0]
  for (let k = 0; k < lengths.length; k++) {
    const variance = clock * (lengths[k] as number) + 2 * finger - below * below
    const diagonal = Math.sqrt(Math.max(variance, 1e-12))
    for (let c = 0; c < count; c++) {
      const white = ((values[k * count + c] as number) - below * (now[c] as number)) / diagonal
      now[c] = white
      for (let d = 0; d <= c; d++) {
        const at = c * count + d
        of[at] = (of[at] as number) + white * (now[d] as number)
      }
    }
    logDet += 2 * Math.log(diagonal)
    below = -finger / diagonal
  }
  for (let c = 0; c < count; c++) {
    for (let d = c + 1; d < count; d++) of[c * count + d] = of[d * count + c] as number
  }
  return { of, logDet }
}

/**
 * The first so many columns taken out of the others: the same as all fitted at once (R. Frisch and F. V. Waugh,
 * Econometrica 1, 1933; by Schur's complement), and it takes no longer for many rows than they are long.
 */
function takeOut({ of, logDet }: Products, count: number, first: number): Products {
  let log = logDet
  for (let p = 0; p < first; p++) {
    const pivot = of[p * count + p] ?? 0
    log += Math.log(pivot)
    for (let i = p + 1; i < count; i++) {
      const share = (of[i * count + p] ?? 0) / pivot
      for (let j = p + 1; j < count; j++) {
        const at = i * count + j
        of[at] = (of[at] ?? 0) - share * (of[p * count + j] ?? 0)
      }
    }
  }
  return { of, logDet: log }
}

/** What one mixture says of the shared terms. */
interface Mixture {
  readonly logWeight: number
  readonly terms: readonly number[]
  /** Of the terms, times the variance. */
  readonly covariance: readonly (readonly number[])[]
}

/** All rows of a take under one mixture; each is a chain of its own. */
function mixtureOf(rows: readonly Prepared[], degrees: number, clock: number): Mixture {
  const shared = (rows[0]?.count ?? 0) - (rows[0]?.own ?? 0)
  const sums = Array.from({ length: shared }, () => new Array<number>(shared).fill(0))
  const most = rows.reduce((count, r) => Math.max(count, r.count), 0)
  const scratch = { of: new Float64Array(most * most), now: new Float64Array(most) }
  let logDets = 0
  for (const row of rows) {
    const { count, own } = row
    const { of, logDet } = takeOut(productsUnder(row, clock, scratch), count, own)
    logDets += logDet
    sums.forEach((line, i) =>
      line.forEach((_, j) => {
        line[j] = (line[j] ?? 0) + (of[(own + i) * count + own + j] ?? 0)
      }),
    )
  }
  const withMs = sums.at(-1) ?? []
  const { inverse, logDet } = inverseOf(sums.slice(0, -1).map((row) => row.slice(0, -1)))
  const terms = inverse.map((row) => dot(row, withMs))
  const rest = Math.max(0, (withMs.at(-1) ?? 0) - dot(terms, withMs))
  return {
    logWeight: -0.5 * (logDets + logDet + degrees * Math.log(rest)),
    terms,
    covariance: inverse.map((row) => row.map((x) => (x * rest) / degrees)),
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
  const count = rows.reduce((sum, r) => sum + r.ms.length, 0)
  const terms = rows.reduce((sum, r) => sum + r.own.length, rows[0]?.shared.length ?? 0)
  const degrees = count - terms
  if (degrees < 2) throw new RangeError(`${count} intervals for ${terms} terms`)
  const ready = prepared(rows)
  const mixtures = CLOCK_SHARES.map((clock) => mixtureOf(ready, degrees, clock))
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
    return mixed(parts, degrees)
  }
}

const sumOf = (xs: readonly number[]) => xs.reduce((sum, x) => sum + x, 0)

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
export function paceOf({ ms, beats }: Pick<BeatRow, 'ms' | 'beats'>): Pace {
  const places = placesOf(beats)
  const bent = beats.map((x, i) => x * (places[i] ?? 0))
  // About their mean: of the squares of large numbers little would be left of what they scatter.
  const mean = sumOf(ms) / sumOf(beats)
  const aside = ms.map((x, i) => x - mean * (beats[i] ?? 0))
  const fitted = fitBeats([{ ms: aside, beats, own: [], shared: [beats, bent] }])
  const { value, low, high } = fitted([1, 0])
  return {
    beatMs: { value: mean + value, low: mean + low, high: mean + high },
    slope: fitted([0, 1]),
    ends: [places[0] ?? 0, places.at(-1) ?? 0],
  }
}
