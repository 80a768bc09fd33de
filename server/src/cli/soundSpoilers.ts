/**
 * Recordings without a fault, with something in them that is not the student or not the tone: rooms, speech, a count-in,
 * another player, devices. Nothing of it may be told as a fault.
 */
import type { Rng } from '@vein-mend/core/kit'
import { automaticGain, db, filtered, inRoom, knock, mixed, pink, rms, speech } from './soundMeans'
import type { Samples } from './soundMeans'
import { PLAYER_RATE as RATE, soundedClean } from './soundPlayers'
import type { SoundAsked } from './soundPlayers'

export interface SoundSpoiler {
  readonly name: string
  /** Measures that it rightly moves. */
  readonly moves: readonly string[]
  /** Measures that nobody can take any more: a table written before any was judged. */
  readonly prevents: readonly string[]
  /** The channels of a recording; null where it cannot be done to such notes. */
  readonly record: (take: SoundAsked, rng: Rng) => readonly Float32Array[] | null
}

function joinedUp(...parts: readonly Samples[]): Samples {
  const all = new Float32Array(parts.reduce((sum, p) => sum + p.length, 0))
  let at = 0
  for (const part of parts) {
    all.set(part, at)
    at += part.length
  }
  return all
}

const silence = (seconds: number, rng: Rng) =>
  Float32Array.from({ length: Math.round(seconds * RATE) }, () => 0.00008 * (2 * rng() - 1))

const clean = (take: SoundAsked, rng: Rng) => soundedClean(take, rng).samples
/** One channel, done to a clean take. */
const to =
  (spoil: (samples: Samples, rng: Rng, take: SoundAsked) => Samples) =>
  (take: SoundAsked, rng: Rng) => [spoil(clean(take, rng), rng, take)]

const loudness = (samples: Samples) => 1.6 * rms(samples)
const beatS = ({ tempo }: SoundAsked) => 60 / tempo

/** The take with somebody else playing through a wall, who began so much earlier, seconds. */
function nextDoor(take: SoundAsked, rng: Rng, earlierS: number): Samples {
  const other = {
    ...take,
    asked: take.asked.map((n) => ({ ...n, midi: n.midi - 5 })),
    tempo: take.tempo * 1.13,
  }
  const sound = filtered(clean(other, rng), 800, 'low').subarray(Math.round(earlierS * RATE))
  const own = clean(take, rng)
  return mixed(own, sound.subarray(0, own.length), 0, db(-24))
}

const OF_LEVEL = ['level', 'level-unsteady', 'level-spread', 'decay', 'rise'] as const
const OF_COLOUR = ['brightness', 'brightness-change', 'brightness-spread', 'breath'] as const

