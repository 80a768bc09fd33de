/** Small pieces every generator is put together from. */
import { without } from '../../kit'
import type { Bpm } from '../../kit'
import type { Clef, Exercise, Hand, InstrumentSound, Line, Mark, Note } from '../exercise'
import { fitLine } from '../fitCompass'
import { fingeringLegend, instrumentFinger } from '../instrumentFingering'
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

/** Most seconds on one breath or bow; common practice, no source. */
const ONE_BREATH_SECONDS = 8

/** Slurs no longer than a breath or a bow lasts, with a sign for the breath between them. */
export function slurredInBreaths(notes: readonly Note[], tempo: number): readonly Note[] {
  const most = Math.max(2, Math.floor((ONE_BREATH_SECONDS * tempo) / 60))
  const groups: Note[][] = []
  let beats = Infinity
  for (const n of notes) {
    if (beats + n.beats > most) {
      groups.push([])
      beats = 0
    }
    groups.at(-1)?.push(n)
    beats += n.beats
  }
  return groups.flatMap((group, i) =>
    i === groups.length - 1
      ? slurred(group)
      : slurred(group).map((n, j) => (j === group.length - 1 ? marked(n, 'breath') : n)),
  )
}

/** On a slide a slur smears what lies between: there the tongue joins. */
export function isSlide(sound: InstrumentSound): boolean {
  return sound.fingering === 'trombone-slide'
}
export const JOINED_BY_TONGUE = 'A soft doo on one air for each note; the slide moves between them.'

/** Bows in turn from a down bow, each with its sign. */
export function bowed(notes: readonly Note[]): readonly Note[] {
  let down = false
  return notes.map((n) => {
    if (n.pitches.length === 0) return n
    down = !down
    return marked(n, down ? 'down-bow' : 'up-bow')
  })
}

/** The staves for the hands that are asked for: each in its own bars with the weaker first, or both at once. */
export function handLines(
  sound: InstrumentSound,
  student: MakingFor,
  notesOf: (hand: Hand) => readonly Note[],
): readonly Line[] {
  if (!isTwoHanded(sound)) return [line(sound, null, notesOf('right'))]
  const [right, left] = [filled(notesOf('right')), filled(notesOf('left'))]
  const lines = (r: readonly Note[], l: readonly Note[]) => [
    line(sound, 'right', r),
    line(sound, 'left', l),
  ]
  switch (student.hands) {
    case 'together':
      return lines(right, left)
    case 'right':
      return lines(right, [])
    case 'left':
      return lines([], left)
    case 'in-turn': {
      const silence = (notes: readonly Note[]) => [rest(notes.reduce((s, n) => s + n.beats, 0))]
      // A harp's tradition begins with the right.
      const rightFirst = student.weaker === 'right' || (!student.weaker && sound.family === 'harp')
      return rightFirst
        ? lines([...right, ...silence(left)], [...silence(right), ...left])
        : lines([...silence(left), ...right], [...left, ...silence(right)])
    }
  }
}

/** Whose fingers are numbered: of both hands, of the right alone, or of none. */
function numbered(sound: InstrumentSound, hand: Hand | null): boolean {
  if (sound.fingering === 'keyboard') return true
  return sound.fingering === 'keyboard-right' && hand === 'right'
}

/** Bars below this are read in the bass clef. */
const LOW_BARS = 'B3'

function clefFor(sound: InstrumentSound, hand: Hand | null, notes: readonly Note[]): Clef {
  if (hand === 'left' && sound.lowerClef !== null) return sound.lowerClef
  const low = notes.every((n) => n.pitches.every((p) => midiOf(p) < midiOf(LOW_BARS)))
  return sound.family === 'mallets' && low ? 'bass' : sound.clef
}

/** One staff of these notes. */
export function line(sound: InstrumentSound, hand: Hand | null, notes: readonly Note[]): Line {
  const clef = clefFor(sound, hand, notes)
  const fitted = fitLine(sound, { hand, clef, notes: filled(notes) })
  const { fingering } = sound
  if (numbered(sound, hand)) return fitted
  const bare = { ...fitted, notes: withoutFingers(fitted.notes) }
  return fingering ? { ...bare, notes: fingered(bare.notes, fingering) } : bare
}

/** Single notes with their fingering above, each note where it comes first. */
function fingered(notes: readonly Note[], kind: FingeringKind): readonly Note[] {
  const said = new Set<string>()
  return notes.map((n) => {
    const [pitch] = n.pitches
    if (pitch === undefined || n.pitches.length > 1 || said.has(pitch)) return n
    said.add(pitch)
    const words = n.words === undefined ? instrumentFinger(kind, pitch) : null
    return words === null ? n : { ...n, words }
  })
}

/** Signs of a table of holes: thumb, register key, fingers, and the bar between the hands. */
const HOLE_SIGNS = /^(?=.*\d)[TR\d|]+(\+[BC])?$/

function hasSigns(l: Line): boolean {
  return l.notes.some((n) => n.words !== undefined && HOLE_SIGNS.test(n.words))
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
  const legend = lines.some(hasSigns) ? fingeringLegend(sound.fingering) : null
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
    advice: legend === null ? advice : [...advice, legend],
  }
}

/**
 * The left hand's place: an octave below, so that the elbows have water, and two where it has two octaves to play,
 * so that its top does not climb out of the bass clef; common practice.
 */
export function leftOf(pitch: string, octaveCount = 1): string {
  return octaves(pitch, octaveCount > 1 ? -2 : -1)
}

export function withoutWords(n: Note): Note {
  return without(n, 'words')
}

/** Notes as a line without hands has them. */
export function withoutFingers(notes: readonly Note[]): readonly Note[] {
  return notes.map((n) => without(n, 'fingers'))
}
