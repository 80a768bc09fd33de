/** Keyboard ladders: growth, position blocks, shifts, hands together, articulation, chromatic. */
import { chromaticFinger } from '../chromaticFingering'
import type { Exercise, Hand, InstrumentSound, Note } from '../exercise'
import { midiOf, scaleFrom, scaleOver, up } from '../pitches'
import { scaleFingers } from '../scaleFingering'
import { spokenOrder } from '../spokenOrder'
import {
  chord,
  exercise,
  isTwoHanded,
  leftOf,
  line,
  marked,
  note,
  rest,
  slurred,
  thereAndBack,
  tonicFor,
  withoutFingers,
} from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

const FIVE = [1, 2, 3, 4, 5] as const

/** Five-finger notes up from the tonic with their fingers. */
function fiveFingers(tonic: string, hand: Hand, size: number, beats: number): readonly Note[] {
  const notes = scaleFrom(tonic).slice(0, size)
  return notes.map((n, i) =>
    note(n, beats, { fingers: [(hand === 'right' ? FIVE[i] : FIVE[4 - i]) ?? 1] }),
  )
}

function scaleNotes(tonic: string, hand: Hand, octaveCount: number, beats: number) {
  const fingers = scaleFingers(tonic, hand, octaveCount)
  return scaleOver(tonic, octaveCount).map((n, i) => note(n, beats, { fingers: [fingers[i] ?? 1] }))
}

/** Two, three, four, five notes, then the scale; doubled values give time to think. */
export function growth(spec: Of<'growth'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const beats = spec.doubled ? 2 : 1
  const tonic = tonicFor(sound, student)
  const title =
    spec.size > 5 ? (spec.size === 8 ? 'One octave' : 'Two octaves') : `${spec.size} notes`
  if (!isTwoHanded(sound)) {
    const count = spec.size === 15 ? 2 : 1
    const all = spec.size > 5 ? scaleOver(tonic, count) : scaleFrom(tonic).slice(0, spec.size)
    return exercise(title, sound, student, [
      line(sound, null, slurred(thereAndBack(all).map((n) => note(n, beats)))),
    ])
  }
  const hands: readonly Hand[] = student.weaker === 'right' ? ['right', 'left'] : ['left', 'right']
  const notesOf = (hand: Hand) => {
    const from = hand === 'left' ? leftOf(tonic) : tonic
    const run =
      spec.size > 5
        ? scaleNotes(from, hand, spec.size === 15 ? 2 : 1, beats)
        : fiveFingers(from, hand, spec.size, beats)
    return thereAndBack(run)
  }
  // The weaker hand first, then the other, then both, each in its own bars.
  const [first, second] = hands as readonly [Hand, Hand]
  const silence = (hand: Hand) => [rest(notesOf(hand).reduce((s, n) => s + n.beats, 0))]
  const lineOf = (hand: Hand) =>
    hand === first ? [...notesOf(hand), ...silence(second)] : [...silence(first), ...notesOf(hand)]
  return exercise(title, sound, student, [
    line(sound, 'right', lineOf('right')),
    line(sound, 'left', lineOf('left')),
  ])
}

/** The positions of a scale: the notes under one hand between two thumbs. */
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

/** Lift between blocks in beats, shrinking from step to step. */
const LIFT_BEATS = { lift: 2, 'short-lift': 1, link: 0, flow: 0 } as const

/** A scale by positions of the hand. */
export function blocks(spec: Of<'blocks'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const asBlocks = spec.step === 'lift' || spec.step === 'short-lift'
  const notesOf = (hand: Hand) =>
    positions(hand === 'left' ? leftOf(tonic) : tonic, hand).flatMap((group): readonly Note[] => {
      if (!asBlocks) return spec.step === 'link' ? slurred(group) : group
      const block = chord(
        group.flatMap((n) => n.pitches),
        2,
        {
          fingers: [...group]
            .sort((a, b) => midiOf(a.pitches[0] ?? 'C4') - midiOf(b.pitches[0] ?? 'C4'))
            .map((n) => n.fingers?.[0] ?? 1),
        },
      )
      const lift = LIFT_BEATS[spec.step]
      return lift > 0 ? [marked(block, 'lift'), rest(lift)] : [block]
    })
  const advice = {
    lift: ['Each position as one block. Lift and carry the hand to the next.'],
    'short-lift': ['Half the lift.'],
    link: ['The block is broken into its notes; a slight link between positions.'],
    flow: ['Even flow, with the mind on the position and not on the crossing.'],
  }[spec.step]
  return exercise(
    'Position blocks',
    sound,
    student,
    [line(sound, 'right', notesOf('right')), line(sound, 'left', notesOf('left'))],
    advice,
  )
}

/** Intervals growing from a second to an octave. */
const GROWING = ['2M', '3M', '4P', '5P', '6M', '7M', '8P'] as const

