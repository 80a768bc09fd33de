/** Ladders for mallets, harp, plucked and bowed strings. */
import type { Exercise, Hand, InstrumentSound, Note } from '../exercise'
import { nearerHands, rollRate } from '../nearerHand'
import { octaves, scaleFrom, scaleOver, up } from '../pitches'
import { pluckingDistance } from '../pluckingPlace'
import {
  exercise,
  leftOf,
  line,
  marked,
  note,
  rest,
  slurred,
  thereAndBack,
  tonicFor,
  withoutWords,
} from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

const HAND_WORDS: Readonly<Record<Hand, string>> = { right: 'R near', left: 'L near' }

export function rolls(spec: Of<'rolls'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const home = tonicFor(sound, student)
  const pitches = spec.step === 'scale' ? thereAndBack(scaleFrom(home).slice(0, 5)) : [home, home]
  const near = nearerHands(pitches)
  const notes = pitches.map((p, i) =>
    marked(
      note(p, spec.step === 'scale' ? 2 : 4, {
        words: spec.step === 'scale' ? HAND_WORDS[near[i] ?? 'right'] : '',
      }),
      'roll',
    ),
  )
  const strokes = rollRate(home).toFixed(0)
  const first = spec.step === 'foot-first' ? ['The foot first, then the roll.'] : []
  const rate = `Even single strokes, about ${strokes} in a second here: lower bars slower, higher faster.`
  return exercise(
    'Rolls',
    sound,
    student,
    [line(sound, null, notes.map(withoutEmptyWords))],
    [
      ...first,
      rate,
      'Count aloud and tap the foot at the beat; the hands roll at their own rate.',
      'Hands stacked, both as far from the centre of the bar; the nearer hand is the one that leaves next.',
    ],
  )
}

function withoutEmptyWords(n: Note): Note {
  return n.words === '' ? withoutWords(n) : n
}

/** Broken chords up and down from the tonic. */
function brokenChord(tonic: string): readonly string[] {
  return thereAndBack(['1P', '3M', '5P', '8P'].map((i) => up(tonic, i)))
}

export function harp(spec: Of<'harp'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const right = brokenChord(tonic).map((p) => note(p, 1))
  const left = brokenChord(leftOf(tonic)).map((p) => note(p, 1))
  const silence = (notes: readonly Note[]) => rest(notes.reduce((s, n) => s + n.beats, 0))
  if (spec.step === 'harmonics') {
    const low = scaleOver(octaves(tonic, -1), 1).map((p) => note(p, 2, { words: 'o' }))
    return exercise(
      'Harmonics',
      sound,
      student,
      [line(sound, 'right', [silence(low)]), line(sound, 'left', low)],
      ['Left octave up and down, then the right.'],
    )
  }
  const rounds = spec.step === 'left-twice' ? 2 : 1
  const leftRounds = Array.from({ length: rounds }, () => left).flat()
  return exercise(
    rounds === 2 ? 'Right once, left twice' : 'Right once, left once',
    sound,
    student,
    [
      line(sound, 'right', [...right, silence(leftRounds)]),
      line(sound, 'left', [silence(right), ...leftRounds]),
    ],
    [
      'Fingers close quickly into the palm; feel the thumb on top.',
      'Any tempo that can be mastered, whatever the note values look like.',
    ],
  )
}

const POSITIONS = [
  { name: 'I', fret: 1 },
  { name: 'V', fret: 5 },
  { name: 'IX', fret: 9 },
] as const
const PLACES = [
  { name: 'by the fingerboard', share: 0.33 },
  { name: 'at the rosette', share: 0.25 },
  { name: 'by the bridge', share: 0.1 },
] as const
/** A usual scale length, mm; the distances grow with the instrument. */
const SCALE_LENGTH_MM = 650

/** Tip flexion and follow-through; a long flexion does not fit short notes. Common practice, no source. */
const FLEXIONS = ['long', 'medium', 'short'] as const
const FOLLOWS = ['slow', 'medium', 'fast'] as const

export function pluckSettings(strokes: 'short' | 'connected'): readonly string[] {
  const flexions = strokes === 'short' ? FLEXIONS.filter((f) => f !== 'long') : FLEXIONS
  return flexions.flatMap((flexion) => FOLLOWS.map((f) => `${flexion} tip, ${f} follow-through`))
}

export function pluck(spec: Of<'pluck'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const home = tonicFor(sound, student)
  const notes = POSITIONS.flatMap(({ name, fret }) =>
    PLACES.flatMap(({ share }, place) => {
      const mm = Math.round(pluckingDistance(SCALE_LENGTH_MM, SCALE_LENGTH_MM * share, fret))
      const pitch = [home, up(home, '3M'), up(home, '5P')][
        POSITIONS.findIndex((p) => p.fret === fret)
      ]
      const n = note(pitch ?? home, 4, { words: place === 0 ? `${name}: ${mm} mm` : `${mm} mm` })
      return spec.strokes === 'short' ? [marked(n, 'staccato')] : [n]
    }),
  )
  return exercise(
    'Colour up the neck',
    sound,
    student,
    [line(sound, null, notes)],
    [
      `Places in order: ${PLACES.map((p) => p.name).join(', ')}. The distances are from the bridge, on a string of ${SCALE_LENGTH_MM} mm.`,
      ...pluckSettings(spec.strokes).map((s) => `Once with ${s}.`),
    ],
  )
}

export function bows(spec: Of<'bows'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const open = sound.home
  const next = up(open, '5P')
  const pattern: readonly (readonly [string, number])[] =
    spec.step === 'crossings'
      ? [
          [open, 1],
          [next, 1],
          [open, 1],
          [next, 1],
          [open, 2],
          [next, 2],
        ]
      : [
          [open, 4],
          [open, 4],
          [next, 4],
          [next, 4],
        ]
  const words = (i: number) => (i % 2 === 0 ? '⊓' : '∨')
  return exercise(
    spec.step === 'crossings' ? 'String crossings' : 'Whole bows',
    sound,
    { ...student, key: 'C' },
    [
      line(
        sound,
        null,
        pattern.map(([p, beats], i) => note(p, beats, { words: words(i) })),
      ),
    ],
    [
      spec.step === 'open'
        ? 'Open strings, the bow straight in the mirror.'
        : 'The same bow speed and the same distance from the bridge from frog to tip.',
    ],
  )
}

export function drone(sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const notes = scaleOver(tonic, 1).flatMap((p) => [note(p, 2), note(tonic, 2)])
  return exercise(
    'Against a drone',
    sound,
    student,
    [line(sound, null, slurred(notes))],
    ['Sing each note with a slide, sing and play it, then imagine it and play.'],
  )
}
