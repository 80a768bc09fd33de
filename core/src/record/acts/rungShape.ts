/** A rung as it is kept on a ladder, with what its notes are made from. */
import {
  either,
  flag,
  list,
  nullable,
  number,
  object,
  oneOf,
  optional,
  pitch,
  text,
  whole,
} from '../../kit'
import type { Bpm, Shape } from '../../kit'
import { ARTICULATIONS, BEAT_TYPES, CLEFS } from '../../music'
import type { Exercise, ExerciseSpec } from '../../music'
import { CONDITIONS, WAYS } from '../../packs'
import type { LadderRung } from '../../remedy'
import { NAME_MOST, NOTE_MOST, packId, TRIES_MOST, words, WORDS_MOST } from './fields'

const RUNGS_MOST = 30
const DOSE_MINUTES_MOST = 60
/** Staves, and notes of a staff, that a passage can have. */
const LINES_MOST = 4
const NOTES_MOST = 2000
/** Pitches struck at once: ten fingers. */
const CHORD_MOST = 10
const BEATS_MOST = 64
const BAR_BEATS_MOST = 32
const BAR_COUNT_MOST = 64
const BARS_MOST = 500
const ADVICE_MOST = 40
const FIFTHS_MOST = 7
const TRANSPOSE_MOST = 48
const TEMPO = { least: 10, most: 400 } as const

/** Beats per minute of notes; written by the maker, so within what an instrument can be asked. */
const tempo: Shape<Bpm> = {
  form: { type: 'number', ...TEMPO, whole: false, above: false },
  read: (value, reading) => number(TEMPO).read(value, reading) as Bpm,
}

const noteShape = object({
  pitches: list(pitch, CHORD_MOST),
  beats: number({ least: 0, most: BEATS_MOST, above: true }),
  fingers: optional(list(whole(0, 5), CHORD_MOST)),
  marks: optional(list(oneOf(['staccato', 'tenuto', 'accent', 'roll', 'lift']), 5)),
  slur: optional(oneOf(['start', 'end'])),
  words: optional(text(WORDS_MOST)),
})

/** Notes of the student's own: a passage of a piece. */
export const exerciseShape: Shape<Exercise> = object({
  title: text(WORDS_MOST),
  fifths: whole(-FIFTHS_MOST, FIFTHS_MOST),
  beatsPerBar: number({ least: 0, most: BAR_BEATS_MOST, above: true }),
  bars: optional(
    list(
      object({
        beats: whole(1, BAR_COUNT_MOST),
        beatType: oneOf(BEAT_TYPES),
        quarters: number({ least: 0, most: BEATS_MOST, above: true }),
      }),
      BARS_MOST,
    ),
  ),
  tempo,
  transpose: whole(-TRANSPOSE_MOST, TRANSPOSE_MOST),
  lines: list(
    object({
      hand: nullable(oneOf(['right', 'left'])),
      clef: oneOf(CLEFS),
      notes: list(noteShape, NOTES_MOST),
    }),
    LINES_MOST,
  ),
  advice: list(text(NOTE_MOST), ADVICE_MOST),
})

const make = <const T extends string>(name: T) => oneOf([name])

/** How the notes of a rung are made; see `ExerciseSpec`. */
const specShape: Shape<ExerciseSpec> = either('make', {
  growth: object({
    make: make('growth'),
    size: oneOf([2, 3, 4, 5, 8, 15]),
    doubled: optional(flag),
  }),
  blocks: object({ make: make('blocks'), step: oneOf(['lift', 'short-lift', 'link', 'flow']) }),
  shifts: object({
    make: make('shifts'),
    finger: oneOf([1, 2, 3, 4]),
    way: oneOf(['right', 'left', 'there-and-back']),
  }),
  together: object({
    make: make('together'),
    step: oneOf(['two-notes', 'contrary', 'one-holds', 'swap', 'free']),
  }),
  articulation: object({ make: make('articulation'), kind: oneOf(ARTICULATIONS) }),
  cadence: object({ make: make('cadence'), hands: oneOf(['right', 'both', 'roots']) }),
  chromatic: object({ make: make('chromatic'), from: optional(oneOf(['pairs'])) }),
  'low-note': object({ make: make('low-note'), step: oneOf(['hold', 'lift-left', 'patterns']) }),
  'add-a-finger': object({ make: make('add-a-finger') }),
  switching: object({
    make: make('switching'),
    notes: list(pitch, CHORD_MOST),
    words: list(text(NAME_MOST), CHORD_MOST),
  }),
  'long-notes': object({ make: make('long-notes'), step: oneOf(['one', 'siren', 'five']) }),
  rolls: object({ make: make('rolls'), step: oneOf(['one', 'foot-first', 'scale']) }),
  harp: object({ make: make('harp'), step: oneOf(['once', 'left-twice', 'harmonics']) }),
  pluck: object({ make: make('pluck'), strokes: oneOf(['short', 'connected']) }),
  bows: object({ make: make('bows'), step: oneOf(['open', 'whole', 'crossings']) }),
  drone: object({ make: make('drone') }),
})

const count = whole(1, TRIES_MOST)

const rungShape: Shape<LadderRung> = object({
  id: packId,
  name: words,
  instruction: text(NOTE_MOST),
  way: oneOf(WAYS),
  condition: oneOf(CONDITIONS),
  dose: object({
    times: count,
    minutes: number({ least: 0, most: DOSE_MINUTES_MOST, above: true }),
    tempo: optional(text(WORDS_MOST)),
    hands: optional(text(WORDS_MOST)),
  }),
  pass: either('kind', {
    share: object({ kind: oneOf(['share']), clean: count, of: count }),
    'in-a-row': object({ kind: oneOf(['in-a-row']), clean: count }),
  }),
  notes: optional(specShape),
  own: optional(exerciseShape),
})

/** A ladder's rungs, easiest first. */
export const rungsShape = list(rungShape, RUNGS_MOST, 1)
