/** An exercise in time: every sounding note with its onset and length in seconds. */
import type { Exercise, Hand, Line, Note } from './exercise'
import { midiOf } from './pitches'

/** A note with its beginning and length in seconds. */
export interface TimedNote {
  /** Sounding MIDI number. */
  readonly midi: number
  readonly onsetSeconds: number
  readonly seconds: number
  /** 0 to 1. */
  readonly velocity: number
  readonly hand: Hand | null
  readonly line: number
}

/** Share of its written length a note sounds, by how it is played; common practice. */
function soundingShareOf(note: Note): number {
  if (note.marks?.includes('staccato')) return 0.4
  if (note.marks?.includes('lift')) return 0.7
  return 0.95
}

const USUAL_VELOCITY = 0.7
const ACCENT_VELOCITY = 0.9

function timeLine(exercise: Exercise, line: Line, index: number): readonly TimedNote[] {
  const secondsPerBeat = 60 / exercise.tempo
  let beat = 0
  return line.notes.flatMap((note) => {
    const onsetSeconds = beat * secondsPerBeat
    beat += note.beats
    return note.pitches.map((pitch) => ({
      midi: midiOf(pitch) + exercise.transpose,
      onsetSeconds,
      seconds: note.beats * secondsPerBeat * soundingShareOf(note),
      velocity: note.marks?.includes('accent') ? ACCENT_VELOCITY : USUAL_VELOCITY,
      hand: line.hand,
      line: index,
    }))
  })
}

/** Notes of all lines in the order of their onsets. */
export function timeline(exercise: Exercise): readonly TimedNote[] {
  return exercise.lines
    .flatMap((line, i) => timeLine(exercise, line, i))
    .sort((a, b) => a.onsetSeconds - b.onsetSeconds || a.midi - b.midi)
}
