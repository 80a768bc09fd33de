/** A take of sound measured: its tones, what is told of all of them, and what could not be heard. */
import { align, inOrder } from '../timing'
import type { AskedNote, Measure } from '../timing'
import { Ear } from './ear'
import type { Sounding } from './ear'
import { ANY_PITCH } from './frames'
import type { PitchRange } from './frames'
import { clippedShare, stretchesOf } from './levels'
import { asksTogether, asPlayed, soundTiming } from './soundTiming'
import { tuningOf } from './tuning'
import { againAndAgain, beginningsOf, begunNotes, pitchedNotes } from './sounded'
import type { SoundedNote } from './sounded'
import type { Sound } from './sound'
import { toneMeasures } from './toneMeasures'
import type { ToneMeasure } from './toneMeasures'
import { measureNote } from './toneNote'
import type { ToneNote } from './toneNote'

/** What sound is measured against. */
export interface ToneAsked {
  /** Sounding notes of the exercise; none for a take of nothing in particular. */
  readonly notes: readonly AskedNote[]
  readonly sounding: Sounding
  /** Hertz of the A above middle C, as the studio tunes. */
  readonly a4: number
  /** Where the instrument sounds; anywhere where that is not known. */
  readonly range?: PitchRange
}

/** Why a take says nothing: it is silent, has no tone in it, or nothing long enough to hear whether it has one. */
export type NotHeard = 'silent' | 'no-tone' | 'too-short'

export interface Tone {
  readonly notes: readonly ToneNote[]
  readonly measures: readonly (ToneMeasure | Measure)[]
  /** Null where something was heard. */
  readonly notHeard: NotHeard | null
  /** Share of the sound that was cut off at the limit of the device. */
  readonly clipped: number
  /** Notes were asked to sound together: which hand was first cannot be heard. */
  readonly together: boolean
}

/** Cut off more than this, and neither colour nor level is the player's. */
const CLIPPED_MOST = 0.0005
/** Of the time that sounds, at most so much may be without a pitch for there to be a tone at all. */
const AIR_MOST = 0.9
/** What sounds shorter than this may be a tone and not be heard as one, seconds; our choice. */
const HEARD_FROM_S = 0.25
/** What a take without a tone says: all that sounds is noise. */
const ONLY_AIR: ToneMeasure = { name: 'air', unit: 'share', count: 1, value: 1, low: 1, high: 1 }
/** Closer than this, one goes over into the other, seconds. */
const JOINS_S = 0.04
/** A tone found blind is looked for this far around the pitches that are asked, as times. */
const AROUND = { below: 0.7, above: 2.1 } as const

function rangeOf(ear: Ear, { notes, range }: ToneAsked): PitchRange {
  if (notes.length === 0) return range ?? ANY_PITCH
  const hz = notes.map((n) => ear.hzOf(n.midi))
  return { lowHz: AROUND.below * Math.min(...hz), highHz: AROUND.above * Math.max(...hz) }
}

const nearestMidi = (hz: number, a4: number) => Math.round(69 + 12 * Math.log2(hz / a4))

/** Which note each was meant to be: by its place among those asked, or the nearest of the scale. */
function meantFor(
  found: readonly SoundedNote[],
  { notes, a4 }: ToneAsked,
  tuning: number,
): readonly (number | null)[] {
  if (notes.length === 0) return found.map(({ hz }) => (hz === null ? null : nearestMidi(hz, a4)))
  const pitches = new Set(notes.map((n) => n.midi))
  const [only] = pitches
  if (pitches.size === 1 && only !== undefined) return found.map(() => only)
  const played = asPlayed(found, a4 * tuning)
  const { matched, wrong } = align(inOrder(played), notes)
  const meant = new Map([...matched, ...wrong].map((m) => [m.played, m.asked.midi]))
  return played.map((p) => meant.get(p) ?? p.midi)
}

/** Where the notes lie, by whatever can be told of what was asked. */
function notesIn(ear: Ear, asked: ToneAsked, together: boolean): readonly SoundedNote[] {
  const onsets = beginningsOf(ear)
  if (together) return begunNotes(ear, onsets)
  const single = new Set(asked.notes.map((n) => n.midi)).size === 1
  if (single) return againAndAgain(ear, onsets)
  // Where nothing was asked, nobody knows a squeak from a leap.
  const hz = asked.notes.map((n) => ear.hzOf(n.midi))
  const isNote = (found: number) =>
    hz.length === 0 || hz.some((h) => Math.abs(1200 * Math.log2(found / h)) < NOTE_CENTS)
  return pitchedNotes(ear, rangeOf(ear, asked), onsets, isNote)
}

/** A pitch this near to one that is asked may be meant for it, cents. */
const NOTE_CENTS = 80

/** How far the work is when the notes have been found; the rest is measuring them. */
const FOUND_SHARE = 0.5

/** Noise that goes over into a tone is how that tone began, and none of its own. */
function withTheirNoise(ear: Ear, notes: readonly ToneNote[]): readonly ToneNote[] {
  return notes.flatMap((note, i) => {
    const [before, after] = [notes[i - 1], notes[i + 1]]
    const isNoise = (n: ToneNote | undefined) => n !== undefined && n.airShare > AIR_MOST
    const joins = (a: ToneNote, b: ToneNote) => b.from - a.to < JOINS_S
    if (after && isNoise(note) && !isNoise(after) && joins(note, after)) return []
    if (before && isNoise(before) && !isNoise(note) && joins(before, note)) {
      return [measureNote(ear, { from: before.from, to: note.to }, note.midi)]
    }
    return [note]
  })
}

function measured(
  ear: Ear,
  asked: ToneAsked,
  found: readonly SoundedNote[],
  tuning: number,
  onShare: (share: number) => void,
): readonly ToneNote[] {
  const midis = meantFor(found, asked, tuning)
  const notes = found.flatMap((note, i) => {
    const midi = midis[i]
    onShare(FOUND_SHARE + ((1 - FOUND_SHARE) * i) / found.length)
    return typeof midi === 'number' ? [measureNote(ear, note, midi)] : []
  })
  return withTheirNoise(ear, notes)
}

/** The take measured; `onShare` is told how much is done, from 0 to 1. */
export function measureTone(
  sound: Sound,
  asked: ToneAsked,
  onShare: (share: number) => void = () => undefined,
): Tone {
  const ear = new Ear(sound, asked.sounding, asked.a4)
  const clipped = clippedShare(sound)
  const together = asksTogether(asked.notes)
  const found = notesIn(ear, asked, together)
  onShare(FOUND_SHARE)
  const tuning = tuningOf(found, asked.notes, asked.a4)
  const notes = together ? [] : measured(ear, asked, found, tuning, onShare)
  const plain = { clipped, together }
  const sounding = stretchesOf(ear.levels)
  if (sounding.length === 0) {
    return { notes: [], measures: [], notHeard: 'silent', ...plain }
  }
  if (!together && notes.length === 0 && sounding.every((s) => s.to - s.from < HEARD_FROM_S)) {
    return { notes: [], measures: [], notHeard: 'too-short', ...plain }
  }
  if (!together && notes.every((n) => n.airShare > AIR_MOST)) {
    return { notes: [], measures: [ONLY_AIR], notHeard: 'no-tone', ...plain }
  }
  const tones =
    notes.length === 0 ? [] : toneMeasures(notes, clipped > CLIPPED_MOST, asked.notes.length > 0)
  const timing = soundTiming(found, asked.notes, asked.sounding, asked.a4 * tuning)
  return { notes, measures: [...tones, ...timing], notHeard: null, ...plain }
}
