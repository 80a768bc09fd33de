/** Ladders for mallets, harp, plucked and bowed strings. */
import type { Exercise, Hand, InstrumentSound, Note } from '../exercise'
import { stringsOf } from '../instrumentFingering'
import { nearerHands, rollRate } from '../nearerHand'
import { flatNamed, midiOf, octaves, scaleFrom, scaleOver, sharpNamed, up } from '../pitches'
import { pluckingDistance } from '../pluckingPlace'
import {
  bowed,
  chord,
  exercise,
  filled,
  leftOf,
  line,
  marked,
  note,
  rest,
  thereAndBack,
  tonicFor,
  withoutWords,
} from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

const HAND_WORDS: Readonly<Record<Hand, string>> = { right: 'R near', left: 'L near' }
/** Single strokes a second with which a roll is learned; the register's own rate comes later. From memory. */
const SLOW_STROKES = 5

/** Four notes that go up and down, so that both hands have to leave first. */
const FOUR = [0, 2, 1, 4]

interface Rolled {
  readonly notes: readonly Note[]
  readonly advice: readonly string[]
}

const saidRate = (pitch: string) => `about ${rollRate(pitch).toFixed(0)} single strokes in a second`

function rolled(spec: Of<'rolls'>, home: string): Rolled {
  const roll = (pitch: string, beats: number, more: Partial<Note> = {}) =>
    marked(note(pitch, beats, more), 'roll')
  switch (spec.step) {
    case 'one':
    case 'foot-first':
      return {
        notes: [roll(home, 4), rest(4), roll(home, 4), rest(4)],
        advice: [`Even single strokes, ${saidRate(home)} here.`],
      }
    case 'low': {
      const low = octaves(home, -1)
      return {
        notes: [roll(low, 4), rest(4), roll(low, 4), rest(4)],
        advice: [`Even single strokes, ${saidRate(low)}: low bars need fewer.`],
      }
    }
    case 'slow':
      return {
        notes: [0, 1].flatMap(() => [roll(home, 4, { strokes: SLOW_STROKES }), rest(4)]),
        advice: [
          `Slow even single strokes, ${SLOW_STROKES} in a second, until the two hands are one sound.`,
        ],
      }
    case 'low-and-high': {
      const [low, high] = [octaves(home, -1), octaves(home, 1)]
      return {
        notes: [
          roll(low, 4, { words: 'left, low' }),
          rest(4),
          roll(high, 4, { words: 'right, high' }),
          rest(4),
        ],
        advice: [`The low bar ${saidRate(low)}, the high one ${saidRate(high)}.`],
      }
    }
    case 'four':
    case 'scale': {
      const five = scaleFrom(home).slice(0, 5)
      const pitches =
        spec.step === 'scale' ? thereAndBack(five) : FOUR.flatMap((degree) => five[degree] ?? [])
      const near = nearerHands(pitches)
      return {
        notes: pitches.map((p, i) => roll(p, 2, { words: HAND_WORDS[near[i] ?? 'right'] })),
        advice: [
          'The roll does not stop between two notes. The hand written above lies nearer: it leaves next.',
        ],
      }
    }
  }
}

export function rolls(spec: Of<'rolls'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const { notes, advice } = rolled(spec, tonicFor(sound, student))
  const first = spec.step === 'foot-first' ? ['The foot first, then the roll.'] : []
  return exercise(
    'Rolls',
    sound,
    student,
    [line(sound, null, notes)],
    [
      ...first,
      ...advice,
      'Count aloud and tap the foot at the beat; the hands roll at their own rate.',
    ],
  )
}

/** Broken chords up and down from the tonic. */
function brokenChord(tonic: string): readonly string[] {
  return thereAndBack(['1P', '3M', '5P', '8P'].map((i) => up(tonic, i)))
}

/** Groups of four placed together, up the scale and down again. */
function placedFours(tonic: string): readonly string[] {
  const scale = scaleOver(tonic, 1).slice(0, 7)
  const ups = [0, 1, 2, 3].map((from) => scale.slice(from, from + 4))
  return [...ups, ...ups.toReversed().map((four) => four.toReversed())].flat()
}

const harpTitle = {
  once: 'Right once, left once',
  'left-twice': 'Right once, left twice',
  conditioning: 'Placed fours, right once, left twice',
  harmonics: 'Harmonics',
} as const

