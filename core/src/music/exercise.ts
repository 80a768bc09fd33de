/** An exercise as notes: what is engraved, heard and exported. Pitches are written, as the player reads them. */
import type { Bpm } from '../kit'
import type { FingeringKind } from './instrumentFingering'

/** Clefs an exercise can be written in. */
export const CLEFS = ['treble', 'bass', 'alto', 'tenor', 'percussion'] as const
/** The clef of one staff. */
export type Clef = (typeof CLEFS)[number]

/** The hand that plays a staff. */
export type Hand = 'right' | 'left'

/** Signs at a note that say how it is played. */
export const MARKS = [
  'staccato',
  'tenuto',
  'accent',
  'roll',
  'lift',
  'down-bow',
  'up-bow',
  'harmonic',
  'breath',
] as const
/** A sign at a note that says how it is played. */
export type Mark = (typeof MARKS)[number]

/** One note, chord or rest. */
export interface Note {
  /** Written names with octave, such as `F#4`, lowest first; empty for a rest. */
  readonly pitches: readonly string[]
  /** Length in quarter notes, above 0. */
  readonly beats: number
  /** A finger for each pitch, in their order: 1 to 5 from the thumb on a keyboard. */
  readonly fingers?: readonly number[]
  readonly marks?: readonly Mark[]
  /** Single strokes a second of a roll; by the register where none is said. */
  readonly strokes?: number
  /** A slur begins or ends here. */
  readonly slur?: 'start' | 'end'
  /** Words above the note. */
  readonly words?: string
}

/** One staff. */
export interface Line {
  readonly hand: Hand | null
  readonly clef: Clef
  readonly notes: readonly Note[]
}

/** Note values a time signature can count in. */
export const BEAT_TYPES = [1, 2, 4, 8, 16] as const

/** One bar of a piece: what its time signature says, and what it holds. */
export interface Bar {
  readonly beats: number
  readonly beatType: (typeof BEAT_TYPES)[number]
  /** Quarter notes in it: fewer than the signature says in an upbeat. */
  readonly quarters: number
  /** Its key signature, sharps positive, where it is not that of the exercise. */
  readonly fifths?: number
}

/** An exercise whole: what is engraved, heard and taken away. */
export interface Exercise {
  readonly title: string
  /** Sharps (positive) or flats (negative) of the written key, −7 to 7. */
  readonly fifths: number
  readonly beatsPerBar: number
  /** The bars one by one, where they are not all of `beatsPerBar` quarters. */
  readonly bars?: readonly Bar[]
  readonly tempo: Bpm
  /** Semitones from written to sounding; −7 for a horn in F. */
  readonly transpose: number
  readonly lines: readonly Line[]
  /** What to do that notes cannot say, in order. */
  readonly advice: readonly string[]
}

export const LEFT_HANDS = ['keys', 'buttons'] as const
/** What a left hand plays on. */
export type LeftHand = (typeof LEFT_HANDS)[number]

/** What an instrument can be asked for, in written pitch. */
export interface InstrumentSound {
  readonly clef: Clef
  /** The second staff of a keyboard, a harp or a marimba; null for one staff. */
  readonly lowerClef: Clef | null
  readonly transpose: number
  readonly low: string
  readonly high: string
  /** The note from which first exercises start. */
  readonly home: string
  readonly family:
    'keyboard' | 'reed' | 'flute' | 'brass' | 'bowed' | 'plucked' | 'harp' | 'mallets'
  /** How single notes are fingered; null where the exercise says it, or nothing does. */
  readonly fingering: FingeringKind | null
  /** Tones are kept up though the family's die away: organ and accordion among the keyboards. */
  readonly keptUp?: boolean
  /** What the left hand plays where it is not keys like the right's: the bass buttons of an accordion. */
  readonly left?: LeftHand
}

/** Beats of a line. */
export function beatsOf(line: Line): number {
  return line.notes.reduce((sum, n) => sum + n.beats, 0)
}
