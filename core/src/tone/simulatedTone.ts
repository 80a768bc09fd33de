/** A made-up player for a microphone that is not there: sounds what is asked with a named fault of a named strength. */
import type { Rng } from '../kit'
import { momentsOf } from '../timing'
import type { AskedNote } from '../timing'
import type { Sounding } from './ear'
import type { Sound } from './sound'

/** What the made-up player can do wrong. */
export const SOUNDED_FAULTS = [
  'none',
  'weak',
  'muffled',
  'bright',
  'airy',
  'only-air',
  'sharp',
  'flat',
  'wavers',
  'sags',
  'late-to-speak',
  'squeaks',
  'splits',
  'trembles',
] as const
export type SoundedFault = (typeof SOUNDED_FAULTS)[number]

export interface SoundedPlaying {
  /** Quarter notes a minute, above 0. */
  readonly tempo: number
  readonly fault: SoundedFault
  /** 0 not at all, 1 plainly. */
  readonly strength: number
  readonly sounding: Sounding
  readonly a4: number
  readonly rng: Rng
}

/** Samples a second; enough for ten kilohertz. */
const RATE = 32_000
/** What the faults come to at full strength; chosen to be plain to the ear, not measured on anybody. */
const AT_FULL = {
  weakDb: 12,
  /** Added to, or taken from, the exponent by which harmonics grow softer. */
  colour: 1.2,
  noise: 0.5,
  cents: 40,
  waver: { cents: 35, rate: 5 },
  sagsCents: 45,
  lateS: 0.25,
  trembles: { share: 0.45, rate: 6 },
} as const
const USUAL = { amplitude: 0.25, falls: 1.3, noise: 0.004, attackS: 0.05, share: 0.92 } as const
const HARMONICS = 20
const TABLE = 2048
const LEAD_S = 0.4
/** A struck tone dies away by so many times its own length, s. */
const DIES_S = 0.7
const SQUEAK = { times: 3, seconds: 0.25, after: 0.4 } as const
/** A split start lands on the neighbouring partial first. */
const SPLIT = { times: 4 / 3, seconds: 0.14 } as const

/** One period of a tone whose k-th harmonic has 1 / k^falls of the first, at most 1 high. */
function periodOf(falls: number): Float32Array {
  const table = new Float32Array(TABLE + 1)
  for (let i = 0; i <= TABLE; i++) {
    for (let k = 1; k <= HARMONICS; k++) {
      table[i] = (table[i] ?? 0) + Math.sin((2 * Math.PI * k * i) / TABLE) / k ** falls
    }
  }
  const top = table.reduce((a, b) => Math.max(a, Math.abs(b)), 0)
  return table.map((x) => x / top)
}

/** Noise of breath and bow: what is neither very low nor very high. */
function* breathNoise(rng: Rng): Generator<number> {
  let [low, high] = [0, 0]
  for (;;) {
    const white = 2 * rng() - 1
    // One pole each: about 4 kHz from above, about 400 Hz from below.
    low += 0.55 * (white - low)
    high += 0.08 * (low - high)
    yield 2 * (low - high)
  }
}

interface Tone {
  readonly midi: number
  /** Seconds. */
  readonly from: number
  readonly length: number
}

function full({ fault, strength }: SoundedPlaying, ...names: readonly SoundedFault[]): number {
  return names.includes(fault) ? strength : 0
}

/** Amplitude at a time within the tone, 0 to 1. */
function envelope(at: number, { length }: Tone, playing: SoundedPlaying): number {
  const { sounding } = playing
  const attack = sounding === 'struck' ? 0.004 : USUAL.attackS
  const rise = Math.min(1, at / attack)
  const fall = Math.min(1, (length - at) / 0.06)
  const dies = sounding === 'struck' ? Math.exp(-at / DIES_S) : 1
  const { share, rate } = AT_FULL.trembles
  const tremble =
    1 - full(playing, 'trembles') * share * (0.5 + 0.5 * Math.sin(2 * Math.PI * rate * at))
  return Math.max(0, rise * fall * dies * tremble)
}

