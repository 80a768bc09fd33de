/** What of a file of notes the student played: clicks, layers and a count-in are found, set apart, and never counted as theirs. */
import { align } from './align'
import type { Alignment } from './align'
import { momentsOf } from './asked'
import type { AskedNote, Moment } from './asked'
import type { PlayedNote } from './playedNote'
import { TAP_CHANNEL } from './tapped'

/**
 * Why a note is not the student's: of a click, of a second sound of the same keys, counted in before the first, or sent
 * once more by a key that bounced.
 */
export type WhyApart = 'click' | 'layer' | 'count-in' | 'bounce'

export interface SetApart {
  readonly note: PlayedNote
  readonly why: WhyApart
}

/** How many notes are set apart, by why. */
export type SetApartCounts = Readonly<Partial<Record<WhyApart, number>>>

export function countedApart(apart: readonly SetApart[]): SetApartCounts {
  const counts: Partial<Record<WhyApart, number>> = {}
  for (const { why } of apart) counts[why] = (counts[why] ?? 0) + 1
  return counts
}

/** Of how many notes nobody knows when the finger left the key, by why. */
export type UntoldReleases = Readonly<Partial<Record<NonNullable<PlayedNote['release']>, number>>>

export function untoldReleases(played: readonly PlayedNote[]): UntoldReleases {
  const counts: Partial<Record<'pedal' | 'unsent', number>> = {}
  for (const { release } of played) if (release) counts[release] = (counts[release] ?? 0) + 1
  return counts
}

export interface OfThePlayer {
  readonly own: readonly PlayedNote[]
  readonly apart: readonly SetApart[]
  /** By how many octaves all of it was played higher (below 0 lower) than it was asked. */
  readonly octaves: number
  /** The own notes, laid against what was asked in that octave. */
  readonly alignment: Alignment
}

const OCTAVE = 12
/** A layer sounds with the keys it lies on, ms: a device sends both at once, and no second hand is so exact. Our choice. */
const LAYER_MS = 5
/** Of the notes of a layer so many have their partner, and of the moments asked at most so many ask for such a pair. */
const LAYER_LEAST = 0.95
const ASKED_MOST = 0.2
/** A metronome has a sound for the beat and one for its first; what has more is somebody who plays. */
const CLICK_SOUNDS = 2
/** Notes below which a channel of its own is no layer yet. */
const LAYER_NOTES_LEAST = 4

/** Share of the moments that ask for two notes so far apart. */
function asksFor(moments: readonly Moment[], semitones: number): number {
  const pairs = moments.filter(({ notes }) =>
    notes.some((a, i) => notes.some((b, j) => i !== j && b.midi - a.midi === semitones)),
  )
  return moments.length === 0 ? 0 : pairs.length / moments.length
}

/** Semitones, octaves at most, by which notes of one channel lie above those of another that sound with them; null for none. */
function layeredBy(notes: readonly PlayedNote[], base: readonly PlayedNote[]): number | null {
  const counts = new Map<number, number>()
  let from = 0
  for (const note of notes) {
    while ((base[from]?.onMs ?? Number.POSITIVE_INFINITY) < note.onMs - LAYER_MS) from += 1
    for (let i = from; (base[i]?.onMs ?? Number.POSITIVE_INFINITY) <= note.onMs + LAYER_MS; i++) {
      const by = note.midi - (base[i]?.midi ?? 0)
      if (by % OCTAVE === 0) counts.set(by, (counts.get(by) ?? 0) + 1)
    }
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1])
  return most && most[1] >= LAYER_LEAST * notes.length ? most[0] : null
}

/** Channels with their notes, the one with most first, and of as many the lowest by its number. */
function byChannel(played: readonly PlayedNote[]): readonly (readonly PlayedNote[])[] {
  const channels = new Map<number, PlayedNote[]>()
  for (const note of played) {
    const row = channels.get(note.channel)
    if (row) row.push(note)
    else channels.set(note.channel, [note])
  }
  return [...channels]
    .sort((a, b) => b[1].length - a[1].length || a[0] - b[0])
    .map(([, notes]) => notes)
}

/** Notes of channels that only double another one, or tick beside it. */
function channelsApart(played: readonly PlayedNote[], moments: readonly Moment[]) {
  const [base, ...others] = byChannel(played.filter((n) => n.channel !== TAP_CHANNEL))
  if (!base) return new Map<PlayedNote, WhyApart>()
  const layers = others.filter((notes) => {
    const by = notes.length < LAYER_NOTES_LEAST ? null : layeredBy(notes, base)
    return by !== null && asksFor(moments, by) <= ASKED_MOST
  })
  const drums = played.filter((n) => n.channel === TAP_CHANNEL)
  const sounds = new Set(drums.map((n) => n.midi))
  const asksForThem = moments.some((m) => m.notes.some((n) => sounds.has(n.midi)))
  const clicks = sounds.size <= CLICK_SOUNDS && !asksForThem ? drums : []
  return new Map<PlayedNote, WhyApart>([
    ...clicks.map((n) => [n, 'click'] as const),
    ...layers.flat().map((n) => [n, 'layer'] as const),
  ])
}

