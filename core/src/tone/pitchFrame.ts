/** The pitch of one short frame: where the frame is most like itself, a little later. */
import { Transform } from './transform'

/** A period that was found. */
export interface PitchFound {
  readonly hz: number
  /** How alike the frame is to itself one period later: 1 the same, 0 not at all. */
  readonly likeness: number
  /** What sounds where the frame is as alike to itself several times in that period: a partial, and not the note. */
  readonly soundingHz: number
}

/** Blind, a period counts that is nearly as good as the best: the best alone is often two periods (McLeod and Wyvill 2005). */
const NEARLY = 0.9
/** Partials to which tones jump, and how nearly as good their period has to be as the whole one. */
const PARTIALS_MOST = 6
const AS_GOOD = 0.94
const HALF_AS_GOOD = 0.6
/** Samples; shorter periods cannot be told. */
const SHORTEST_LAG = 6
/** Samples to each side from which a value between two is worked out. */
const DEPTH = 24
/** Steps in which the top of a peak is closed in on, samples. */
const CLOSING_IN = [0.2, 0.03] as const

/** The window of Hann over the depth, as cosine and sine of each whole sample's angle. */
const ANGLE = Math.PI / (DEPTH + 1)
const COSINES = Float64Array.from({ length: 2 * DEPTH + 2 }, (_, i) =>
  Math.cos((i - DEPTH) * ANGLE),
)
const SINES = Float64Array.from({ length: 2 * DEPTH + 2 }, (_, i) => Math.sin((i - DEPTH) * ANGLE))

/** The top of the parabola through three values, not further than a step away. */
function vertex(at: number, step: number, before: number, here: number, after: number) {
  const bend = before - 2 * here + after
  const aside = bend < 0 ? Math.max(-1, Math.min(1, (before - after) / (2 * bend))) : 0
  return { at: at + aside * step, value: here - (aside * (before - after)) / 4 }
}

/**
 * Finds periods by the normalised square difference of a frame with itself (P. McLeod and G. Wyvill, A smarter way to
 * find pitch, ICMC 2005): 2 Σ x(j) x(j + lag) over Σ x(j)² + x(j + lag)². Values between samples are interpolated by a
 * windowed sinc (as P. Boersma, IFA Proceedings 17, 1993, for the same reason: the likeness of a bright tone stands on
 * a narrow peak).
 */
export class PitchFinder {
  private readonly transform: Transform
  private readonly frame: Float64Array
  private readonly likeness: Float64Array

  /** @param size samples of a frame, a power of two of at least two of the longest periods */
  constructor(
    readonly size: number,
    readonly rate: number,
  ) {
    this.transform = new Transform(2 * size)
    this.frame = new Float64Array(2 * size)
    this.likeness = new Float64Array(size)
  }

  /** Takes the frame that begins at that sample; false where it holds nothing. */
  take(samples: Float32Array, from: number): boolean {
    const { size, frame, likeness } = this
    let mean = 0
    for (let j = 0; j < size; j++) mean += samples[from + j] ?? 0
    mean /= size
    let energy = 0
    for (let j = 0; j < size; j++) {
      const x = (samples[from + j] ?? 0) - mean
      frame[j] = x
      energy += x * x
    }
    if (energy === 0) return false
    const lags = this.transform.autocorrelation(frame)
    // Σ x(j)² + x(j + lag)² from one lag to the next loses one sample at each end.
    const nothing = 1e-12 * energy
    const longest = (3 * size) >> 2
    let both = 2 * energy
    for (let lag = 0; lag < longest; lag++) {
      likeness[lag] = both > nothing ? (2 * (lags[lag] ?? 0)) / both : 0
      const first = frame[lag] ?? 0
      const last = frame[size - 1 - lag] ?? 0
      both -= first * first + last * last
    }
    return true
  }

  /** Likeness between samples: the sum over sin(πx) / πx · (1 + cos(πx / (depth + 1))) / 2. */
  private at(lag: number): number {
    const { likeness } = this
    const from = Math.floor(lag)
    const over = lag - from
    if (over < 1e-9) return likeness[from] ?? 0
    const [cosine, sine] = [Math.cos(over * ANGLE), Math.sin(over * ANGLE)]
    let sum = 0
    for (let i = 0; i < COSINES.length; i++) {
      const k = i - DEPTH
      // cos of the angle of (over − k); sin(π(over − k)) is that of over, its sign turned at each sample.
      const window = 1 + cosine * (COSINES[i] ?? 0) + sine * (SINES[i] ?? 0)
      const value = likeness[Math.abs(from + k)] ?? 0
      sum += ((k & 1 ? -1 : 1) * value * window) / (over - k)
    }
    return (sum * Math.sin(Math.PI * over)) / (2 * Math.PI)
  }

  /** The top of the peak about a sample: parabolas, each through three nearer points. */
  private top(peak: number): PitchFound {
    const [before, here, after] = [peak - 1, peak, peak + 1].map((l) => this.likeness[l] ?? 0)
    let found = vertex(peak, 1, before ?? 0, here ?? 0, after ?? 0)
    for (const step of CLOSING_IN) {
      const { at } = found
      found = vertex(at, step, this.at(at - step), this.at(at), this.at(at + step))
    }
    const likeness = Math.min(1, found.value)
    const hz = this.rate / found.at
    return { hz, likeness, soundingHz: hz * this.partialOf(found.at, likeness) }
  }

  /** The highest partial after whose period the frame is as alike to itself as after the whole one. */
  private partialOf(lag: number, likeness: number): number {
    for (let partial = PARTIALS_MOST; partial > 1; partial--) {
      const shorter = lag / partial
      // Most are far off at the nearest sample already.
      const near = Math.max(
        this.likeness[Math.floor(shorter)] ?? 0,
        this.likeness[Math.ceil(shorter)] ?? 0,
      )
      if (shorter <= SHORTEST_LAG || near < HALF_AS_GOOD * likeness) continue
      if (this.at(shorter) >= AS_GOOD * likeness) return partial
    }
    return 1
  }

  private bounds(lowHz: number, highHz: number): readonly [number, number] {
    const { rate, size } = this
    return [
      Math.max(2, Math.ceil(rate / highHz)),
      Math.min(Math.floor((3 * size) / 4) - 1, Math.floor(rate / lowHz)),
    ]
  }

  private isPeak(lag: number): boolean {
    const { likeness } = this
    const here = likeness[lag] ?? 0
    return here > 0 && here >= (likeness[lag - 1] ?? 0) && here > (likeness[lag + 1] ?? 0)
  }

  /** The best period between two pitches; null where none stands out. */
  within(lowHz: number, highHz: number): PitchFound | null {
    const [from, to] = this.bounds(lowHz, highHz)
    let best = -1
    for (let lag = from; lag <= to; lag++) {
      if (!this.isPeak(lag)) continue
      if (best < 0 || (this.likeness[lag] ?? 0) > (this.likeness[best] ?? 0)) best = lag
    }
    return best < 0 ? null : this.top(best)
  }

  /** The shortest period that is nearly as good as the best of all between two pitches; null where none stands out. */
  blind(lowHz: number, highHz: number): PitchFound | null {
    const [from, to] = this.bounds(lowHz, highHz)
    let best = 0
    for (let lag = from; lag <= to; lag++) {
      if (this.isPeak(lag)) best = Math.max(best, this.likeness[lag] ?? 0)
    }
    for (let lag = from; lag <= to; lag++) {
      if (this.isPeak(lag) && (this.likeness[lag] ?? 0) >= NEARLY * best) return this.top(lag)
    }
    return null
  }
}
