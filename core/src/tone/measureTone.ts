/** A take of sound measured: its tones, what is told of all of them, and what could not be heard. */
import { align, inOrder } from '../timing'
import type { AskedNote, Measure } from '../timing'
import { Ear } from './ear'
import type { Sounding } from './ear'
import { ANY_PITCH, levelBetween } from './frames'
import type { PitchRange } from './frames'
import { deviceTraces, isRoomHeard, PREVENTED_BY, PREVENTED_ELSEWHERE, roomLevel } from './device'
import type { DeviceTrace } from './device'
import { stretchesOf } from './levels'
import type { Stretch } from './levels'
import { asksTogether, asPlayed, soundTiming } from './soundTiming'
import { isElsewhere, semitonesOfOne, standsAt, tuningOf } from './tuning'
import { againAndAgain, beginningsOf, begunNotes, pitchedNotes } from './sounded'
import { isNoise, partedSound, soundsLikeVoice } from './ofThePlayer'
import type { SoundApart } from './ofThePlayer'
import type { SoundedNote } from './sounded'
import type { Sound } from './sound'
import { toneMeasures } from './toneMeasures'
import type { ToneMeasure, ToneMeasureName } from './toneMeasures'
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

/** Why a take says nothing: it is silent, has no tone in it, only a voice, tones that could not be told apart, or nothing long enough. */
export type NotHeard = 'silent' | 'no-tone' | 'voice' | 'unclear' | 'too-short'

export interface Tone {
  readonly notes: readonly ToneNote[]
  readonly measures: readonly (ToneMeasure | Measure)[]
  /** Null where something was heard. */
  readonly notHeard: NotHeard | null
  /** What the device did to the sound; what cannot be measured then is not. */
  readonly device: readonly DeviceTrace[]
  /** Measures that were looked for and cannot be had through that device, in that room, in another key than was asked, or beside such a waver. */
  readonly prevented: readonly ToneMeasureName[]
  /** Notes were asked to sound together: which hand was first cannot be heard. */
  readonly together: boolean
  /** By how many semitones all of it was played above the notes asked, below 0 below them; it is compared with those. */
  readonly semitones: number
  /** What sounds before and after and is none of the player's; shown, and counted nowhere. */
  readonly apart: readonly SoundApart[]
}

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

/** Notes from which on a line is told by its steps. */
const LINE_FROM = 4
const isOnOne = ({ notes }: ToneAsked) => new Set(notes.map((n) => n.midi)).size === 1

/** Octaves by which a whole take may stand elsewhere. */
const OCTAVES = [-1, 1, -2, 2] as const