export const SOUND_SPOILERS: readonly SoundSpoiler[] = [
  { name: 'nothing', moves: [], prevents: [], record: to((x) => x) },
  { name: 'a small room', moves: [], prevents: [], record: to((x) => inRoom(x, 0.4, -6)) },
  { name: 'a hall', moves: [], prevents: ['decay'], record: to((x) => inRoom(x, 1.3, -4)) },
  {
    name: 'spoken before',
    moves: [],
    prevents: [],
    record: to((x, rng) => {
      const words = speech(1.5 + 1.5 * rng(), rng)
      return joinedUp(
        mixed(silence(words.length / RATE + 0.4, rng), words, 0.2, loudness(x) * (0.4 + rng())),
        x,
      )
    }),
  },
  {
    name: 'spoken after',
    moves: [],
    prevents: [],
    record: to((x, rng) => {
      const words = speech(1.5 + rng(), rng)
      return joinedUp(
        x,
        mixed(silence(words.length / RATE + 0.5, rng), words, 0.3, loudness(x) * (0.4 + rng())),
      )
    }),
  },
  {
    name: 'counted in by voice',
    moves: [],
    prevents: [],
    record: to((x, rng, take) => {
      let before = silence(4 * beatS(take), rng)
      for (let i = 0; i < 4; i++) {
        before = mixed(before, speech(0.3, rng), i * beatS(take), loudness(x) * 0.8)
      }
      return joinedUp(
        before.subarray(0, Math.round(4 * beatS(take) * RATE)),
        x.subarray(Math.round(0.5 * RATE)),
      )
    }),
  },
  {
    name: 'counted in with a stick',
    moves: [],
    prevents: [],
    record: to((x, rng, take) => {
      let before = silence(4 * beatS(take), rng)
      for (let i = 0; i < 4; i++) before = mixed(before, knock(rng), i * beatS(take), loudness(x))
      return joinedUp(
        before.subarray(0, Math.round(4 * beatS(take) * RATE)),
        x.subarray(Math.round(0.5 * RATE)),
      )
    }),
  },
  {
    name: 'a metronome throughout',
    moves: [],
    prevents: [],
    record: to((x, rng, take) => {
      let all = x
      const hz = 1600 + 900 * rng()
      for (let at = 0.1; at < x.length / RATE; at += beatS(take)) {
        all = mixed(all, knock(rng, hz), at, loudness(x) * 0.35)
      }
      return all
    }),
  },
  {
    name: 'a noisy room',
    moves: ['breath'],
    prevents: [],
    record: to((x, rng) => mixed(x, pink(x.length, rng), 0, (rms(x) * db(-20)) / 0.35)),
  },
  {
    name: 'mains hum',
    moves: [],
    prevents: [],
    record: to((x) =>
      x.map((v, j) => {
        const hum = [1, 2, 3].map((k) => Math.sin((2 * Math.PI * 50 * k * j) / RATE) / k)
        return v + 0.004 * hum.reduce((a, b) => a + b, 0)
      }),
    ),
  },
  {
    name: 'another player in the next room',
    moves: [],
    prevents: [],
    record: (take, rng) => [nextDoor(take, rng, 0)],
  },
  {
    name: 'another player, who was there before',
    moves: [],
    prevents: [],
    record: (take, rng) => [nextDoor(take, rng, 1.5)],
  },
  {
    name: 'a false start',
    moves: [],
    prevents: [],
    record: (take, rng) => {
      const first = { ...take, asked: take.asked.slice(0, Math.min(3, take.asked.length)) }
      if (take.asked.length < 6) return null
      return [joinedUp(clean(first, rng), silence(0.5, rng), clean(take, rng))]
    },
  },
  {
    name: 'a chair and a page',
    moves: [],
    prevents: [],
    record: to((x, rng) => {
      const rub = filtered(pink(Math.round(0.7 * RATE), rng), 500, 'high')
      const shaped = rub.map((v, j) => v * Math.sin((Math.PI * j) / rub.length) ** 2)
      const thump = knock(rng, 120)
      const before = mixed(
        mixed(silence(1.6, rng), shaped, 0.1, loudness(x) * 1.2),
        thump,
        1,
        loudness(x),
      )
      return joinedUp(before, x, mixed(silence(1.2, rng), thump, 0.4, loudness(x)))
    }),
  },
  {
    name: 'a telephone',
    moves: [],
    prevents: ['brightness', 'brightness-spread', 'breath'],
    // The band of telephones, 300 to 3400 Hz; twice, for its edge to fall as steeply as theirs (ITU-T G.712, from memory).
    record: to((x) => filtered(filtered(filtered(x, 300, 'high'), 3400, 'low'), 3400, 'low')),
  },
  {
    name: 'eight bits',
    moves: ['breath'],
    prevents: [],
    record: to((x) => x.map((v) => Math.round(v * 127) / 127)),
  },
  {
    name: 'one dead channel',
    moves: [],
    prevents: [],
    record: (take, rng) => {
      const x = clean(take, rng)
      return [x, x.map(() => 0)]
    },
  },
  {
    name: 'opposite channels',
    moves: [],
    prevents: [],
    record: (take, rng) => {
      const x = clean(take, rng)
      return [x, x.map((v) => -v)]
    },
  },
  {
    name: 'cut off and made softer',
    moves: [],
    prevents: [...OF_COLOUR, ...OF_LEVEL],
    record: to((x) => {
      const top = x.reduce((a, b) => Math.max(a, Math.abs(b)), 0)
      return x.map((v) => 0.7 * Math.max(-0.5 * top, Math.min(0.5 * top, v)))
    }),
  },
  {
    name: 'automatic gain',
    moves: [],
    prevents: OF_LEVEL,
    record: to(automaticGain),
  },
  {
    name: 'glides',
    moves: ['split-starts', 'speaks-after', 'pitch-drift', 'pitch-unsteady'],
    prevents: [],
    record: (take, rng) => {
      if (take.asked.length < 2 || take.sounding === 'struck') return null
      const slides = { ...take, asked: take.asked.map((n) => ({ ...n, joined: true })) }
      return [
        soundedClean(slides, rng, {
          cents: (at, tone, i) => {
            const before = take.asked[i - 1]
            const far = before ? 100 * (before.midi - tone.midi) : 0
            return at < 0.1 ? far * (0.5 + 0.5 * Math.cos((Math.PI * at) / 0.1)) : 0
          },
        }).samples,
      ]
    },
  },
  {
    name: 'short notes',
    moves: [],
    prevents: [],
    record: (take, rng) =>
      take.asked.length < 4
        ? null
        : [soundedClean(take, rng, { length: (t) => Math.min(t.length, 0.11) }).samples],
  },
  {
    name: 'a vibrato',
    moves: ['waver-rate', 'waver-extent', 'pitch-unsteady', 'level-unsteady'],
    prevents: [],
    record: (take, rng) =>
      take.sounding === 'struck'
        ? null
        : [
            soundedClean(take, rng, {
              cents: (at) => 20 * Math.min(1, at / 0.3) * Math.sin(2 * Math.PI * 5.6 * at),
            }).samples,
          ],
  },
  {
    name: 'tuned to 443',
    moves: ['pitch'],
    prevents: [],
    record: (take, rng) => [clean({ ...take, a4: (take.a4 * 443) / 440 }, rng)],
  },
  {
    name: 'an octave lower',
    moves: [],
    prevents: [],
    record: (take, rng) => {
      const lower = take.asked.map((n) => ({ ...n, midi: n.midi - 12 }))
      return lower.some((n) => n.midi < 28) ? null : [clean({ ...take, asked: lower }, rng)]
    },
  },
  {
    name: 'a whole tone lower',
    moves: [],
    prevents: [],
    record: (take, rng) => [
      clean({ ...take, asked: take.asked.map((n) => ({ ...n, midi: n.midi - 2 })) }, rng),
    ],
  },
]
