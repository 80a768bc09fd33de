/** Keyboard ladders: position blocks, shifts, hands together, chromatic. */
import { chromaticFingers } from '../chromaticFingering'
import type { Exercise, Hand, InstrumentSound, Note } from '../exercise'
import { midiOf, octaves, scaleFrom, up } from '../pitches'
import { spokenOrder } from '../spokenOrder'
import { fiveFingers, scaleNotes } from './growth'
import {
  BEATS_PER_BAR,
  chord,
  exercise,
  handLines,
  leftOf,
  line,
  marked,
  note,
  rest,
  slurred,
  thereAndBack,
  tonicFor,
} from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

/** The positions of a scale: the notes under one hand between two thumbs, from the lowest up. */
function positions(tonic: string, hand: Hand): readonly (readonly Note[])[] {
  const run = scaleNotes(tonic, hand, 2, 1)
  const groups: Note[][] = []
  run.forEach((n, i) => {
    const finger = n.fingers?.[0] ?? 1
    const before = run[i - 1]?.fingers?.[0] ?? 0
    const begins = hand === 'right' ? finger < before : finger > before
    if (i === 0 || begins) groups.push([])
    groups.at(-1)?.push(n)
  })
  return groups
}

/** Beats of a bar that the hand spends in the air, fewer from step to step. */
const LIFT_BEATS = { lift: 2, 'short-lift': 1 } as const

/** A position struck at once, and the lift after it. */
function block(group: readonly Note[], lift: number): readonly Note[] {
  const low = [...group].sort((a, b) => midiOf(a.pitches[0] ?? 'C4') - midiOf(b.pitches[0] ?? 'C4'))
  const struck = chord(
    low.flatMap((n) => n.pitches),
    BEATS_PER_BAR - lift,
    { fingers: low.map((n) => n.fingers?.[0] ?? 1) },
  )
  return [marked(struck, 'lift'), rest(lift)]
}

/** A scale by positions of the hand, up and down again: both directions have their own crossing. */
export function blocks(spec: Of<'blocks'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const { step } = spec
  const notesOf = (hand: Hand): readonly Note[] => {
    const up = positions(hand === 'left' ? leftOf(tonic, 2) : tonic, hand)
    if (step === 'lift' || step === 'short-lift') {
      return thereAndBack(up).flatMap((group) => block(group, LIFT_BEATS[step]))
    }
    const down = up.toReversed().map((group) => [...group].reverse())
    // The top note is played once.
    const [top = [], ...rest] = down
    return [...up, top.slice(1), ...rest].flatMap((group) =>
      step === 'link' ? slurred(group) : group,
    )
  }
  const advice = {
    lift: ['Each position as one block. Lift and carry the hand to the next.'],
    'short-lift': ['Half the lift.'],
    link: ['The block is broken into its notes; a slight link between positions.'],
    flow: ['Even flow, with the mind on the position and not on the crossing.'],
  }[step]
  return exercise('Position blocks', sound, student, handLines(sound, student, notesOf), advice)
}

/** How far the hand goes out: from a second to an octave, counted in steps of the scale. */
const GROWING_STEPS = [1, 2, 3, 4, 5, 6, 7] as const

/** The note so many steps of the scale away from its tonic, up or down. */
function stepAway(tonic: string, steps: number): string {
  const scale = scaleFrom(tonic)
  const place = ((steps % 7) + 7) % 7
  return octaves(scale[place] ?? tonic, Math.floor(steps / 7))
}

