/** Sound as a row of short frames: pitch as asked, pitch blind, likeness, brightness, level. */
import { BLOCK_S } from './levels'
import type { PitchFinder, PitchFound } from './pitchFrame'
import { Transform } from './transform'
import type { Sound } from './sound'

/** From one frame to the next, seconds. */
export const HOP_S = 0.02
/** A frame holds at least so many periods of the note. */
const PERIODS = 3
/** About 46 ms at the usual rates: shorter blurs the pitch, longer a waver. */
const FRAME_S = 0.045
/** A tone of the asked pitch is looked for from a sixth or so below to a major sixth above. */
const ASKED_RANGE = [0.6, 1.7] as const

/** Where a pitch is looked for. */
export interface PitchRange {
  readonly lowHz: number
  readonly highHz: number
}
/** From the lowest string of a double bass to two octaves above the treble staff. */
export const ANY_PITCH: PitchRange = { lowHz: 38, highHz: 3200 }

export function rangeAbout(hz: number): PitchRange {
  return { lowHz: ASKED_RANGE[0] * hz, highHz: ASKED_RANGE[1] * hz }
}

/** One frame. */
export interface Frame {
  /** Its middle, seconds. */
  readonly at: number
  readonly found: PitchFound | null
}

/** Samples of a frame: a power of two that holds enough periods of that pitch. */
export function frameSize(rate: number, hz: number, longer = 1): number {
  const least = Math.max(FRAME_S * rate, (PERIODS * rate) / hz) * longer
  return 2 ** Math.round(Math.log2(least))
}

/** From where to where frames are taken, and how close, seconds. */
export interface FrameRow {
  readonly from: number
  readonly to: number
  readonly hop?: number
}

/** Frames that lie whole between two times, one after another, each looked at by the finder as `look` says. */
export function* framesAlong(
  { samples, rate }: Sound,
  finder: PitchFinder,
  { from, to, hop = HOP_S }: FrameRow,
  look: (finder: PitchFinder) => PitchFound | null,
): Generator<Frame> {
  const half = finder.size / 2 / rate
  const count = Math.floor((to - from - 2 * half) / hop + 1e-9) + 1
  for (let i = 0; i < count; i++) {
    const at = from + half + i * hop
    const found = finder.take(samples, Math.round((at - half) * rate)) ? look(finder) : null
    yield { at, found }
  }
}

/** Harmonics that make up the brightness, and how high they are heard by a telephone. */
const HARMONICS = 40
const HIGHEST_HZ = 10_000
/** Samples of a frame for the spectrum, seconds. */
const SPECTRUM_S = 0.09

/**
 * Brightness as the centre of the harmonics, in harmonics (the harmonic spectral centroid of ISO/IEC 15938-4 over the
 * fundamental): Σ k A(k) / Σ A(k), A(k) the highest magnitude near the k-th. Noise between the harmonics does not count.
 */
export class BrightnessMeter {
  private readonly transform: Transform
  private readonly frame: Float64Array
  private readonly window: Float64Array
  readonly size: number

  constructor(private readonly rate: number) {
    this.size = 2 ** Math.round(Math.log2(SPECTRUM_S * rate))
    this.transform = new Transform(this.size)
    this.frame = new Float64Array(this.size)
    this.window = Float64Array.from(
      { length: this.size },
      (_, j) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (j + 0.5)) / this.size),
    )
  }

  /** About the middle of the frame; null where no two harmonics fit below half the rate. */
  at(samples: Float32Array, middle: number, hz: number): number | null {
    const from = Math.round(middle * this.rate - this.size / 2)
    for (let j = 0; j < this.size; j++) {
      this.frame[j] = (samples[from + j] ?? 0) * (this.window[j] ?? 0)
    }
    const magnitudes = this.transform.spectrum(this.frame)
    const binHz = this.rate / this.size
    const highest = Math.min(HIGHEST_HZ, 0.45 * this.rate)
    const count = Math.min(HARMONICS, Math.floor(highest / hz))
    if (count < 2) return null
    let [sum, weighted] = [0, 0]
    for (let k = 1; k <= count; k++) {
      const reach = Math.max(1, Math.min(0.03 * k * hz, 0.4 * hz) / binHz)
      const [low, high] = [
        Math.round((k * hz) / binHz - reach),
        Math.round((k * hz) / binHz + reach),
      ]
      let top = 0
      for (let bin = low; bin <= high; bin++) top = Math.max(top, magnitudes[bin] ?? 0)
      sum += top
      weighted += k * top
    }
    return sum === 0 ? null : weighted / sum
  }
}

/** Mean level between two times, by energy, dB. */
export function levelBetween(levels: Float32Array, from: number, to: number): number {
  const [first, last] = [Math.round(from / BLOCK_S), Math.round(to / BLOCK_S)]
  let [sum, count] = [0, 0]
  for (let b = Math.max(0, first); b < Math.min(levels.length, last); b++) {
    sum += 10 ** ((levels[b] ?? 0) / 10)
    count += 1
  }
  return count === 0 ? Number.NaN : 10 * Math.log10(sum / count)
}