/** The direction rule: the next note is higher, so to the right; lower, so to the left. */
export function directionWord(from: string, to: string): 'right' | 'left' | 'stay' {
  const step = midiOf(to) - midiOf(from)
  return step === 0 ? 'stay' : step > 0 ? 'right' : 'left'
}

/** One finger over growing intervals. */
export function shifts(spec: Of<'shifts'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const oneWay = (home: string, direction: 1 | -1) =>
    GROWING.flatMap((interval) => [home, up(home, direction === 1 ? interval : `-${interval}`)])
  const pitchesOf = (home: string): readonly string[] => {
    if (spec.way === 'right') return oneWay(home, 1)
    if (spec.way === 'left') return oneWay(home, -1)
    return GROWING.flatMap((interval) => [home, up(home, interval), home])
  }
  const notesOf = (home: string) => {
    const pitches = pitchesOf(home)
    return pitches.map((p, i) => {
      const next = pitches[i + 1]
      const word = next === undefined ? 'stay' : directionWord(p, next)
      return note(p, 2, {
        fingers: [spec.finger],
        ...(word === 'stay' ? {} : { words: word === 'right' ? '→' : '←' }),
      })
    })
  }
  return exercise(
    'One finger over growing intervals',
    sound,
    student,
    [line(sound, 'right', notesOf(tonic)), line(sound, 'left', [])],
    [
      'Play, let the wrist travel, then the elbow leads. Higher is to the right, lower to the left.',
    ],
  )
}

/** Two notes of each hand, as rhythm in quarters; where a hand holds, the other meets it on strong beats. */
function togetherLines(step: Of<'together'>['step'], tonic: string) {
  const right = fiveFingers(tonic, 'right', 5, 1)
  const left = fiveFingers(leftOf(tonic), 'left', 5, 1)
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
        right: at(right, [0, 1, 2, 3, 4, 3, 2, 1]),
        left: at(left, [0, 4], 4),
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

const LENGTHS: Readonly<Record<Of<'articulation'>['kind'], string>> = {
  detached: 'Stand on each note; a little air between.',
  legato: 'One finger arrives as the other leaves.',
  staccato: 'A small quick impulse at the key; the hand stays.',
  'two-note-slurs': 'Sink into the first, leave with the second.',
}

/** The five teaching steps, the same for every articulation; common practice. */
export const TEACHING_STEPS = [
  'Listen with eyes closed.',
  'Mime on a table side by side.',
  'Mirror silently on the keys while the other plays.',
  'Play, as an echo.',
  'Describe it in your own words; only then is it named.',
] as const

/** The same notes joined or parted in one way. */
export function articulation(
  spec: Of<'articulation'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const tonic = tonicFor(sound, student)
  const played = (hand: Hand, home: string): readonly Note[] => {
    const run = thereAndBack(fiveFingers(home, hand, 5, 1))
    switch (spec.kind) {
      case 'detached':
        return run.map((n) => marked(n, 'tenuto'))
      case 'staccato':
        return run.map((n) => marked(n, 'staccato'))
      case 'legato':
        return slurred(run)
      case 'two-note-slurs':
        return run.map((n, i) =>
          i + 1 === run.length ? n : { ...n, slur: i % 2 === 0 ? 'start' : 'end' },
        )
    }
  }
  const lines = isTwoHanded(sound)
    ? [
        line(sound, 'right', played('right', tonic)),
        line(sound, 'left', played('left', leftOf(tonic))),
      ]
    : [line(sound, null, withoutFingers(played('right', tonic)))]
  return exercise('Five notes', sound, student, lines, [LENGTHS[spec.kind], ...TEACHING_STEPS])
}

/** Half steps over the compass. */
export function chromatic(
  spec: Of<'chromatic'>,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const home = tonicFor(sound, { ...student, key: 'C' })
  const semitones = ['1P', '1A', '2M', '2A', '3M', '4P', '4A', '5P', '5A', '6M', '6A', '7M', '8P']
  const pairs = ['2A', '3M', '4P', '4A', '4P', '3M', '2A', '6A', '7M', '8P', '7M', '6A']
  const intervals = spec.from === 'pairs' ? pairs : thereAndBack(semitones)
  const notesOf = (hand: Hand, from: string) =>
    intervals.map((i) => {
      const pitch = up(from, i)
      return note(pitch, 1, isTwoHanded(sound) ? { fingers: [chromaticFinger(pitch, hand)] } : {})
    })
  const lines = isTwoHanded(sound)
    ? [
        line(sound, 'right', notesOf('right', home)),
        line(sound, 'left', notesOf('left', leftOf(home))),
      ]
    : [line(sound, null, notesOf('right', home))]
  return exercise('Chromatic scale', sound, { ...student, key: 'C' }, lines, [
    'Three on every black key, one on white; one and two where two white keys meet. The hand is turned a little.',
  ])
}
