/** Keeps an exercise inside the instrument. */
import type { InstrumentSound, Line, Note } from './exercise'
import { isNote, midiOf, octaves } from './pitches'

/** Whether a pitch lies within the instrument's compass. */
export function inside(sound: InstrumentSound, pitch: string): boolean {
  if (!isNote(pitch)) return false
  const midi = midiOf(pitch)
  return midi >= midiOf(sound.low) && midi <= midiOf(sound.high)
}

function outside(sound: InstrumentSound, notes: readonly Note[]): number {
  return notes.flatMap((n) => n.pitches).filter((p) => !inside(sound, p)).length
}

function shifted(notes: readonly Note[], by: number): readonly Note[] {
  return notes.map((n) => ({ ...n, pitches: n.pitches.map((p) => octaves(p, by)) }))
}

/**
 * The notes moved by whole octaves so that as many as possible lie inside; those that still do not become
 * rests of the same length, as lines are left out where strings are missing.
 */
export function fitNotes(sound: InstrumentSound, notes: readonly Note[]): readonly Note[] {
  if (outside(sound, notes) === 0) return notes
  const options = [0, 1, -1, 2, -2, 3, -3].map((by) => shifted(notes, by))
  const best = options.reduce((a, b) => (outside(sound, b) < outside(sound, a) ? b : a))
  return best.map((n) => {
    const kept = n.pitches.flatMap((p, i) => (inside(sound, p) ? [i] : []))
    if (kept.length === n.pitches.length) return n
    const pitches = kept.map((i) => n.pitches[i] as string)
    const fingers = n.fingers && kept.map((i) => n.fingers?.[i] as number)
    return { ...n, pitches, ...(fingers ? { fingers } : {}) }
  })
}

/** The line moved by octaves into the compass; notes that still lie outside become rests. */
export function fitLine(sound: InstrumentSound, line: Line): Line {
  return { ...line, notes: fitNotes(sound, line.notes) }
}

/** Widest reach of one hand at once, in semitones: an octave, or a sixth for small hands; common practice. */
export const SPAN_SEMITONES = { usual: 12, small: 9 } as const

/** Whether every chord of a line lies under one hand. */
export function underOneHand(line: Line, span: number): boolean {
  return line.notes.every((n) => {
    const midi = n.pitches.map(midiOf)
    return midi.length < 2 || Math.max(...midi) - Math.min(...midi) <= span
  })
}