/** One finger over growing intervals of the scale, each hand in turn; the arrow is for the way out. */
export function shifts(spec: Of<'shifts'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const out = spec.way === 'left' ? -1 : 1
  const arrow = out > 0 ? '→' : '←'
  const fingers = [spec.finger]
  const notesOf = (hand: Hand) => {
    // The right hand goes left from an octave higher, or it would end in the left hand's place.
    const high = out < 0 ? octaves(tonic, 1) : tonic
    const home = hand === 'left' ? leftOf(tonic) : high
    return GROWING_STEPS.flatMap((steps): readonly Note[] => {
      const there = note(stepAway(home, out * steps), spec.way === 'there-and-back' ? 1 : 2, {
        fingers,
      })
      const from = note(home, spec.way === 'there-and-back' ? 1 : 2, { fingers, words: arrow })
      if (spec.way !== 'there-and-back') return [from, there]
      return [from, there, note(home, 2, { fingers })]
    })
  }
  return exercise(
    'One finger over growing intervals',
    sound,
    student,
    handLines(sound, student, notesOf),
    [
      'Play, let the wrist travel, then the elbow leads. Higher is to the right, lower to the left.',
    ],
  )
}

/** Two notes of each hand, as rhythm in quarters; where a hand holds, the other meets it on strong beats. */
function togetherLines(step: Of<'together'>['step'], tonic: string) {
  const right = fiveFingers(tonic, 'right', 1)
  const left = fiveFingers(leftOf(tonic), 'left', 1)
  const at = (list: readonly Note[], degrees: readonly number[], beats = 1) =>
    degrees.map((d) => ({ ...(list[d] as Note), beats }))
  switch (step) {
    case 'two-notes':
      return { right: at(right, [0, 1, 0, 1], 2), left: at(left, [4, 3, 4, 3], 2) }
    case 'contrary':
      return {
        right: at(right, [0, 1, 2, 3, 4, 3, 2, 1, 0]),
        left: at(left, [4, 3, 2, 1, 0, 1, 2, 3, 4]),
      }
    case 'one-holds':
      return {
        right: [...at(right, [0, 1, 2, 3, 4, 3, 2, 1]), ...at(right, [0, 4], 4)],
        left: [...at(left, [0, 4], 4), ...at(left, [4, 3, 2, 1, 0, 1, 2, 3])],
      }
    case 'swap':
      return {
        right: at(right, [0, 4], 4),
        left: at(left, [4, 3, 2, 1, 0, 1, 2, 3]),
      }
    case 'free':
      return {
        right: [...at(right, [0, 1]), ...at(right, [2], 2), ...at(right, [3, 2, 1, 0])],
        left: [...at(left, [0], 2), ...at(left, [2, 1]), ...at(left, [0], 4)],
      }
  }
}

/** Both hands, from two notes to free movement. */
export function together(
  spec: Of<'together'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const { right, left } = togetherLines(spec.step, tonicFor(sound, student))
  const lines = [line(sound, 'right', right), line(sound, 'left', left)]
  const spoken = spokenOrder({ lines })
  return exercise('Hands together', sound, student, lines, [
    `Speak while you play: ${spoken.join(', ')}.`,
  ])
}

const SEMITONES = ['1P', '1A', '2M', '2A', '3M', '4P', '4A', '5P', '5A', '6M', '6A', '7M', '8P']
/** Round the two places where white keys meet: a half step before, both, a half step after, and back. */
const PAIRS = ['2A', '3M', '4P', '4A', '4P', '3M', '2A', '6A', '7M', '8P', '8A', '8P', '7M', '6A']

/** Half steps over an octave, up and down, each hand in turn. */
export function chromatic(
  spec: Of<'chromatic'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const inC = { ...student, key: 'C' }
  const home = tonicFor(sound, inC)
  const intervals = spec.from === 'pairs' ? PAIRS : thereAndBack(SEMITONES)
  const notesOf = (hand: Hand) => {
    const run = intervals.map((i) => up(hand === 'left' ? leftOf(home) : home, i))
    const fingers = chromaticFingers(run, hand)
    return run.map((pitch, i) => note(pitch, 1, { fingers: [fingers[i] ?? 1] }))
  }
  const keys =
    sound.family === 'keyboard'
      ? [
          'Three on every black key, one on white; one and two where two white keys meet. The hand is turned a little.',
        ]
      : []
  return exercise('Chromatic scale', sound, inC, handLines(sound, inC, notesOf), keys)
}
