/**
 * Loudness and repetition, read off what is asked: neither is marked by hand. What sounds like a loud place is taken for
 * one, since sparing somebody who need not be spared costs nothing. Common practice; the limits are from memory.
 */
import type { Exercise, ExerciseSpec, InstrumentSound } from '../music'
import type { BodyPart, StudentFacts } from '../packs'

/** Strokes of the same kind in a row from which it is the repetition that tires. */
export const SAME_STROKES = 6
/** Minutes of one turn in which the same stroke comes over and over, for whom turns are short. */
export const REPEATED_TURN_MINUTES = 1

/** Words that ask for strength; "aloud", "no louder" and "not too loud" do not. What may be either is taken for it. */
const LOUD =
  /(?<!\b(?:no|not|too|less|nor) )\bloud(?:ly|er|est)?\b|\bwith force\b|\bfull (?:sound|tone|voice|strength)\b|\b(?:fortissimo|forte|crescendo|stormy)\b|\ball (?:the|your) (?:air|strength|weight)\b|\bas hard as\b/i
/** The same above notes. */
const LOUD_WORD = /\b(?:loud(?:ly|er|est)?|full|forte|fortissimo)\b/gi

/** Said where it is spared. */
export const NOT_LOUD = 'Never louder than it comes by itself, even where it asks for loud.'

/** Whether somebody is asked for strength. */
export const asksLoud = (text: string) => LOUD.test(text)

/** Parts that were hurt before; all of them where nobody said which. */
function injuredParts({
  flags,
  injured = [],
}: Pick<StudentFacts, 'flags' | 'injured'>): readonly BodyPart[] | 'any' {
  if (!flags.includes('earlier-injury')) return []
  return injured.length > 0 ? injured : 'any'
}

/** Whether something that loads these parts loads one that was hurt before. */
export function loadsInjured(
  loads: readonly BodyPart[],
  facts: Pick<StudentFacts, 'flags' | 'injured'>,
): boolean {
  const injured = injuredParts(facts)
  return injured === 'any' ? loads.length > 0 : injured.some((part) => loads.includes(part))
}

/**
 * Whether this student is spared strength in what loads these parts.
 * @param sound null where nobody knows how the instrument sounds: then it may be blown
 */
export function isSparedForce(
  loads: readonly BodyPart[],
  sound: Pick<InstrumentSound, 'family'> | null,
  facts: Pick<StudentFacts, 'flags' | 'injured'>,
): boolean {
  const blown = sound === null || BLOWN.includes(sound.family)
  return (
    loadsInjured(loads, facts) ||
    (facts.flags.includes('braces') && loads.includes('lips-jaw')) ||
    (facts.flags.includes('dizzy-when-blowing') && blown && loads.includes('breath'))
  )
}

const BLOWN: readonly InstrumentSound['family'][] = ['reed', 'flute', 'brass']

/** The pitch and the hand of a written note: the same again is the same stroke. */
const STROKE = /^\(?([^:.^~ )]+)[^ ]*(?: ([RL])\b)?/

/** Most strokes of the same kind in a row of a figure. */
function sameInARow(said: readonly string[]): number {
  let [row, most, last] = [0, 0, '']
  for (const note of said) {
    const [, pitch = '', hand = ''] = STROKE.exec(note) ?? []
    // Bow and pick go down and up; it is the same arm.
    const stroke = `${pitch.replace(/[nv]$/, '')}${hand}`
    const rest = pitch.startsWith('-')
    row = rest ? 0 : stroke === last ? row + 1 : 1
    last = rest ? '' : stroke
    most = Math.max(most, note.includes('~') ? SAME_STROKES : row)
  }
  return most
}

/** What moves on with every note, or rests on one; whatever else is made may be the same stroke again and again. */
const MOVES_ON: ReadonlySet<ExerciseSpec['make']> = new Set([
  ...(['growth', 'blocks', 'shifts', 'together', 'cadence', 'chromatic', 'low-note'] as const),
  ...(['add-a-finger', 'switching', 'long-notes', 'harp', 'drone'] as const),
])

/** Whether the same stroke may come over and over in it; of what has no notes nothing is known, and its turns are short anyway. */
export function isRepetitive(notes: ExerciseSpec | undefined): boolean {
  if (notes === undefined || MOVES_ON.has(notes.make)) return false
  if (notes.make !== 'figure') return true
  return [notes.right, notes.left, notes.feet].some(
    (said) => sameInARow(said ?? []) >= SAME_STROKES,
  )
}

/** The notes with no word above them that asks for strength. */
export function withoutLoudWords(exercise: Exercise): Exercise {
  const lines = exercise.lines.map((line) => ({
    ...line,
    notes: line.notes.map((note) =>
      note.words === undefined ? note : { ...note, words: note.words.replace(LOUD_WORD, 'medium') },
    ),
  }))
  return { ...exercise, lines }
}
