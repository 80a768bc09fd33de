/**
 * Clean takes with something in them that is not the student's fault: a click, a layer, a pedal, a bar passed over. Nothing
 * of it may be told as a fault. The players follow published models of timekeeping and not our made-up player's.
 */
import { pick } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import { inOrder } from '@vein-mend/core/timing'
import type { AskedNote, PlayedNote } from '@vein-mend/core/timing'

/** A normal value about 0 (G. E. P. Box and M. E. Muller, 1958). */
export function normal(rng: Rng): number {
  return Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())
}

const MS_A_MINUTE = 60_000
/** An inner clock of 2 % and fingers of 5 ms (order of A. M. Wing and A. B. Kristofferson, 1973; figures from memory). */
const PLAYER = { clock: 0.02, motorMs: 5, handsMs: 7, chordMs: 5, velocity: 66, touch: 3 } as const
/** Joined notes overlap by some 20 ms (order of B. H. Repp, JASA 97, 1995), others sound nine tenths of their time. */
const JOINS = { overlapMs: 20, scatterMs: 12, share: 0.9, shareScatter: 0.03 } as const

/** One take with what it was asked to be. */
export interface SpoiledTake {
  readonly asked: readonly AskedNote[]
  readonly tempo: number
  readonly notes: readonly PlayedNote[]
}

interface Beat {
  readonly beat: number
  readonly notes: readonly AskedNote[]
}

function beatsOf(asked: readonly AskedNote[]): readonly Beat[] {
  const beats = [...new Set(asked.map((n) => n.beat))].sort((a, b) => a - b)
  return beats.map((beat) => ({ beat, notes: asked.filter((n) => n.beat === beat) }))
}

/** How each interval is changed, as times; the bends of tempo that are music. */
export type Bend = (share: number, beat: number) => number

/** What is asked as somebody plays it who has no fault. */
export function playedClean(
  asked: readonly AskedNote[],
  tempo: number,
  rng: Rng,
  bend: Bend = () => 1,
): readonly PlayedNote[] {
  const beats = beatsOf(asked)
  const beatMs = MS_A_MINUTE / tempo
  const end = beats.at(-1)?.beat ?? 0
  let clock = 1000
  const at = beats.map(({ beat }, i) => {
    const before = beats[i - 1]
    if (!before) return clock
    const gap = (beat - before.beat) * beatMs * bend(end > 0 ? beat / end : 0, beat)
    clock += gap * (1 + PLAYER.clock * normal(rng))
    return clock
  })
  return inOrder(
    beats.flatMap(({ notes }, i) => {
      const onMs = at[i] ?? 0
      const gap = (at[i + 1] ?? onMs + beatMs) - onMs
      return notes.map((note, place): PlayedNote => {
        const apart = place === 0 ? 0 : note.hand === 'left' ? PLAYER.handsMs : PLAYER.chordMs
        const on = onMs + PLAYER.motorMs * normal(rng) + apart * normal(rng)
        const long = note.joined
          ? gap + JOINS.overlapMs + JOINS.scatterMs * normal(rng)
          : gap * (JOINS.share + JOINS.shareScatter * normal(rng))
        const velocity = Math.round(PLAYER.velocity + PLAYER.touch * normal(rng))
        return { midi: note.midi, onMs: on, offMs: on + Math.max(25, long), velocity, channel: 0 }
      })
    }),
  )
}

/** What stands in the way, and which measures it rightly moves. */
export interface Spoiler {
  readonly name: string
  readonly moves: readonly string[]
  /** Null where it cannot be done to such notes. */
  spoil(take: SpoiledTake, rng: Rng): readonly PlayedNote[] | null
}

const COUNTS = ['wrong-notes', 'missing-notes', 'extra-notes', 'slips-later']
const later = (notes: readonly PlayedNote[], ms: number) =>
  notes.map((n) => ({ ...n, onMs: n.onMs + ms, offMs: n.offMs + ms }))
const isLine = (asked: readonly AskedNote[]) => beatsOf(asked).every((b) => b.notes.length === 1)
const some = (rng: Rng, share: number) => rng() < share
const beatMsOf = ({ tempo }: SpoiledTake) => MS_A_MINUTE / tempo

/** A metronome on a channel of its own, from two beats before to two after. */
function clicks(take: SpoiledTake, channel: number): readonly PlayedNote[] {
  const end = Math.max(...take.notes.map((n) => n.onMs)) + 2 * beatMsOf(take)
  const all: PlayedNote[] = []
  for (let at = 1000 - Math.min(1000, 2 * beatMsOf(take)); at < end; at += beatMsOf(take))
    all.push({ midi: 37, onMs: at, offMs: at + 40, velocity: 90, channel })
  return all
}

/** A place in the middle, by its share. */
const middle = (notes: readonly PlayedNote[], rng: Rng) =>
  Math.floor(notes.length * (0.3 + 0.4 * rng()))

