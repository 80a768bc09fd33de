/** An exercise in time: every sounding note with its onset and length in seconds. */
import type { Exercise, Hand, Line, Note } from './exercise'
import { rollRate } from './nearerHand'
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

/** Share of its written length a note sounds that is begun by itself, by how it is played; common practice. */
const SOUNDS = { plain: 0.85, tenuto: 0.95, staccato: 0.4, lift: 0.7, breath: 0.8 } as const
/** Seconds by which a joined note reaches into the next. */
const OVERLAP_SECONDS = 0.03

const USUAL_VELOCITY = 0.7
const ACCENT_VELOCITY = 0.9

function shareOf(note: Note): number {
  const marks = note.marks ?? []
  if (marks.includes('staccato')) return SOUNDS.staccato
  if (marks.includes('lift')) return SOUNDS.lift
  if (marks.includes('breath')) return SOUNDS.breath
  return marks.includes('tenuto') ? SOUNDS.tenuto : SOUNDS.plain
}

/** A pitch that comes again has to be let go before. */
function repeats(note: Note, next: Note | undefined): boolean {
  return next?.pitches.some((p) => note.pitches.includes(p)) ?? false
}

type Stroke = Pick<TimedNote, 'midi' | 'onsetSeconds' | 'seconds' | 'velocity'>

/** A roll as the single strokes it is made of, at its rate. */
function strokesOf(note: Note, pitch: string, whole: Stroke, written: number): readonly Stroke[] {
  const rate = note.strokes ?? rollRate(pitch)
  const count = Math.max(1, Math.round(written * rate))
  const each = written / count
  return Array.from({ length: count }, (_, i) => ({
    ...whole,
    onsetSeconds: whole.onsetSeconds + i * each,
    seconds: each * SOUNDS.plain,
  }))
}

function timeLine(exercise: Exercise, line: Line, index: number): readonly TimedNote[] {
  const secondsPerBeat = 60 / exercise.tempo
  let beat = 0
  let slurred = false
  return line.notes.flatMap((note, i) => {
    const onsetSeconds = beat * secondsPerBeat
    const written = note.beats * secondsPerBeat
    beat += note.beats
    if (note.slur === 'start') slurred = true
    if (note.slur === 'end') slurred = false
    const joined = slurred && !repeats(note, line.notes[i + 1])
    const seconds = joined ? written + OVERLAP_SECONDS : written * shareOf(note)
    const velocity = note.marks?.includes('accent') ? ACCENT_VELOCITY : USUAL_VELOCITY
    return note.pitches.flatMap((pitch) => {
      const whole = { midi: midiOf(pitch) + exercise.transpose, onsetSeconds, seconds, velocity }
      const sounding = note.marks?.includes('roll')
        ? strokesOf(note, pitch, whole, written)
        : [whole]
      return sounding.map((s) => ({ ...s, hand: line.hand, line: index }))
    })
  })
}

/** Notes of all lines in the order of their onsets. */
export function timeline(exercise: Exercise): readonly TimedNote[] {
  return exercise.lines
    .flatMap((line, i) => timeLine(exercise, line, i))
    .sort((a, b) => a.onsetSeconds - b.onsetSeconds || a.midi - b.midi)
}
