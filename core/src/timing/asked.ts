/** What a take was asked to be: the notes of an exercise, moment by moment, with hand and finger. */
import { midiOf } from '../music'
import type { Exercise, Hand } from '../music'

/** One note that was asked for. */
export interface AskedNote {
  /** Sounding MIDI number. */
  readonly midi: number
  readonly hand: Hand | null
  /** 1 from the thumb; null where none is written. */
  readonly finger: number | null
  /** From the beginning, in quarter notes. */
  readonly beat: number
  /** Joined to the next by a slur. */
  readonly joined: boolean
}

/** What begins together. */
export interface Moment {
  readonly beat: number
  readonly notes: readonly AskedNote[]
}

/** Beats closer than this begin together. */
const TOGETHER_BEATS = 1e-6

/** Notes in their order, those of one beat in one moment. */
export function momentsOf(notes: readonly AskedNote[]): readonly Moment[] {
  const moments: { beat: number; notes: AskedNote[] }[] = []
  for (const note of [...notes].sort((a, b) => a.beat - b.beat || a.midi - b.midi)) {
    const last = moments.at(-1)
    if (last && note.beat - last.beat < TOGETHER_BEATS) last.notes.push(note)
    else moments.push({ beat: note.beat, notes: [note] })
  }
  return moments
}

/** The notes of an exercise as they are asked for. */
export function askedOf({ lines, transpose }: Exercise): readonly AskedNote[] {
  return lines.flatMap((line) => {
    let beat = 0
    let slurred = false
    return line.notes.flatMap((note) => {
      const at = beat
      beat += note.beats
      if (note.slur === 'start') slurred = true
      if (note.slur === 'end') slurred = false
      const joined = slurred
      return note.pitches.map((pitch, i) => ({
        midi: midiOf(pitch) + transpose,
        hand: line.hand,
        finger: note.fingers?.[i] ?? null,
        beat: at,
        joined,
      }))
    })
  })
}
