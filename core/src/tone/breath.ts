/** The breath of a tone, harmonics to noise, and what a waver hides of it. */
import { meanAlong, medianOf } from '../measure'
import type { Estimate } from '../measure'
import type { Frame } from './frames'
import type { Waver } from './waver'

/** Harmonics to noise of a likeness, dB (Boersma 1993: r over 1 − r). */
export function breathOf(likeness: number): number {
  const r = Math.min(1 - 1e-7, Math.max(1e-7, likeness))
  return 10 * Math.log10(r / (1 - r))
}

/** Cents of a natural logarithm of a ratio. */
const CENTS_OF_E = 1200 / Math.LN2

/**
 * Harmonics to noise, dB, that a frame of so many seconds would show of a tone that wavers so and has no noise at all:
 * its periods are not alike. The pitch goes through the frame by about its mean slope, a √2 π f; over the frame it
 * scatters by that times length / √12 (a ramp), δ of its frequency; the k-th harmonic one period later is off by the
 * angle 2π k δ and as much less alike as half its square. `harmonics` is where the centre of them lies.
 */
export function breathOfWaver(waver: Waver, harmonics: number, seconds: number): number {
  const slope = Math.SQRT2 * Math.PI * waver.rate * waver.cents
  const scatter = (slope * seconds) / Math.sqrt(12) / CENTS_OF_E
  const lost = Math.min(0.5, (2 * Math.PI * harmonics * scatter) ** 2 / 2)
  return 10 * Math.log10((1 - lost) / lost)
}

/** Frames below which nothing is said of it. */
const FRAMES_LEAST = 10
/** A breath this near to what the waver alone would leave is a decibel and more the waver's (a fifth of the noise: 7 dB). */
const BELOW_WAVER_DB = 7

/**
 * Breath over the frames in which a tone holds.
 * @param brightness where the centre of its harmonics lies
 * @param seconds of a frame
 */
export function breathing(
  held: readonly Frame[],
  waver: Waver | null,
  brightness: Estimate | null,
  seconds: number,
) {
  if (held.length < FRAMES_LEAST) return { breath: null, breathHidden: false }
  const values = held.map((f) => breathOf(f.found?.likeness ?? 0))
  const breath = meanAlong(values, medianOf(values))
  // Of whose colour nothing is known nobody knows how much a waver hides: all of it.
  const ofWaver = waver ? breathOfWaver(waver, brightness?.value ?? Infinity, seconds) : Infinity
  return breath.value > ofWaver - BELOW_WAVER_DB
    ? { breath: null, breathHidden: true }
    : { breath, breathHidden: false }
}
