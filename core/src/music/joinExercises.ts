/** Several exercises one after the other as one piece, for a file of the whole ladder. */
import { barsOf } from './bars'
import type { Exercise, Line, Note } from './exercise'
import { beatsOf } from './exercise'

function silence(beats: number): Note {
  return { pitches: [], beats }
}

/** Notes of the staff at a place in each exercise; silence where an exercise has no such staff. */
function lineAt(exercises: readonly Exercise[], place: number): readonly Note[] {
  return exercises.flatMap((e) => {
    const line = e.lines[place]
    const first = e.lines[0]
    if (!line) return first ? [silence(beatsOf(first))] : []
    const [head, ...rest] = line.notes
    // The exercise's name stands above its first note.
    const named = place === 0 && head ? { ...head, words: e.title } : head
    return named ? [named, ...rest] : []
  })
}

/** One after the other, each in its own key and bars, in the tempo of the first. @throws RangeError on an empty list */
export function joinExercises(title: string, exercises: readonly Exercise[]): Exercise {
  const [first] = exercises
  if (!first) throw new RangeError('no exercise to join')
  const widest = exercises.reduce((a, b) => (b.lines.length > a.lines.length ? b : a))
  const lines = widest.lines.map((line, place): Line => ({
    ...line,
    notes: lineAt(exercises, place),
  }))
  const bars = exercises.flatMap((e) => barsOf(e).map((bar) => ({ fifths: e.fifths, ...bar })))
  return { ...first, title, bars, lines, advice: [] }
}
