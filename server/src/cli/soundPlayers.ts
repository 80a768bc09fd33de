/**
 * People who sound what they are asked, without a fault: tones put together from their partials after published accounts
 * of instruments, and not by the made-up player. What is from memory says so.
 */
import type { Rng } from '@vein-mend/core/kit'
import type { AskedNote } from '@vein-mend/core/timing'
import type { Sounding } from '@vein-mend/core/tone'
import { normal } from './spoiledTakes'

/** As devices record. */
export const PLAYER_RATE = 44_100
const LEAD_S = 0.6
const SECONDS_A_MINUTE = 60
/** An inner clock of 2 %, lips and bow of 8 ms (order of A. M. Wing and A. B. Kristofferson, 1973; from memory). */
const TIME = { clock: 0.02, motorS: 0.008 } as const

/** How strong the partials are: a slope above a corner, and how much of the even ones is there. */
interface Body {
  readonly cornerHz: number
  readonly dbAnOctave: number
  readonly even: number
  /** Seconds to nine tenths, and how much later the upper partials enter (J.-C. Risset, 1966, of brass; from memory). */
  readonly attackS: number
  readonly upperLaterS: number
  /** Noise beside the tone, dB. */
  readonly noiseDb: number
}

/** Made bodies: much like a reed, brass, a bow, a flute; figures from memory of spectra in N. H. Fletcher and T. D. Rossing. */
const BODIES: readonly Body[] = [
  {
    ...{ cornerHz: 900, dbAnOctave: 12, even: 0.15 },
    ...{ attackS: 0.04, upperLaterS: 0.01 },
    noiseDb: -48,
  },
  {
    ...{ cornerHz: 700, dbAnOctave: 14, even: 1 },
    ...{ attackS: 0.05, upperLaterS: 0.03 },
    noiseDb: -52,
  },
  {
    ...{ cornerHz: 1200, dbAnOctave: 8, even: 1 },
    ...{ attackS: 0.06, upperLaterS: 0.005 },
    noiseDb: -42,
  },
  {
    ...{ cornerHz: 800, dbAnOctave: 18, even: 0.6 },
    ...{ attackS: 0.06, upperLaterS: 0 },
    noiseDb: -38,
  },
]

/** A string that is let go: stiffness (H. Fletcher, 1964: f(k) = k f √(1 + B k²)) and how fast its partials die. */
const STRING = {
  stiffness: 0.0002,
  diesS: 1.6,
  upperDies: 0.35,
  attackS: 0.003,
  falls: 1.1,
} as const

/** Of the pitch and the level while a tone is held: small, slow and never the same; figures from memory. */
const HELD = { cents: 1.6, levelDb: 0.25, everyS: 0.08 } as const
/** Cents from tone to tone of somebody who plays in tune. */
const IN_TUNE_CENTS = 2
const PARTIALS = 16
const HIGHEST_HZ = 9000
const AMPLITUDE = 0.2
const RELEASE_S = 0.08
/** What is not joined sounds nine tenths of its time. */
const SHARE = 0.9
/** A tone asked for by itself is a long one. */
const ALONE_BEATS = 4

/** One tone as it will sound. */
export interface TonePlayed {
  readonly midi: number
  /** Seconds. */
  readonly from: number
  readonly length: number
  /** Joined to the next: no gap, and the pitch goes over. */
  readonly joined: boolean
}

export interface SoundAsked {
  readonly asked: readonly AskedNote[]
  readonly tempo: number
  readonly sounding: Sounding
  readonly a4: number
  /** Which of the made bodies sounds, from 0. */
  readonly body: number
}

export const BODIES_THERE = 4

/** When each tone of a line begins, and how long it lasts. */
export function tonesOf({ asked, tempo }: SoundAsked, rng: Rng): readonly TonePlayed[] {
  const beatS = SECONDS_A_MINUTE / tempo
  const beats = asked.map((n) => n.beat)
  let clock = LEAD_S
  const at = beats.map((beat, i) => {
    const before = beats[i - 1]
    if (before !== undefined) clock += (beat - before) * beatS * (1 + TIME.clock * normal(rng))
    return clock + TIME.motorS * normal(rng)
  })
  return asked.map((note, i) => {
    const from = at[i] ?? 0
    const next = at[i + 1] ?? from + (asked.length === 1 ? ALONE_BEATS : 1) * beatS
    const gap = next - from
    return { midi: note.midi, from, length: note.joined ? gap : SHARE * gap, joined: note.joined }
  })
}

/** A slow wander about nought with that deviation, a value each so often, straight lines between. */
function wander(rng: Rng, deviation: number, seconds: number): (at: number) => number {
  const values: number[] = [deviation * normal(rng)]
  const keep = 0.8
  for (let t = 0; t < seconds + 2 * HELD.everyS; t += HELD.everyS) {
    values.push(keep * (values.at(-1) ?? 0) + Math.sqrt(1 - keep ** 2) * deviation * normal(rng))
  }
  return (at) => {
    const place = Math.max(0, at) / HELD.everyS
    const [a = 0, b = 0] = [values[Math.floor(place)], values[Math.floor(place) + 1]]
    return a + (place % 1) * (b - a)
  }
}

const db = (value: number) => 10 ** (value / 20)

interface Partial {
  readonly times: number
  readonly amplitude: number
  readonly laterS: number
  readonly diesS: number
}

