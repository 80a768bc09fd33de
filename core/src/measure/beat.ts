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

const sumOf = (xs: readonly number[]) => xs.reduce((sum, x) => sum + x, 0)

/** A row ready to be asked under any mixture: column by column its own terms, the shared ones, and how long it was. */
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
    const values = new Float64Array(columns.length * ms.length)
    columns.forEach((column, c) => values.set(column, c * ms.length))
    const lengths = Float64Array.from(beats, (x) => x / shortest)
    return { values, count: columns.length, own: own.length, lengths }
  })
}

/** Sums of products of columns, line by line, and a logarithm of a determinant. */
interface Products {
  readonly of: Float64Array
  readonly logDet: number
}

/** Room for one row, used again for the next: its sums, its columns solved, and the lines of the triangle. */
interface Scratch {
  readonly of: Float64Array
  readonly white: Float64Array
  readonly below: Float64Array
  readonly scale: Float64Array
}

function scratchFor(rows: readonly Prepared[]): Scratch {
  const columns = rows.reduce((most, r) => Math.max(most, r.count), 0)
  const longest = rows.reduce((most, r) => Math.max(most, r.lengths.length), 0)
  return {
    of: new Float64Array(columns * columns),
    white: new Float64Array(columns * longest),
    below: new Float64Array(longest),
    scale: new Float64Array(longest),
  }
}

/** The lower triangle of the tridiagonal covariance, line by line, and the logarithm of its determinant. */
function triangle(lengths: Float64Array, clock: number, { below, scale }: Scratch): number {
  const finger = (1 - clock) / 2
  let [logDet, beside] = [0, 0]
  for (let k = 0; k < lengths.length; k++) {
    // The clock's variance goes with the length of the interval; a finger's is its own, whatever is played.
    const variance = clock * (lengths[k] as number) + 2 * finger - beside * beside
    const diagonal = Math.sqrt(Math.max(variance, 1e-12))
    below[k] = beside
    scale[k] = 1 / diagonal
    logDet += 2 * Math.log(diagonal)
    beside = -finger / diagonal
  }
  return logDet
}

/** Products of all columns with each other, each solved against the lower triangle of the covariance. */
function productsUnder(
  { values, count, lengths }: Prepared,
  clock: number,
  scratch: Scratch,
): Products {
  const { of, white, below, scale } = scratch
  const logDet = triangle(lengths, clock, scratch)
  const long = lengths.length
  for (let c = 0; c < count; c++) {
    const from = c * long
    let before = 0
    for (let k = 0; k < long; k++) {
      before = ((values[from + k] as number) - (below[k] as number) * before) * (scale[k] as number)
      white[from + k] = before
    }
    for (let d = 0; d <= c; d++) {
      const other = d * long
      let sum = 0
      for (let k = 0; k < long; k++) {
        sum += (white[from + k] as number) * (white[other + k] as number)
      }
      of[c * count + d] = sum
      of[d * count + c] = sum
    }
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
function mixtureOf(
  rows: readonly Prepared[],
  degrees: number,
  clock: number,
  scratch: Scratch,
): Mixture {
  const shared = (rows[0]?.count ?? 0) - (rows[0]?.own ?? 0)
  const sums = Array.from({ length: shared }, () => new Array<number>(shared).fill(0))
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

/** Mixtures that are less likely than the likeliest by so much weigh nothing, and so do those beyond them. */
const LOG_LESS = 16

/**
 * From which share the likeliest is looked for: neighbouring intervals go against each other by half of what is the
 * fingers' (Wing and Kristofferson 1973). It only saves steps.
 */
function firstGuess(rows: readonly BeatRow[]): number {
  let [own, beside] = [0, 0]
  for (const { ms, beats } of rows) {
    const pace = sumOf(ms) / sumOf(beats)
    const aside = ms.map((x, i) => x - pace * (beats[i] ?? 0))
    own += dot(aside, aside)
    beside += dot(aside.slice(1), aside)
  }
  const share = own > 0 ? 1 + (2 * beside) / own : 0.5
  const at = CLOCK_SHARES.findIndex((clock) => clock >= share)
  return at < 0 ? CLOCK_SHARES.length - 1 : at
}

/**
 * The mixtures that weigh anything, with their weights: of thousands of intervals few do. The likelihood has one peak, so
 * that it is followed up both ways until it has fallen.
 */
function weighed(
  of: (clock: number) => Mixture,
  from: number,
): readonly (Mixture & { weight: number })[] {
  const found = CLOCK_SHARES.slice(from, from + 1).map((clock) => ({ clock, ...of(clock) }))
  let best = found[0]?.logWeight ?? 0
  for (const way of [CLOCK_SHARES.slice(from + 1), CLOCK_SHARES.slice(0, from).reverse()]) {
    for (const clock of way) {
      const mixture = of(clock)
      found.push({ clock, ...mixture })
      best = Math.max(best, mixture.logWeight)
      if (mixture.logWeight < best - LOG_LESS) break
    }
  }
  const raw = found.map((m) => beforehand(m.clock) * Math.exp(m.logWeight - best))
  const all = raw.reduce((a, b) => a + b, 0)
  return found.map((m, i) => ({ ...m, weight: (raw[i] ?? 0) / all }))
}

/** The terms fitted to all rows together. @throws RangeError without more intervals than terms by two */
export function fitBeats(rows: readonly BeatRow[]): FittedBeats {
  const count = rows.reduce((sum, r) => sum + r.ms.length, 0)
  const terms = rows.reduce((sum, r) => sum + r.own.length, rows[0]?.shared.length ?? 0)
  const degrees = count - terms
  if (degrees < 2) throw new RangeError(`${count} intervals for ${terms} terms`)
  const ready = prepared(rows)
  const scratch = scratchFor(ready)
  const mixtures = weighed((clock) => mixtureOf(ready, degrees, clock, scratch), firstGuess(rows))
  const best = mixtures.reduce((a, b) => (b.logWeight > a.logWeight ? b : a))
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
    const heard = mixtures.flatMap((m): Part[] =>
      m.weight > WEIGHT_LEAST
        ? [{ weight: m.weight, value: dot(contrast, m.terms), error: errorOf(m) }]
        : [],
    )
    const left = heard.reduce((sum, p) => sum + p.weight, 0)
    const parts = heard.map((p) => ({ ...p, weight: p.weight / left }))
    return mixed(parts, degrees)
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