/** No finger strikes a key again so soon, ms; common practice, no source. */
const BOUNCE_MS = 50

/** Notes with those of a key that bounced taken for one, that lasts as long as both. */
function withoutBounces(played: readonly PlayedNote[]) {
  const own: PlayedNote[] = []
  const bounced: PlayedNote[] = []
  const last = new Map<number, number>()
  for (const note of played) {
    const at = last.get(note.midi)
    const before = at === undefined ? undefined : own[at]
    if (at !== undefined && before !== undefined && note.onMs - before.onMs < BOUNCE_MS) {
      bounced.push(note)
      own[at] = { ...before, offMs: Math.max(before.offMs, note.offMs) }
      continue
    }
    last.set(note.midi, own.length)
    own.push(note)
  }
  return { own, bounced }
}

/** How many are counted in at the least (two may be a wrong note struck again), and how unevenly, as times of the shortest interval. */
const COUNTED_LEAST = 3
const COUNTED_EVEN = 1.25

/** Notes before all others on one pitch that nobody asked for, evenly: somebody counts. */
function countedIn(
  played: readonly PlayedNote[],
  asked: readonly AskedNote[],
): readonly PlayedNote[] {
  const pitches = new Set(asked.map((n) => n.midi))
  const [first] = played
  if (!first || pitches.has(first.midi)) return []
  const end = played.findIndex((n) => n.midi !== first.midi)
  const counted = end < 0 ? [] : played.slice(0, end)
  const gaps = counted.slice(1).map((n, i) => n.onMs - (counted[i]?.onMs ?? n.onMs))
  const isEven = gaps.every((gap) => gap <= COUNTED_EVEN * Math.min(...gaps))
  return counted.length >= COUNTED_LEAST && isEven ? counted : []
}

/**
 * Right notes from which on a take surely lies where it was asked; by which one lies an octave off, and how many more they
 * are then than as it stands: half of two octaves lie in the next one too. Shares of the notes; our choice.
 */
const WHERE_ASKED = 0.9
const OCTAVE_OFF = { least: 0.8, more: 0.1 } as const
const OCTAVES = [1, -1, 2, -2] as const

/** The same notes so many octaves higher. */
function shifted(asked: readonly AskedNote[], octaves: number): readonly AskedNote[] {
  return octaves === 0 ? asked : asked.map((n) => ({ ...n, midi: n.midi + OCTAVE * octaves }))
}

/** Notes laid against what was asked, in the octave in which surely most of them are right. */
function laidInOctave(played: readonly PlayedNote[], asked: readonly AskedNote[]) {
  const plain = { octaves: 0, alignment: align(played, asked) }
  const right = plain.alignment.matched.length
  if (played.length < LAYER_NOTES_LEAST || right >= WHERE_ASKED * played.length) return plain
  const [best] = OCTAVES.map((octaves) => ({
    octaves: octaves,
    alignment: align(played, shifted(asked, octaves)),
  })).sort((a, b) => b.alignment.matched.length - a.alignment.matched.length)
  const found = best?.alignment.matched.length ?? 0
  const isOff =
    found >= OCTAVE_OFF.least * played.length && found - right >= OCTAVE_OFF.more * played.length
  return best && isOff ? best : plain
}

/** What was played, in its order, parted and laid against what was asked; where nothing is, all of it is the player's. */
export function ofThePlayer(
  played: readonly PlayedNote[],
  asked: readonly AskedNote[],
): OfThePlayer {
  if (asked.length === 0)
    return { own: played, apart: [], octaves: 0, alignment: align(played, asked) }
  const channels = channelsApart(played, momentsOf(asked))
  const inTheirs = channels.size === 0 ? played : played.filter((n) => !channels.has(n))
  const { own: rest, bounced } = withoutBounces(inTheirs)
  const laid = laidInOctave(rest, asked)
  const meant = shifted(asked, laid.octaves)
  const counted = new Set(countedIn(rest, meant))
  const own = counted.size === 0 ? rest : rest.filter((n) => !counted.has(n))
  return {
    own,
    apart: [
      ...[...channels].map(([note, why]) => ({ note, why })),
      ...bounced.map((note) => ({ note, why: 'bounce' as const })),
      ...[...counted].map((note) => ({ note, why: 'count-in' as const })),
    ].sort((a, b) => a.note.onMs - b.note.onMs),
    octaves: laid.octaves,
    alignment: counted.size === 0 ? laid.alignment : align(own, meant),
  }
}
