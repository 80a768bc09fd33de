/** When something begins to sound: where the spectrum grows. */
import { medianOf } from '../measure'
import { Transform } from './transform'
import type { Sound } from './sound'

/** Of a frame and from one to the next, seconds: about 1024 and 256 samples at the usual rates. */
const FRAME_S = 0.023
const HOP_S = 0.0058
/** Magnitudes count by their logarithm from here on, so that soft beginnings count beside loud ones. */
const COMPRESSION = 1000
/** Frames on each side among which a beginning stands out. */
const AROUND = 12
/** It stands out by this share of what is usual for beginnings of this take, over the middle of its neighbours. */
const STANDS_OUT = 0.18
/** Two beginnings nearer to each other than this are one, seconds. */
const APART_S = 0.045
/** A beginning is where the growth has reached this share of its top: the attack, and not its middle. */
const REACHED = 0.5

/** Growth of the logarithmic spectrum from frame to frame, summed over all bins (half-wave rectified spectral flux). */
function growth({ samples, rate }: Sound): {
  readonly values: Float32Array
  readonly hop: number
  readonly size: number
} {
  const size = 2 ** Math.round(Math.log2(FRAME_S * rate))
  const hop = Math.max(1, Math.round(HOP_S * rate))
  const transform = new Transform(size)
  const window = Float64Array.from(
    { length: size },
    (_, j) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (j + 0.5)) / size),
  )
  const frame = new Float64Array(size)
  let before = new Float64Array(size / 2)
  let now = new Float64Array(size / 2)
  // A frame before the first sample, so that a sound from the very beginning has begun.
  const count = Math.max(0, Math.floor((samples.length + size) / hop) + 1)
  const values = new Float32Array(count)
  for (let i = 0; i < count; i++) {
    const from = i * hop - size
    for (let j = 0; j < size; j++) frame[j] = (samples[from + j] ?? 0) * (window[j] ?? 0)
    const magnitudes = transform.spectrum(frame)
    let sum = 0
    for (let k = 0; k < now.length; k++) {
      const value = Math.log(1 + (COMPRESSION * 2 * (magnitudes[k] ?? 0)) / size)
      now[k] = value
      sum += Math.max(0, value - (before[k] ?? 0))
    }
    values[i] = sum
    const spare = before
    before = now
    now = spare
  }
  return { values, hop, size }
}

/** The growth above the middle of its neighbours. */
function standingOut(values: Float32Array): Float32Array {
  return Float32Array.from(values, (value, i) => {
    const near = Array.from(values.subarray(Math.max(0, i - AROUND), i + AROUND + 1))
    return Math.max(0, value - medianOf(near))
  })
}

/** Times at which something begins to sound, seconds. */
export function onsetsOf(sound: Sound): readonly number[] {
  const { values, hop, size } = growth(sound)
  const out = standingOut(values)
  const sorted = Float32Array.from(out).sort()
  const usual = sorted[Math.floor(0.99 * (sorted.length - 1))] ?? 0
  if (usual <= 0) return []
  const least = STANDS_OUT * usual
  const apart = Math.round((APART_S * sound.rate) / hop)
  const tops: number[] = []
  out.forEach((value, i) => {
    if (value < least) return
    for (let k = i - apart; k <= i + apart; k++) {
      if ((out[k] ?? 0) > value || (k < i && out[k] === value)) return
    }
    tops.push(i)
  })
  return tops.map((top) => {
    const level = REACHED * (out[top] ?? 0)
    let i = top
    while (i > 0 && (out[i - 1] ?? 0) >= level) i -= 1
    const [below, above] = [out[i - 1] ?? 0, out[i] ?? 0]
    const place = i - (above > below ? (above - level) / (above - below) : 0)
    // The middle of the frame that ends at that hop.
    return Math.max(0, (place * hop - size / 2) / sound.rate)
  })
}