export function harp(spec: Of<'harp'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const figure = spec.step === 'conditioning' ? placedFours : brokenChord
  const harmonics = (from: string) =>
    filled(thereAndBack(scaleOver(from, 1)).map((p) => marked(note(p, 2), 'harmonic')))
  const plain = (from: string) => filled(figure(from).map((p) => note(p, 1)))
  const isHarmonics = spec.step === 'harmonics'
  const right = isHarmonics ? harmonics(tonic) : plain(tonic)
  const once = isHarmonics ? harmonics(leftOf(tonic)) : plain(leftOf(tonic))
  const rounds = spec.step === 'left-twice' || spec.step === 'conditioning' ? 2 : 1
  const left = Array.from({ length: rounds }, () => once).flat()
  const silence = (notes: readonly Note[]) => rest(notes.reduce((s, n) => s + n.beats, 0))
  // Harmonics are begun by the left hand, everything else by the right.
  const lines = isHarmonics
    ? [
        line(sound, 'right', [silence(left), ...right]),
        line(sound, 'left', [...left, silence(right)]),
      ]
    : [
        line(sound, 'right', [...right, silence(left)]),
        line(sound, 'left', [silence(right), ...left]),
      ]
  return exercise(harpTitle[spec.step], sound, student, lines, [
    ...(isHarmonics
      ? ['Left octave up and down, then the right. They sound an octave above the string.']
      : ['Fingers close quickly into the palm; feel the thumb on top.']),
    'Any tempo that can be mastered, whatever the note values look like.',
  ])
}

/** One open string, a bar for each way of playing it; a long note last. */
export function repeated(
  spec: Of<'repeated'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const string = stringsOf(sound.fingering).at(-2) ?? sound.home
  const notes = spec.ways.flatMap((words) => [
    note(string, 1, { words }),
    note(string, 1),
    note(string, 2),
  ])
  const bare = { ...sound, fingering: null }
  return exercise('One string', bare, { ...student, key: 'C' }, [line(bare, null, notes)])
}

/** Where the first finger lies in the three positions, and what a small shape on three strings stops there. */
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
/** A usual scale length, mm. */
const SCALE_LENGTH_MM = 650

/**
 * The three highest strings stopped in the small shape of a major chord, as written, lowest first: the first two
 * strings at the position's fret, the third string one fret above it. The highest note is the root.
 */
export function shapeAt(strings: readonly string[], fret: number): readonly string[] {
  const root = flatNamed(midiOf(strings.at(-1) ?? 'E5') + fret)
  return [up(root, '-6m'), up(root, '-4P'), root]
}

/** Tip flexion and follow-through; a long flexion does not fit short notes. Common practice, no source. */
const FLEXIONS = ['long', 'medium', 'short'] as const
const FOLLOWS = ['slow', 'medium', 'fast'] as const

/** Which flexions and follow-throughs are gone through. */
export function pluckSettings(strokes: 'short' | 'connected'): string {
  const tips = strokes === 'short' ? FLEXIONS.filter((f) => f !== 'long') : FLEXIONS
  return `With a ${tips.join(', then a ')} tip flexion; each with a ${FOLLOWS.join(', then a ')} follow-through.`
}

export function pluck(spec: Of<'pluck'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const strings = stringsOf(sound.fingering)
  const short = spec.strokes === 'short'
  const notes = POSITIONS.flatMap(({ name, fret }) =>
    PLACES.flatMap(({ share }, place): readonly Note[] => {
      const percent = Math.round(
        (100 * pluckingDistance(SCALE_LENGTH_MM, SCALE_LENGTH_MM * share, fret)) / SCALE_LENGTH_MM,
      )
      const words = place === 0 ? `${name}: ${percent} %` : `${percent} %`
      const struck = chord(shapeAt(strings, fret), short ? 1 : 4, { words })
      if (!short) return [struck]
      // Short, and then connected: two short ones and one that lasts.
      const bare = withoutWords(struck)
      return [marked(struck, 'staccato'), marked(bare, 'staccato'), { ...bare, beats: 2 }]
    }),
  )
  const mm = PLACES.map((p) => `${Math.round(SCALE_LENGTH_MM * p.share)} mm`).join(', ')
  return exercise(
    'Colour up the neck',
    sound,
    { ...student, key: 'C' },
    [line(sound, null, notes)],
    [
      `Places in order: ${PLACES.map((p) => p.name).join(', ')}. The share is of the whole string from saddle to nut, measured from the bridge; in open position on 650 mm that is ${mm}, on a smaller guitar less.`,
      pluckSettings(spec.strokes),
    ],
  )
}

