/** Note by note: two, three, four, five notes, then the scale. */
import type { Exercise, Hand, InstrumentSound, Note } from '../exercise'
import { scaleFrom, scaleOver } from '../pitches'
import { scaleFingers } from '../scaleFingering'
import {
  bowed,
  exercise,
  handLines,
  isSlide,
  isTwoHanded,
  JOINED_BY_TONGUE,
  leftOf,
  line,
  note,
  rest,
  slurredInBreaths,
  thereAndBack,
  tonicFor,
} from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>
type Growth = Of<'growth'>

const FIVE = [1, 2, 3, 4, 5] as const

/** Five-finger notes up from the tonic with their fingers. */
export function fiveFingers(tonic: string, hand: Hand, beats: number): readonly Note[] {
  return scaleFrom(tonic)
    .slice(0, FIVE.length)
    .map((n, i) => note(n, beats, { fingers: [(hand === 'right' ? FIVE[i] : FIVE[4 - i]) ?? 1] }))
}

/** A scale with its fingers, up from the tonic. */
export function scaleNotes(tonic: string, hand: Hand, octaveCount: number, beats: number) {
  const fingers = scaleFingers(tonic, hand, octaveCount)
  return scaleOver(tonic, octaveCount).map((n, i) => note(n, beats, { fingers: [fingers[i] ?? 1] }))
}

/**
 * The first notes of a hand: from its thumb outwards, so that the left hand begins with strong fingers too and is the
 * mirror of the right; with all five both go up.
 */
function firstNotes(spec: Growth, tonic: string, hand: Hand, beats: number): readonly Note[] {
  const five = fiveFingers(tonic, hand, beats)
  if (spec.size === FIVE.length) return five
  const outwards = hand === 'right' ? five : [...five].reverse()
  const from = (spec.from ?? 1) - 1
  return outwards.slice(from, from + spec.size)
}

function titleOf(size: Growth['size']): string {
  if (size === 8) return 'One octave'
  return size === 15 ? 'Two octaves' : `${size} notes`
}

/** Two plucking fingers, and two sticks, in turn. */
const LETTERS = ['i', 'm'] as const
const STICKS = ['R', 'L'] as const

/** On a slide two notes are joined without a smear only between partials of one position. */
const ONE_POSITION = ['F3', 'Bb3'] as const

const smears = (spec: Growth, sound: InstrumentSound) =>
  isSlide(sound) && spec.touch === 'slurred' && spec.size > ONE_POSITION.length

/** A run as the instrument plays it, begun and joined in the way that is asked for. */
function played(notes: readonly Note[], spec: Growth, sound: InstrumentSound, tempo: number) {
  if (spec.touch === 'slurred') return smears(spec, sound) ? notes : slurredInBreaths(notes, tempo)
  if (spec.touch === 'apart') return notes.flatMap((n) => [n, rest(n.beats)])
  if (spec.touch === 'walking') {
    return notes.map((n, i) => ({ ...n, words: LETTERS[i % LETTERS.length] as string }))
  }
  if (sound.family === 'mallets') {
    return notes.map((n, i) => ({ ...n, words: STICKS[i % STICKS.length] as string }))
  }
  return sound.family === 'bowed' ? bowed(notes) : notes
}

function single(spec: Growth, sound: InstrumentSound, student: MakingFor): readonly string[] {
  if (isSlide(sound) && spec.touch === 'slurred' && spec.size === ONE_POSITION.length) {
    return ONE_POSITION
  }
  const tonic = tonicFor(sound, student)
  if (spec.size <= FIVE.length) return scaleFrom(tonic).slice(0, spec.size)
  return scaleOver(tonic, spec.size === 15 ? 2 : 1)
}

/** Two, three, four, five notes, then the scale; doubled values give time to think. */
export function growth(spec: Growth, sound: InstrumentSound, student: MakingFor): Exercise {
  const beats = spec.doubled ? 2 : 1
  const title = titleOf(spec.size)
  const { tempo } = student
  if (!isTwoHanded(sound)) {
    const notes = thereAndBack(single(spec, sound, student)).map((n) => note(n, beats))
    const lines = [line(sound, null, played(notes, spec, sound, tempo))]
    const advice = smears(spec, sound) ? [JOINED_BY_TONGUE] : []
    return exercise(title, sound, student, lines, advice)
  }
  const tonic = tonicFor(sound, student)
  const count = spec.size === 15 ? 2 : 1
  const notesOf = (hand: Hand) => {
    // A bass button has no other octave.
    const over = hand === 'left' && sound.left === 'buttons' ? 1 : count
    const run =
      spec.size > FIVE.length
        ? scaleNotes(hand === 'left' ? leftOf(tonic, over) : tonic, hand, over, beats)
        : firstNotes(spec, hand === 'left' ? leftOf(tonic) : tonic, hand, beats)
    return played(thereAndBack(run), spec, sound, tempo)
  }
  return exercise(title, sound, student, handLines(sound, student, notesOf))
}