/** Where the notes lie, by whatever can be told of what was asked. */
function notesIn(ear: Ear, asked: ToneAsked, together: boolean): readonly SoundedNote[] {
  const onsets = beginningsOf(ear)
  if (together) return begunNotes(ear, onsets)
  if (isOnOne(asked)) return againAndAgain(ear, onsets)
  // Where nothing was asked, nobody knows a squeak from a leap.
  const hz = asked.notes.map((n) => ear.hzOf(n.midi))
  const isNear = (found: number, h: number | undefined) =>
    h !== undefined && Math.abs(1200 * Math.log2(found / h)) < NOTE_CENTS
  const line = {
    isNote: (found: number) => hz.length === 0 || hz.some((h) => isNear(found, h)),
    follows: (before: number, after: number) =>
      hz.length === 0 || hz.some((h, i) => isNear(before, h) && isNear(after, hz[i + 1])),
  }
  return pitchedNotes(ear, rangeOf(ear, asked), onsets, line)
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

/** The same notes asked so many semitones higher. */
const movedBy = (asked: ToneAsked, semitones: number): ToneAsked =>
  semitones === 0
    ? asked
    : { ...asked, notes: asked.notes.map((n) => ({ ...n, midi: n.midi + semitones })) }

/** Where the player's notes lie, and against what they are measured. */
interface Laid {
  readonly asked: ToneAsked
  readonly found: readonly SoundedNote[]
  readonly apart: readonly SoundApart[]
  readonly semitones: number
}

function laidOut(ear: Ear, asked: ToneAsked, together: boolean): Laid {
  const hz = [...new Set(asked.notes.map((n) => n.midi))].map((midi) => ear.hzOf(midi))
  // Of chords nobody knows by their pitch what they are.
  if (together) return { asked, found: notesIn(ear, asked, true), apart: [], semitones: 0 }
  const part = (notes: readonly SoundedNote[]) =>
    partedSound(ear, notes, { hz, struck: asked.sounding === 'struck' })
  const { player, apart } = part(notesIn(ear, asked, false))
  if (hz.length < 2 || !isElsewhere(player, asked.notes, asked.a4)) {
    return { asked, found: player, apart, semitones: 0 }
  }
  // All of it elsewhere: looked for again, from two octaves below to two above.
  const ways = [0, ...OCTAVES].flatMap((octaves) => {
    const again = part(notesIn(ear, movedBy(asked, 12 * octaves), false))
    const stands = standsAt(again.player, asked.notes, asked.a4)
    // It has to account for as much as was found where it was asked.
    return stands && again.player.length >= player.length ? [{ again, stands }] : []
  })
  const [best] = ways.toSorted((x, y) => y.stands.matched - x.stands.matched)
  if (best) {
    const { semitones } = best.stands
    const { player: found, apart: beside } = best.again
    return { asked: movedBy(asked, semitones), found, apart: beside, semitones }
  }
  return { asked, found: player, apart, semitones: 0 }
}

/** What device and room did, by the sound and by the tones in it. */
function tracesOf(
  ear: Ear,
  sounding: readonly Stretch[],
  notes: readonly ToneNote[],
  apart: readonly SoundApart[],
): readonly DeviceTrace[] {
  const tones = notes.flatMap(({ level, breath }) =>
    level ? [{ level: level.value, breath: breath?.value ?? null }] : [],
  )
  const traces = deviceTraces(ear.sound, ear.levels, sounding)
  // Who plays beside the student is heard within the tones too.
  const beside = apart.flatMap(({ from, to, why }) =>
    why === 'beside' ? [levelBetween(ear.levels, from, to)] : [],
  )
  const rooms = [roomLevel(ear.levels, sounding), ...beside].filter((level) => level !== null)
  const room = rooms.length === 0 ? null : Math.max(...rooms)
  return isRoomHeard(room, tones) ? [...traces, 'room-noise'] : traces
}

/** What is told of the tones through that device and in that key, and what cannot be. */
function measuredThrough(
  { device, semitones }: Pick<Tone, 'device' | 'semitones'>,
  notes: readonly ToneNote[],
  asked: ToneAsked,
): { readonly tones: readonly ToneMeasure[]; readonly prevented: readonly ToneMeasureName[] } {
  const inTheWay = new Set([
    ...device.flatMap((trace) => PREVENTED_BY[trace]),
    ...(semitones === 0 ? [] : PREVENTED_ELSEWHERE),
  ])
  const all = notes.length === 0 ? [] : toneMeasures(notes, asked.notes.length > 0)
  const names = all.map((m) => m.name)
  const hidden = !names.includes('breath') && notes.some((n) => n.breathHidden)
  return {
    tones: all.filter((m) => !inTheWay.has(m.name)),
    prevented: [
      ...names.filter((name) => inTheWay.has(name)),
      ...(hidden ? (['breath'] as const) : []),
    ],
  }
}

/** The take measured; `onShare` is told how much is done, from 0 to 1. */
export function measureTone(
  sound: Sound,
  wanted: ToneAsked,
  onShare: (share: number) => void = () => undefined,
): Tone {
  const ear = new Ear(sound, wanted.sounding, wanted.a4)
  const together = asksTogether(wanted.notes)
  const { found, apart, ...laid } = laidOut(ear, wanted, together)
  let { asked, semitones } = laid
  onShare(FOUND_SHARE)
  const tuning = tuningOf(found, asked.notes, asked.a4)
  let notes = together ? [] : measured(ear, asked, found, tuning, onShare)
  // Of so few notes that no line is told by them, each says where it is.
  if (asked.notes.length > 0 && (found.length < LINE_FROM || isOnOne(asked))) {
    semitones = semitonesOfOne(notes.flatMap((n) => (n.cents ? [n.cents.value] : [])))
    asked = movedBy(asked, semitones)
    if (semitones !== 0) notes = measured(ear, asked, found, tuning, onShare)
  }
  const sounding = stretchesOf(ear.levels)
  const device = tracesOf(ear, sounding, notes, apart)
  const plain = { device, together, apart, semitones }
  const nothing = (notHeard: NotHeard, measures: Tone['measures'] = []): Tone => ({
    ...{ notes: [], measures, notHeard, prevented: [] },
    ...plain,
  })
  if (sounding.length === 0) return nothing('silent')
  if (!together && notes.length === 0 && sounding.every((s) => s.to - s.from < HEARD_FROM_S)) {
    return nothing('too-short')
  }
  if (!together && notes.every((n) => n.airShare > AIR_MOST)) {
    if (soundsLikeVoice(ear, sounding)) return nothing('voice')
    // Where no note was found nobody has looked yet whether there is one.
    return notes.length > 0 || isNoise(ear, sounding)
      ? nothing('no-tone', [ONLY_AIR])
      : nothing('unclear')
  }
  const { tones, prevented } = measuredThrough(plain, notes, asked)
  const timing = soundTiming(found, asked.notes, asked.sounding, asked.a4 * tuning)
  const measures = [...tones, ...timing]
  return { notes, measures, prevented, notHeard: null, ...plain }
}
