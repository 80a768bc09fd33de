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

/** Words that ask for strength; "aloud", "no louder" and "not too loud" do not. */
const LOUD =
  /(?<!\b(?:no|not|too|as|how|less|nor) )\bloud(?:ly|er|est)?\b|\b(?:fortissimo|forte|crescendo|stormy)\b|\ball (?:the|your) (?:air|strength|weight)\b|\bas hard as\b/i
/** The same above notes. */
const LOUD_WORD = /\b(?:loud(?:er|est)?|full|forte|fortissimo)\b/gi

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

/** Whether this student is spared strength in what loads these parts. */
export function isSparedForce(
  loads: readonly BodyPart[],
  { family }: Pick<InstrumentSound, 'family'>,
  facts: Pick<StudentFacts, 'flags' | 'injured'>,
): boolean {
  const blown = family === 'reed' || family === 'flute' || family === 'brass'
  return (
    loadsInjured(loads, facts) ||
    (facts.flags.includes('braces') && loads.includes('lips-jaw')) ||
    (facts.flags.includes('dizzy-when-blowing') && blown && loads.includes('breath'))
  )
}

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

/** Whether the same stroke comes over and over in it. */
export function isRepetitive(notes: ExerciseSpec | undefined): boolean {
  if (notes === undefined) return false
  if (notes.make === 'rolls' || notes.make === 'repeated') return true
  if (notes.make !== 'figure') return false
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