export const SPOILERS: readonly Spoiler[] = [
  { name: 'nothing', moves: [], spoil: ({ notes }) => notes },
  { name: 'a click', moves: [], spoil: (t) => [...t.notes, ...clicks(t, 9)] },
  {
    name: 'two layers',
    moves: [],
    spoil: ({ notes }, rng) => [
      ...notes,
      ...notes.map((n) => ({ ...n, channel: 1, onMs: n.onMs + 2 * rng(), velocity: 50 })),
    ],
  },
  {
    name: 'a layer an octave up',
    moves: [],
    spoil: ({ notes, asked }) =>
      isLine(asked)
        ? [...notes, ...notes.map((n) => ({ ...n, midi: n.midi + 12, channel: 1 }))]
        : null,
  },
  {
    name: 'an octave off',
    moves: [],
    spoil: ({ notes }, rng) => {
      const by = pick(rng, [-12, 12])
      return notes.map((n) => ({ ...n, midi: n.midi + by }))
    },
  },
  {
    name: 'pedal',
    moves: [],
    spoil: ({ notes, asked }) => {
      const beats = beatsOf(asked)
      const on = notes.map((n) => n.onMs)
      // Held to the next but one, as the file of a device says it that writes the sound and not the key.
      return beats.length < 4
        ? null
        : notes.map((n, i) => ({ ...n, offMs: on[i + 2] ?? n.offMs + 300, release: 'pedal' }))
    },
  },
  {
    name: 'keys not said to come up',
    moves: [],
    spoil: ({ notes }, rng) =>
      notes.map((n) =>
        some(rng, 0.1) ? { ...n, offMs: n.offMs + 3000, release: 'unsent' as const } : n,
      ),
  },
  {
    name: 'a bar passed over',
    moves: COUNTS,
    spoil: ({ notes, asked }, rng) => {
      const beats = beatsOf(asked)
      if (beats.length < 14) return null
      const from = Math.floor(beats.length * (0.3 + 0.3 * rng()))
      const at = notes[from]?.onMs ?? 0
      const left = notes[from + 5]?.onMs ?? 0
      const rest = notes.filter((_, i) => i < from || i >= from + 5)
      return rest.map((n) =>
        n.onMs >= left ? { ...n, onMs: n.onMs - (left - at), offMs: n.offMs - (left - at) } : n,
      )
    },
  },
  {
    name: 'a bar played again',
    moves: [],
    spoil: (t, rng) => {
      const at = middle(t.notes, rng)
      const [from, to] = [t.notes[at - 4], t.notes[at]]
      if (!from || !to) return null
      const by = to.onMs - from.onMs
      return inOrder([...t.notes.slice(0, at), ...later(t.notes.slice(at - 4), by)])
    },
  },
  {
    name: 'a false start',
    moves: [],
    spoil: (t) => {
      const few = t.notes.slice(0, 4)
      const by = (few.at(-1)?.offMs ?? 0) - (few[0]?.onMs ?? 0) + 900
      return [...few, ...later(t.notes, by)]
    },
  },
  {
    name: 'a stop',
    moves: [],
    spoil: (t, rng) => {
      const at = middle(t.notes, rng)
      return [...t.notes.slice(0, at), ...later(t.notes.slice(at), 1500)]
    },
  },
  {
    name: 'the way down slower',
    moves: ['tempo-drift'],
    spoil: ({ asked, tempo }, rng) => {
      const top = Math.max(...asked.map((n) => n.midi))
      const at = asked.find((n) => n.midi === top)?.beat ?? 0
      return playedClean(asked, tempo, rng, (_, beat) => (beat > at ? 1.12 : 1))
    },
  },
  {
    name: 'broader at the end',
    moves: ['tempo-drift'],
    spoil: ({ asked, tempo }, rng) =>
      playedClean(asked, tempo, rng, (share) => (share > 0.85 ? 1 + 2 * (share - 0.85) : 1)),
  },
  {
    name: 'mordents',
    moves: [],
    spoil: ({ notes }, rng) =>
      notes.flatMap((n) =>
        some(rng, 0.1) && n.offMs - n.onMs > 160
          ? [
              { ...n, offMs: n.onMs + 55 },
              { ...n, midi: n.midi + 1, onMs: n.onMs + 60, offMs: n.onMs + 110 },
              { ...n, onMs: n.onMs + 115 },
            ]
          : [n],
      ),
  },
  {
    name: 'graces',
    moves: [],
    spoil: ({ notes }, rng) =>
      inOrder(
        notes.flatMap((n) =>
          some(rng, 0.1)
            ? [{ ...n, midi: n.midi + 1, onMs: n.onMs - 60, offMs: n.onMs - 5, velocity: 50 }, n]
            : [n],
        ),
      ),
  },
  {
    name: 'keys that bounce',
    moves: COUNTS,
    spoil: ({ notes }, rng) =>
      inOrder(
        notes.flatMap((n) =>
          some(rng, 0.04)
            ? [
                { ...n, offMs: n.onMs + 18 },
                { ...n, onMs: n.onMs + 26, velocity: 20 },
              ]
            : [n],
        ),
      ),
  },
  {
    name: 'wrong notes',
    moves: COUNTS,
    spoil: ({ notes }, rng) =>
      notes.map((n) => (some(rng, 0.05) ? { ...n, midi: n.midi + pick(rng, [-2, -1, 1, 2]) } : n)),
  },
  {
    name: 'notes left out',
    moves: COUNTS,
    spoil: ({ notes }, rng) => notes.filter(() => !some(rng, 0.05)),
  },
  {
    name: 'counted in on a key',
    moves: [],
    spoil: (t) => {
      const beat = beatMsOf(t)
      const first = t.notes[0]
      if (!first) return null
      const taps = [0, 1, 2, 3].map((i) => ({
        ...{ midi: first.midi - 24, velocity: 60, channel: 0 },
        ...{ onMs: 1000 + i * beat, offMs: 1080 + i * beat },
      }))
      return [...taps, ...later(t.notes, 4 * beat)]
    },
  },
  {
    name: 'a second player',
    moves: [],
    spoil: ({ notes }, rng) => {
      const other = notes
        .filter((_, i) => i % 4 === 0)
        .map((n) => ({ ...n, midi: n.midi - 17, onMs: n.onMs + 25 * normal(rng), velocity: 48 }))
      return inOrder([...notes, ...other])
    },
  },
]