function partialsOf(hz: number, sounding: Sounding, body: Body): readonly Partial[] {
  const count = Math.max(1, Math.min(PARTIALS, Math.floor(HIGHEST_HZ / hz)))
  const partials = Array.from({ length: count }, (_, i): Partial => {
    const k = i + 1
    if (sounding === 'struck') {
      const times = k * Math.sqrt(1 + STRING.stiffness * k * k)
      return {
        ...{ times, amplitude: 1 / k ** STRING.falls, laterS: 0 },
        diesS: STRING.diesS / (1 + STRING.upperDies * (k - 1)),
      }
    }
    const above = Math.max(0, Math.log2((k * hz) / body.cornerHz))
    const amplitude = db(-body.dbAnOctave * above) * (k % 2 === 0 ? body.even : 1)
    return { times: k, amplitude, laterS: body.upperLaterS * Math.log2(k), diesS: Infinity }
  })
  const power = Math.sqrt(partials.reduce((sum, p) => sum + p.amplitude ** 2, 0))
  return partials.map((p) => ({ ...p, amplitude: p.amplitude / power }))
}

/** What a player does with a tone; the ways in which tones may be spoiled without being faults. */
export interface Manner {
  /** Cents above the note at a time within the tone. */
  readonly cents?: (at: number, tone: TonePlayed, i: number) => number
  /** Share of its usual length. */
  readonly length?: (tone: TonePlayed) => number
}

/** Samples over which a partial goes straight from one strength to the next. */
const BLOCK = 32
const TURN = 4096
const SINE = Float64Array.from({ length: TURN + 1 }, (_, i) => Math.sin((2 * Math.PI * i) / TURN))

/** How strong a partial is at a time within its tone. */
function strengthAt({ amplitude, laterS, diesS }: Partial, at: number, attackS: number): number {
  const since = at - laterS
  if (since <= 0) return 0
  const grown = since < attackS ? 0.5 - 0.5 * Math.cos((Math.PI * since) / attackS) : 1
  return amplitude * grown * (diesS === Infinity ? 1 : Math.exp(-since / diesS))
}

/** A tone as it is sounded by one body. */
interface Sounded {
  readonly hz: number
  readonly length: number
  readonly attackS: number
  readonly partials: readonly Partial[]
  /** Amplitude of the noise beside it. */
  readonly noise: number
  readonly centsAt: (at: number) => number
  readonly levelAt: (at: number) => number
}

function soundedTone(
  tone: TonePlayed,
  i: number,
  { sounding, a4 }: SoundAsked,
  body: Body,
  manner: Manner,
  rng: Rng,
): Sounded {
  const length = manner.length?.(tone) ?? tone.length
  const hz = a4 * 2 ** ((tone.midi - 69) / 12)
  const struck = sounding === 'struck'
  const aside = IN_TUNE_CENTS * normal(rng)
  const pitch = wander(rng, struck ? 0 : HELD.cents, length)
  const level = wander(rng, struck ? 0 : HELD.levelDb, length)
  const own = manner.cents
  return {
    ...{ hz, length, partials: partialsOf(hz, sounding, body) },
    attackS: struck ? STRING.attackS : body.attackS,
    noise: struck ? 0 : db(body.noiseDb),
    centsAt: (at) => aside + pitch(at) + (own ? own(at, tone, i) : 0),
    levelAt: (at) => db(level(at)) * (at > length ? Math.exp((length - at) / (RELEASE_S / 5)) : 1),
  }
}

/** Adds the tone, block by block. */
function addTone(samples: Float32Array, first: number, tone: Sounded, rng: Rng): void {
  const { hz, partials, attackS, noise } = tone
  const phases = Float64Array.from(partials, () => rng())
  const blocks = Math.ceil(((tone.length + RELEASE_S) * PLAYER_RATE) / BLOCK)
  let turns = 0
  for (let block = 0; block < blocks; block++) {
    const [at, end] = [(block * BLOCK) / PLAYER_RATE, ((block + 1) * BLOCK) / PLAYER_RATE]
    const step = (hz * 2 ** (tone.centsAt(at) / 1200)) / PLAYER_RATE
    const [level, levelThen] = [AMPLITUDE * tone.levelAt(at), AMPLITUDE * tone.levelAt(end)]
    const begin = first + block * BLOCK
    const last = Math.min(BLOCK, samples.length - begin)
    partials.forEach((partial, k) => {
      const from = level * strengthAt(partial, at, attackS)
      const slope = (levelThen * strengthAt(partial, end, attackS) - from) / BLOCK
      let phase = (partial.times * turns + (phases[k] ?? 0)) % 1
      const turn = partial.times * step
      for (let j = 0; j < last; j++) {
        const sine = SINE[Math.floor(phase * TURN)] ?? 0
        samples[begin + j] = (samples[begin + j] ?? 0) + (from + slope * j) * sine
        phase += turn
        if (phase >= 1) phase -= 1
      }
    })
    const air = level * noise * Math.min(1, at / attackS)
    for (let j = 0; j < last && air > 0; j++) {
      samples[begin + j] = (samples[begin + j] ?? 0) + air * (rng() + rng() + rng() - 1.5)
    }
    turns += step * BLOCK
  }
}

/** A take: what was asked, sounded once, in a room in which hardly anything is heard. */
export function soundedClean(
  take: SoundAsked,
  rng: Rng,
  manner: Manner = {},
): { readonly samples: Float32Array<ArrayBuffer>; readonly tones: readonly TonePlayed[] } {
  const tones = tonesOf(take, rng)
  const body = BODIES[take.body]
  if (!body) throw new RangeError(`no body ${take.body}`)
  const end = Math.max(0, ...tones.map((t) => t.from + t.length)) + LEAD_S
  const samples = new Float32Array(Math.ceil(end * PLAYER_RATE))
  for (let j = 0; j < samples.length; j++) samples[j] = 0.00008 * (2 * rng() - 1)
  tones.forEach((tone, i) => {
    const sounded = soundedTone(tone, i, take, body, manner, rng)
    addTone(samples, Math.round(tone.from * PLAYER_RATE), sounded, rng)
  })
  return { samples, tones }
}
