/** A made-up player for a keyboard that is not there: plays what is asked with a named fault of a named strength. */
import type { Rng } from '../kit'
import { momentsOf, passesUnder } from './asked'
import type { AskedNote, Moment } from './asked'
import { inOrder } from './playedNote'
import type { PlayedNote } from './playedNote'

/** What the made-up player can do wrong. */
export const PLAYED_FAULTS = [
  'none',
  'uneven',
  'rushes-before-crossing',
  'heavy-thumb',
  'gaps',
  'sticks',
  'left-late',
  'hands-scatter',
  'chords-ragged',
  'speeds-up',
  'wrong-notes',
] as const
export type PlayedFault = (typeof PLAYED_FAULTS)[number]

export interface Playing {
  /** Quarter notes a minute, above 0. */
  readonly tempo: number
  readonly fault: PlayedFault
  /** 0 not at all, 1 plainly. */
  readonly strength: number
  readonly rng: Rng
}

/** Scatter of a good player's onsets, as a share of the interval; common practice, from memory. */
const GOOD_SCATTER = 0.03
/** What the faults come to at full strength; chosen to be plain to the ear, not measured on anybody. */
const AT_FULL = {
  scatter: 0.12,
  rush: 0.18,
  accent: 22,
  gap: 0.45,
  stickMs: 140,
  leftLateMs: 60,
  handsScatterMs: 45,
  chordMs: 90,
  faster: 0.2,
  wrong: 0.15,
} as const
const USUAL = { velocity: 70, velocityScatter: 3, share: 0.98, handsMs: 6, chordMs: 5 } as const
const MS_A_MINUTE = 60_000
const THUMB = 1

/** A normal value about 0 (G. E. P. Box and M. E. Muller, 1958). */
function normal(rng: Rng): number {
  return Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())
}

/** Whether the thumb passes under at this moment, in the hand of its first note. */
function isCrossing(moments: readonly Moment[], i: number): boolean {
  const [now, before] = [moments[i]?.notes[0], moments[i - 1]?.notes[0]]
  return now !== undefined && before?.hand === now.hand && passesUnder(now, before)
}

/** When each moment begins, ms: the beat, its tempo, the rush before a crossing paid back at it. */
function onsetsOf(moments: readonly Moment[], { tempo, fault, strength }: Playing) {
  const beatMs = MS_A_MINUTE / tempo
  const last = moments.at(-1)?.beat ?? 0
  const drift = fault === 'speeds-up' ? strength * AT_FULL.faster : 0
  const rush = fault === 'rushes-before-crossing' ? strength * AT_FULL.rush : 0
  let at = 0
  return moments.map(({ beat }, i) => {
    const before = moments[i - 1]
    if (!before) return at
    const faster = 1 + (drift * beat) / Math.max(last, 1)
    const gap = ((beat - before.beat) * beatMs) / faster
    const rushed = [1, 2].some((ahead) => isCrossing(moments, i + ahead))
    at += gap * (rushed ? 1 - rush : isCrossing(moments, i) ? 1 + 2 * rush : 1)
    return at
  })
}

interface Sounding {
  readonly note: AskedNote
  readonly place: number
  readonly onMs: number
  /** To the next moment, ms. */
  readonly gapMs: number
  /** The other hand plays at the same moment. */
  readonly together: boolean
}

function play({ note, place, onMs, gapMs, together }: Sounding, playing: Playing): PlayedNote {
  const { fault, strength, rng } = playing
  const full = (name: PlayedFault, value: number) => (fault === name ? strength * value : 0)
  const left = note.hand === 'left'
  // Alone, a hand has nobody to be late for.
  const handScatter =
    left && together ? USUAL.handsMs + full('hands-scatter', AT_FULL.handsScatterMs) : 0
  const chord = place * (USUAL.chordMs + full('chords-ragged', AT_FULL.chordMs))
  const late = left && together ? full('left-late', AT_FULL.leftLateMs) : 0
  const on = onMs + handScatter * normal(rng) + chord + late
  const length =
    gapMs * (USUAL.share - full('gaps', AT_FULL.gap)) +
    (note.joined ? 0.04 * gapMs : 0) +
    full('sticks', AT_FULL.stickMs)
  const heavy = note.finger === THUMB ? full('heavy-thumb', AT_FULL.accent) : 0
  const velocity = USUAL.velocity + USUAL.velocityScatter * normal(rng) + heavy
  const slipped = rng() < full('wrong-notes', AT_FULL.wrong)
  return {
    midi: slipped ? note.midi + (rng() < 0.5 ? 1 : -1) : note.midi,
    onMs: Math.max(0, on),
    offMs: Math.max(0, on) + Math.max(20, length),
    velocity: Math.min(127, Math.max(1, Math.round(velocity))),
    channel: 0,
  }
}

/** What is asked, played once from the beginning, after a second of silence. */
export function playAsked(asked: readonly AskedNote[], playing: Playing): readonly PlayedNote[] {
  const LEAD_MS = 1000
  const { fault, strength, rng } = playing
  const moments = momentsOf(asked)
  const onsets = onsetsOf(moments, playing)
  const beatMs = MS_A_MINUTE / playing.tempo
  return inOrder(
    moments.flatMap(({ notes }, i) => {
      const full = fault === 'uneven' ? strength * AT_FULL.scatter : 0
      // The last one is as long as the one before.
      const [from, to] = i + 1 < moments.length ? [i, i + 1] : [i - 1, i]
      const gapMs = ((moments[to]?.beat ?? 1) - (moments[from]?.beat ?? 0)) * beatMs
      const scattered = gapMs * (GOOD_SCATTER + full) * normal(rng)
      const onMs = LEAD_MS + (onsets[i] ?? 0) + scattered
      const together = new Set(notes.map((n) => n.hand)).size > 1
      const hands = new Map<string, number>()
      return notes.map((note) => {
        const place = hands.get(String(note.hand)) ?? 0
        hands.set(String(note.hand), place + 1)
        return play({ note, place, onMs, gapMs, together }, playing)
      })
    }),
  )
}
