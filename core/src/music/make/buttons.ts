/**
 * The left hand on the standard bass of an accordion: buttons for single basses that have no octaves, and beside them
 * buttons for whole chords. Basses are written up to the middle line of the bass clef, chords above it as their root
 * with a letter; common practice, no source.
 */
import type { Exercise, Note } from '../exercise'
import { midiOf, octaves } from '../pitches'
import type { ExerciseSpec } from './spec'

/** Written basses lie from C2 to E flat 3. */
const LOWEST = midiOf('C2')
const HIGHEST = midiOf('Eb3')

/** What only keys in a row can train: hands that travel over them, and shapes of several. */
const ONLY_ON_KEYS: readonly ExerciseSpec['make'][] = ['blocks', 'shifts', 'chromatic']

const SAID =
  'The left hand finds these on its bass and counter-bass buttons, which have no octaves.'

/** The lowest place at which the note's button is written. */
function lowestOf(pitch: string): string {
  const places = [1, 2, 3].map((octave) => pitch.replace(/\d+$/, String(octave)))
  return places.find((p) => midiOf(p) >= LOWEST) ?? pitch
}

/** How far a line goes from note to note, in semitones. */
function wayOf(pitches: readonly string[]): number {
  const keys = pitches.map(midiOf)
  return keys.slice(1).reduce((sum, key, i) => sum + Math.abs(key - (keys[i] ?? key)), 0)
}

/**
 * Each button at one place: as low as basses are written, or above the line's first note where they are written so
 * high, by which of the two reads more like a line.
 */
function basses(notes: readonly Note[]): readonly Note[] {
  const first = notes.find((n) => n.pitches.length > 0)?.pitches[0]
  const from = first === undefined ? LOWEST : midiOf(lowestOf(first))
  const aboveFirst = (pitch: string): string => {
    const low = lowestOf(pitch)
    const above = octaves(low, 1)
    return midiOf(low) < from && midiOf(above) <= HIGHEST ? above : low
  }
  const line = notes.flatMap((n) => n.pitches)
  const placed = wayOf(line.map(lowestOf)) <= wayOf(line.map(aboveFirst)) ? lowestOf : aboveFirst
  return notes.map((n) => ({ ...n, pitches: n.pitches.map(placed) }))
}

const sounds = (notes: readonly Note[]) => notes.some((n) => n.pitches.length > 0)

/** The right hand alone, without the bars in which it waits for the left. */
function rightAlone(exercise: Exercise): Exercise {
  const [right, left] = exercise.lines
  if (!right || !left) return exercise
  const from = right.notes.findIndex((n) => n.pitches.length > 0)
  const waits = from < 0 ? 0 : from
  const until = right.notes.findLastIndex((n) => n.pitches.length > 0) + 1
  const played = right.notes.slice(waits, until)
  const beats = played.reduce((sum, n) => sum + n.beats, 0)
  const bars = Math.ceil(beats / exercise.beatsPerBar - 1e-9) * exercise.beatsPerBar
  const end = bars - beats > 1e-9 ? [{ pitches: [], beats: bars - beats }] : []
  const silence = [{ pitches: [], beats: bars }]
  return {
    ...exercise,
    lines: [
      { ...right, notes: [...played, ...end] },
      { ...left, notes: silence },
    ],
  }
}

/** An exercise made for keys, as the left hand of an accordion can play it. */
export function onButtons(exercise: Exercise, spec: ExerciseSpec): Exercise {
  const [right, left] = exercise.lines
  if (!right || !left || !sounds(left.notes)) return exercise
  // What a figure says for the left by name is written for it.
  if (spec.make === 'figure' && spec.left?.every((t) => /^[-A-G]/.test(t))) return exercise
  const chords = left.notes.some((n) => n.pitches.length > 1)
  if (ONLY_ON_KEYS.includes(spec.make) || chords) return rightAlone(exercise)
  return {
    ...exercise,
    lines: [right, { ...left, notes: basses(left.notes) }],
    advice: [...exercise.advice, SAID],
  }
}