/** Cents above the note at a time within the tone. */
function centsAt(at: number, { length }: Tone, playing: SoundedPlaying): number {
  const { cents, waver, sagsCents } = AT_FULL
  const aside = full(playing, 'sharp') * cents - full(playing, 'flat') * cents
  const wave = full(playing, 'wavers') * waver.cents * Math.sin(2 * Math.PI * waver.rate * at)
  return aside + wave - full(playing, 'sags') * sagsCents * (at / length)
}

/** How many times the note's own frequency sounds. */
function timesAt(at: number, { length }: Tone, playing: SoundedPlaying): number {
  const from = SQUEAK.after * length
  const long = Math.min(SQUEAK.seconds, 0.4 * length)
  if (full(playing, 'splits') > 0 && at < SPLIT.seconds) return SPLIT.times
  return full(playing, 'squeaks') > 0 && at >= from && at < from + long ? SQUEAK.times : 1
}

function sound(
  samples: Float32Array,
  tone: Tone,
  playing: SoundedPlaying,
  noise: Generator<number>,
) {
  const table = periodOf(
    USUAL.falls + AT_FULL.colour * (full(playing, 'muffled') - 0.7 * full(playing, 'bright')),
  )
  const hz = playing.a4 * 2 ** ((tone.midi - 69) / 12)
  const amplitude = USUAL.amplitude * 10 ** ((-full(playing, 'weak') * AT_FULL.weakDb) / 20)
  const late = full(playing, 'late-to-speak') * Math.min(AT_FULL.lateS, 0.4 * tone.length)
  const mute = playing.fault === 'only-air' ? 0 : 1
  const breath = USUAL.noise + AT_FULL.noise * full(playing, 'airy', 'only-air')
  let phase = 0
  for (let j = 0; j < tone.length * RATE; j++) {
    const at = j / RATE
    const cents = centsAt(at, tone, playing)
    phase += (hz * timesAt(at, tone, playing) * 2 ** (cents / 1200)) / RATE
    const place = (phase % 1) * TABLE
    const [a, b] = [table[Math.floor(place)] ?? 0, table[Math.floor(place) + 1] ?? 0]
    const wave = mute * (at < late ? 0 : a + (place % 1) * (b - a))
    const air = (breath + (at < late ? AT_FULL.noise : 0)) * (noise.next().value as number)
    const i = Math.round(tone.from * RATE) + j
    const grown =
      at < late
        ? envelope(at, tone, playing)
        : envelope(at - late, { ...tone, length: tone.length - late }, playing)
    samples[i] = (samples[i] ?? 0) + amplitude * grown * (wave + air)
  }
}

/** What is asked, sounded once from the beginning, in a room that is not quite silent. */
export function soundAsked(asked: readonly AskedNote[], playing: SoundedPlaying): Sound {
  const beatS = 60 / playing.tempo
  const moments = momentsOf(asked)
  const last = moments.at(-1)?.beat ?? 0
  const tones = moments.flatMap(({ beat, notes }, i): Tone[] => {
    const next = moments[i + 1]?.beat ?? beat + Math.max(1, last === 0 ? 4 : 1)
    const length = (next - beat) * beatS * USUAL.share
    return notes.map(({ midi }) => ({ midi, from: LEAD_S + beat * beatS, length }))
  })
  const end = Math.max(0, ...tones.map((t) => t.from + t.length)) + LEAD_S
  const samples = new Float32Array(Math.ceil(end * RATE))
  const noise = breathNoise(playing.rng)
  for (let j = 0; j < samples.length; j++) samples[j] = 0.0002 * (2 * playing.rng() - 1)
  for (const tone of tones) sound(samples, tone, playing, noise)
  return { samples, rate: RATE }
}
