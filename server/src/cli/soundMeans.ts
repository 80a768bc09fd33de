/** What stands in the way of a tone: rooms, voices, knocks, noise and devices, each after a published account. */
import { pick } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import { PLAYER_RATE as RATE } from './soundPlayers'

export type Samples = Float32Array<ArrayBuffer>

export const db = (value: number) => 10 ** (value / 20)

export function rms(samples: Samples): number {
  return Math.sqrt(samples.reduce((sum, x) => sum + x * x, 0) / samples.length)
}

/** The one added to the other from there on. */
export function mixed(a: Samples, b: Samples, fromS = 0, gain = 1): Samples {
  const first = Math.round(fromS * RATE)
  const all = new Float32Array(Math.max(a.length, first + b.length))
  all.set(a)
  b.forEach((x, j) => (all[first + j] = (all[first + j] ?? 0) + gain * x))
  return all
}

const COMBS_S = [0.0297, 0.0371, 0.0411, 0.0437] as const
const ALLPASSES = [
  { seconds: 0.005, gain: 0.7 },
  { seconds: 0.0017, gain: 0.7 },
] as const
/** Walls take the high frequencies first (J. A. Moorer, 1979). */
const DAMPING = 0.3

/** A room by four combs and two all-passes (M. R. Schroeder, Natural sounding artificial reverberation, 1962). */
export function inRoom(dry: Samples, rt60: number, wetDb: number): Samples {
  const length = dry.length + Math.round(0.7 * rt60 * RATE)
  let wet = new Float32Array(length)
  for (const seconds of COMBS_S) {
    const lag = Math.round(seconds * RATE)
    const gain = 10 ** ((-3 * seconds) / rt60)
    const line = new Float32Array(lag)
    let low = 0
    for (let j = 0; j < length; j++) {
      const out = line[j % lag] ?? 0
      low = (1 - DAMPING) * out + DAMPING * low
      line[j % lag] = (dry[j] ?? 0) + gain * low
      wet[j] = (wet[j] ?? 0) + out / COMBS_S.length
    }
  }
  for (const { seconds, gain } of ALLPASSES) {
    const lag = Math.round(seconds * RATE)
    const next = new Float32Array(length)
    const line = new Float32Array(lag)
    for (let j = 0; j < length; j++) {
      const held = line[j % lag] ?? 0
      const x = wet[j] ?? 0
      next[j] = -gain * x + held
      line[j % lag] = x + gain * (next[j] ?? 0)
    }
    wet = next
  }
  const scale = (db(wetDb) * rms(dry)) / Math.max(1e-9, rms(wet.subarray(0, dry.length)))
  return mixed(dry, wet, 0, scale)
}

/** First, second and third formants of vowels, Hz (G. E. Peterson and H. L. Barney, 1952; from memory). */
const VOWELS = [
  [270, 2290, 3010],
  [730, 1090, 2440],
  [300, 870, 2240],
  [530, 1840, 2480],
  [640, 1190, 2390],
] as const
const BANDWIDTHS = [60, 90, 150] as const

/** One resonance (D. H. Klatt, 1980). */
function resonator(hz: number, band: number) {
  const c = -Math.exp((-2 * Math.PI * band) / RATE)
  const b = 2 * Math.exp((-Math.PI * band) / RATE) * Math.cos((2 * Math.PI * hz) / RATE)
  const a = 1 - b - c
  let [one, two] = [0, 0]
  return (x: number) => {
    const y = a * x + b * one + c * two
    two = one
    one = y
    return y
  }
}

const SYLLABLE_S = 0.2

/** Somebody speaking: vowels on a falling voice with noise between them, about four a second; 1 is as loud as it gets. */
export function speech(seconds: number, rng: Rng, every = 0.24): Samples {
  const samples = new Float32Array(Math.round(seconds * RATE))
  const voice = 100 + 130 * rng()
  let phase = 0
  for (let begin = 0; begin + SYLLABLE_S < seconds; begin += every * (0.85 + 0.3 * rng())) {
    const formants = pick(rng, VOWELS).map((hz, i) => resonator(hz, BANDWIDTHS[i] ?? 100))
    const hiss = resonator(2500 + 2500 * rng(), 800)
    const noisy = 0.05 * rng()
    for (let j = 0; j < SYLLABLE_S * RATE; j++) {
      const at = j / RATE
      const hz =
        voice * (1.15 - 0.3 * ((begin + at) / seconds)) * (1 - 0.3 * (at / SYLLABLE_S) ** 2)
      phase = (phase + hz / RATE) % 1
      let x = at < noisy ? 0 : phase < 0.06 ? 1 : 0
      for (const formant of formants) x = formant(x)
      if (at < noisy) x += 0.25 * hiss(rng() - 0.5)
      const place = Math.round(begin * RATE) + j
      samples[place] = (samples[place] ?? 0) + x * Math.sin((Math.PI * at) / SYLLABLE_S) ** 0.7
    }
  }
  const top = samples.reduce((a, b) => Math.max(a, Math.abs(b)), 1e-9)
  return samples.map((x) => x / top)
}

/** Pink noise, one a second in each direction (P. Kellet’s filter, from memory). */
export function pink(count: number, rng: Rng): Samples {
  let [b0, b1, b2] = [0, 0, 0]
  return Float32Array.from({ length: count }, () => {
    const white = 2 * rng() - 1
    b0 = 0.99765 * b0 + white * 0.099046
    b1 = 0.963 * b1 + white * 0.2965164
    b2 = 0.57 * b2 + white * 1.0526913
    return (b0 + b1 + b2 + white * 0.1848) / 4
  })
}

/** Wood on wood: a short burst that rings at about 2 kHz. */
export function knock(rng: Rng, hz = 1600 + 900 * rng()): Samples {
  return Float32Array.from({ length: Math.round(0.04 * RATE) }, (_, j) => {
    const at = j / RATE
    return Math.exp(-at / 0.006) * (Math.sin(2 * Math.PI * hz * at) + 0.5 * (rng() - 0.5))
  })
}

/** A filter of second order (R. Bristow-Johnson’s cookbook), twice. */
export function filtered(samples: Samples, hz: number, kind: 'low' | 'high'): Samples {
  const w = (2 * Math.PI * hz) / RATE
  const alpha = Math.sin(w) / Math.SQRT2
  const cos = Math.cos(w)
  const edge = kind === 'low' ? (1 - cos) / 2 : (1 + cos) / 2
  const middle = kind === 'low' ? 1 - cos : -(1 + cos)
  let [now] = [samples]
  for (let twice = 0; twice < 2; twice++) {
    let [x1, x2, y1, y2] = [0, 0, 0, 0]
    now = now.map((x) => {
      const y = (edge * x + middle * x1 + edge * x2 + 2 * cos * y1 - (1 - alpha) * y2) / (1 + alpha)
      x2 = x1
      x1 = x
      y2 = y1
      y1 = y
      return y
    })
  }
  return now
}

/** A gain that follows the loudness, as telephones have it. */
export function automaticGain(samples: Samples): Samples {
  let level = 0.02
  return samples.map((x) => {
    const now = Math.abs(x)
    level += (now - level) * (now > level ? 1 / (0.02 * RATE) : 1 / (0.8 * RATE))
    return Math.max(-1, Math.min(1, (0.12 * x) / Math.max(0.004, level)))
  })
}
