/** Small pieces every generator is put together from. */
import type { Bpm } from '../../kit'
import type { Exercise, Hand, InstrumentSound, Line, Mark, Note } from '../exercise'
import { fitLine } from '../fitCompass'
import { instrumentFinger } from '../instrumentFingering'
import type { FingeringKind } from '../instrumentFingering'
import { fifthsOf, midiOf, near, octaves } from '../pitches'
import type { Mode } from '../pitches'
import type { MakingFor } from './spec'

export const BEATS_PER_BAR = 4

/** One note of so many beats. */
export function note(pitch: string, beats: number, more: Partial<Note> = {}): Note {
  return { pitches: [pitch], beats, ...more }
}

/** Pitches struck at once. */
export function chord(pitches: readonly string[], beats: number, more: Partial<Note> = {}): Note {
  return { pitches: [...pitches].sort((a, b) => midiOf(a) - midiOf(b)), beats, ...more }
}

/** A rest of so many beats. */
export function rest(beats: number): Note {
  return { pitches: [], beats }
}

export function marked(n: Note, ...marks: Mark[]): Note {
  return { ...n, marks: [...(n.marks ?? []), ...marks] }
}

/** Up and down again, the top once. */
export function thereAndBack<T>(list: readonly T[]): readonly T[] {
  return [...list, ...list.slice(0, -1).reverse()]
}

/** Fills the last bar with rest. */
export function filled(notes: readonly Note[]): readonly Note[] {
  const beats = notes.reduce((sum, n) => sum + n.beats, 0)
  const over = beats % BEATS_PER_BAR
  return over < 1e-9 ? notes : [...notes, rest(BEATS_PER_BAR - over)]
}

/** The first and last of a run are slurred together. */
export function slurred(notes: readonly Note[]): readonly Note[] {
  return notes.map((n, i) => {
    if (i === 0 && notes.length > 1) return { ...n, slur: 'start' as const }
    return i === notes.length - 1 && i > 0 ? { ...n, slur: 'end' as const } : n
  })
}

/** The tonic near the instrument's home note. */
export function tonicFor(sound: InstrumentSound, student: MakingFor): string {
  return near(student.key, sound.home)
}

export function isTwoHanded(sound: InstrumentSound): boolean {
  return sound.lowerClef !== null
}

/** One staff of these notes. */
export function line(sound: InstrumentSound, hand: Hand | null, notes: readonly Note[]): Line {
  const clef = hand === 'left' && sound.lowerClef !== null ? sound.lowerClef : sound.clef
  const fitted = fitLine(sound, { hand, clef, notes: filled(notes) })
  const { fingering } = sound
  return fingering ? { ...fitted, notes: fingered(fitted.notes, fingering) } : fitted
}

/** Single notes with their fingering above, each time it changes. */
function fingered(notes: readonly Note[], kind: FingeringKind): readonly Note[] {
  let before: string | null = null
  return notes.map((n) => {
    const [pitch] = n.pitches
    if (pitch === undefined || n.pitches.length > 1 || n.words !== undefined) return n
    const words = instrumentFinger(kind, pitch)
    if (words === null || words === before) return n
    before = words
    return { ...n, words }
  })
}

/** Lines of equal length, the shorter ones filled with rest. */
export function exercise(
  title: string,
  sound: InstrumentSound,
  student: MakingFor,
  lines: readonly Line[],
  advice: readonly string[] = [],
  mode: Mode = 'major',
): Exercise {
  const beats = Math.max(...lines.map((l) => l.notes.reduce((s, n) => s + n.beats, 0)))
  return {
    title,
    fifths: fifthsOf(student.key, mode),
    beatsPerBar: BEATS_PER_BAR,
    tempo: student.tempo as Bpm,
    transpose: sound.transpose,
    lines: lines.map((l) => {
      const missing = beats - l.notes.reduce((s, n) => s + n.beats, 0)
      return missing > 1e-9 ? { ...l, notes: [...l.notes, rest(missing)] } : l
    }),
    advice,
  }
}

/** The left hand's place: an octave below, so that the elbows have water; common practice. */
export function leftOf(pitch: string): string {
  return octaves(pitch, -1)
}

export function withoutWords(n: Note): Note {
  return leftWithout(n, 'words')
}

/** Notes as a line without hands has them. */
export function withoutFingers(notes: readonly Note[]): readonly Note[] {
  return notes.map((n) => leftWithout(n, 'fingers'))
}

function leftWithout(n: Note, key: 'words' | 'fingers'): Note {
  return Object.fromEntries(Object.entries(n).filter(([k]) => k !== key)) as unknown as Note
}