/** Strings are named from the lowest; a fourth finger and an octave are checked against open ones. */
function octaveCheck(kind: InstrumentSound['fingering']): readonly (readonly [string, string])[] {
  const [first = '', second = '', third = ''] = stringsOf(kind)
  // A cello's fourth finger lies a fourth above its string: an octave above the string below.
  if (kind === 'cello') {
    return [
      [up(second, '4P'), first],
      [up(second, '2M'), stringsOf(kind)[3] ?? third],
    ]
  }
  return [
    [up(first, '5P'), second],
    [up(first, '2M'), third],
  ]
}

/** Where each finger of first position stops a string: whole and half steps for a hand of one string. */
const SPREAD = { upper: [2, 4, 5, 7], cello: [2, 3, 4, 5] } as const

const FROM_ONE = [1, 2, 3, 4, 3, 2, 1]
const FROM_FOUR = [4, 3, 2, 1, 2, 3, 4]

function stoppedBy(sound: InstrumentSound, open: string, finger: number): string {
  const spread = sound.fingering === 'cello' ? SPREAD.cello : SPREAD.upper
  const at = (of: number) => midiOf(open) + (spread[of - 1] ?? 0)
  const sharp = sharpNamed(at(finger))
  // A low second finger is a step above the first, B flat above A; any other black key is raised, F sharp above E.
  return sharp.startsWith(flatNamed(at(1)).charAt(0)) && finger > 1 ? flatNamed(at(finger)) : sharp
}

function bowLine(spec: Of<'bows'>, sound: InstrumentSound): readonly Note[] {
  const open = sound.home
  const next = stringsOf(sound.fingering).find((s) => midiOf(s) > midiOf(open)) ?? up(open, '5P')
  switch (spec.step) {
    case 'open':
    case 'whole':
      return [open, open, next, next].map((p) => note(p, 4))
    case 'short':
      return [open, open, next, next].flatMap((p) => [note(p, 1), rest(1), note(p, 1), rest(1)])
    case 'crossings':
      return [open, next, open, next].map((p) => note(p, 2))
    case 'four-fingers':
    case 'four-down':
      return (spec.step === 'four-down' ? FROM_FOUR : FROM_ONE).map((finger) =>
        note(stoppedBy(sound, open, finger), 2, { words: String(finger) }),
      )
    case 'octave-check': {
      const four = { words: '4' }
      const one = { words: '1' }
      return octaveCheck(sound.fingering).flatMap(([stopped, against], i) => [
        note(stopped, 2, i === 0 ? four : one),
        note(against, 2, { words: '0' }),
      ])
    }
  }
}

const BOW_WORDS: Readonly<
  Record<Of<'bows'>['step'], { readonly title: string; readonly advice: string }>
> = {
  open: { title: 'Open strings', advice: 'The bow straight in the mirror.' },
  short: {
    title: 'Short bows',
    advice: 'A hand’s breadth of bow at its middle; it stops before it turns.',
  },
  whole: {
    title: 'Whole bows',
    advice: 'The same bow speed and the same distance from the bridge from frog to tip.',
  },
  crossings: {
    title: 'String crossings',
    advice: 'The smallest tilt that reaches the other string; nothing else sounds between.',
  },
  'four-fingers': {
    title: 'Four fingers on one string',
    advice: 'The fingers that have played stay down on the way up.',
  },
  'four-down': {
    title: 'From the fourth finger down',
    advice: 'The hand sits on the fourth finger and turns back to the first.',
  },
  'octave-check': {
    title: 'Against open strings',
    advice: 'The stopped note first, then the open string: the same note, or its octave.',
  },
}

export function bows(spec: Of<'bows'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const { title, advice } = BOW_WORDS[spec.step]
  const lines = [line(sound, null, bowed(bowLine(spec, sound)))]
  return exercise(title, sound, { ...student, key: 'C' }, lines, [advice])
}

/** The scale over a note that lies still; whoever has no second player sings it or lets a device hold it. */
export function drone(sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const scale = scaleOver(tonic, 1).map((p) => note(p, 2))
  const still = Array.from({ length: Math.ceil((scale.length * 2) / 4) }, () => note(tonic, 4))
  return exercise(
    'Against a drone',
    sound,
    student,
    [
      line(sound, null, sound.family === 'bowed' ? bowed(scale) : scale),
      { ...line({ ...sound, fingering: null }, null, still) },
    ],
    [
      'Sing each note with a slide, sing and play it, then imagine it and play. The lower line is the drone.',
    ],
  )
}
