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

const THUMB = 1
/** The thumb passes under a longer finger than the second. */
const LONGER = 2

/** Whether the thumb passes under from one note of a hand to the next, the way the hand travels outward from it. */
export function passesUnder(now: AskedNote, before: AskedNote): boolean {
  if (now.finger !== THUMB || before.finger === null || before.finger <= LONGER) return false
  return now.hand === 'left' ? now.midi < before.midi : now.midi > before.midi
}

/** Whether the thumb passes under anywhere in what is asked, by its fingering. */
export function asksCrossing(notes: readonly AskedNote[]): boolean {
  return notes.some((note, i) => {
    const before = notes.slice(0, i).findLast((n) => n.hand === note.hand)
    return before !== undefined && passesUnder(note, before)
  })
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
