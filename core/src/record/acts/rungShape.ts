/** A rung as it is kept on a ladder, with what its notes are made from. */
import {
  either,
  figureNote,
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
import { ARTICULATIONS, BEAT_TYPES, CLEFS, MARKS, TOUCHES } from '../../music'
import type { Exercise, ExerciseSpec } from '../../music'
import { CONDITIONS, WAYS, WITHIN_KINDS } from '../../packs'
import type { LadderRung } from '../../remedy'
import { NOTE_MOST, packEntryName, packId, packWords, TRIES_MOST, WORDS_MOST } from './fields'

const RUNGS_MOST = 30
const WITHIN_MOST = 1000
const DOSE_MINUTES_MOST = 60
/** Staves, and notes of a staff, that a passage can have. */
const LINES_MOST = 4
const NOTES_MOST = 2000
/** Pitches struck at once: ten fingers. */
const CHORD_MOST = 10
/** Notes of a figure. */
const FIGURE_MOST = 64
const BEATS_MOST = 64
const BAR_BEATS_MOST = 32
const BAR_COUNT_MOST = 64
const BARS_MOST = 500
const ADVICE_MOST = 40
const FIFTHS_MOST = 7
const TRANSPOSE_MOST = 48
/** Strokes of a roll in a second, far above any hand. */
const STROKES_MOST = 40
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
  marks: optional(list(oneOf(MARKS), MARKS.length)),
  strokes: optional(number({ least: 0, most: STROKES_MOST, above: true })),
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
        fifths: optional(whole(-FIFTHS_MOST, FIFTHS_MOST)),
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
    touch: optional(oneOf(TOUCHES)),
    from: optional(oneOf([2])),
  }),
  blocks: object({ make: make('blocks'), step: oneOf(['lift', 'short-lift', 'link', 'flow']) }),
  shifts: object({
    make: make('shifts'),
    finger: oneOf([1, 2, 3, 4, 5]),
    way: oneOf(['right', 'left', 'there-and-back']),
  }),
  together: object({
    make: make('together'),
    step: oneOf(['two-notes', 'contrary', 'one-holds', 'swap', 'free']),
  }),
  articulation: object({ make: make('articulation'), kind: oneOf(ARTICULATIONS) }),
  cadence: object({
    make: make('cadence'),
    hands: oneOf(['right', 'both', 'roots']),
    keys: optional(oneOf(['fourths'])),
  }),
  chromatic: object({ make: make('chromatic'), from: optional(oneOf(['pairs'])) }),
  'low-note': object({
    make: make('low-note'),
    step: oneOf(['hold', 'lift-left', 'patterns', 'steps', 'register-key']),
  }),
  'add-a-finger': object({ make: make('add-a-finger') }),
  switching: object({
    make: make('switching'),
    notes: list(pitch, CHORD_MOST),
    words: list(packWords, CHORD_MOST),
    beats: optional(number({ least: 0, most: BEATS_MOST, above: true })),
    slurred: optional(flag),
    then: optional(oneOf(['twice', 'eighths'])),
  }),
  'long-notes': object({
    make: make('long-notes'),
    step: oneOf(['one', 'siren', 'five', 'four-starts']),
  }),
  rolls: object({
    make: make('rolls'),
    step: oneOf(['one', 'low', 'slow', 'low-and-high', 'foot-first', 'four', 'scale']),
  }),
  harp: object({
    make: make('harp'),
    step: oneOf(['once', 'left-twice', 'conditioning', 'harmonics']),
  }),
  repeated: object({ make: make('repeated'), ways: list(packEntryName, CHORD_MOST, 1) }),
  pluck: object({ make: make('pluck'), strokes: oneOf(['short', 'connected']) }),
  bows: object({
    make: make('bows'),
    step: oneOf([
      'open',
      'short',
      'whole',
      'crossings',
      'octave-check',
      'four-fingers',
      'four-down',
    ]),
  }),
  drone: object({ make: make('drone') }),
  figure: object({
    make: make('figure'),
    right: optional(list(figureNote, FIGURE_MOST)),
    left: optional(list(figureNote, FIGURE_MOST)),
    feet: optional(list(figureNote, FIGURE_MOST)),
  }),
})

const count = whole(1, TRIES_MOST)

/** What a rung asks to be measured: a share, milliseconds or steps of velocity, by its kind. */
const within = optional(
  object({ what: oneOf(WITHIN_KINDS), at: number({ least: 0, most: WITHIN_MOST, above: true }) }),
)

const rungShape: Shape<LadderRung> = object({
  id: packId,
  name: packEntryName,
  instruction: packWords,
  alone: optional(packWords),
  together: optional(flag),
  way: oneOf(WAYS),
  condition: oneOf(CONDITIONS),
  dose: object({
    times: count,
    minutes: number({ least: 0, most: DOSE_MINUTES_MOST, above: true }),
    tempo: optional(packWords),
    hands: optional(packWords),
  }),
  pass: either('kind', {
    share: object({ kind: oneOf(['share']), clean: count, of: count, within }),
    'in-a-row': object({ kind: oneOf(['in-a-row']), clean: count, within }),
  }),
  notes: optional(specShape),
  own: optional(exerciseShape),
})

/** A ladder's rungs, easiest first. */
export const rungsShape = list(rungShape, RUNGS_MOST, 1)
