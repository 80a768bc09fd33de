/** Pitches by name: thin words over the music-theory library. */
import { Interval, Key, Note as Theory, Scale } from 'tonal'

/** Whether the name is a note within the MIDI range. */
export function isNote(name: string): boolean {
  return Theory.midi(name) !== null
}

/** MIDI number of a written name, C4 = 60. @throws RangeError on a name that is none */
export function midiOf(name: string): number {
  const midi = Theory.midi(name)
  if (midi === null) throw new RangeError(`no such note: ${name}`)
  return midi
}

/** Whether the note lies on a black key of a keyboard. */
export function isBlack(name: string): boolean {
  return [1, 3, 6, 8, 10].includes(((midiOf(name) % 12) + 12) % 12)
}

/** The note so many steps of an interval away: `up('C4', '5P')` is G4; `'-2M'` goes down. */
export function up(name: string, interval: string): string {
  return Theory.transpose(name, interval)
}

/** The interval's size in semitones, downward negative. */
export function semitonesOf(interval: string): number {
  return Interval.semitones(interval)
}

/** The note of a MIDI number, black keys by their flats. */
export function flatNamed(midi: number): string {
  return Theory.fromMidi(midi)
}

/** The note of a MIDI number, black keys by their sharps, as strings have them. */
export function sharpNamed(midi: number): string {
  return Theory.fromMidiSharps(midi)
}

/** The note moved by whole octaves. */
export function octaves(name: string, by: number): string {
  const { pc, oct } = Theory.get(name)
  if (oct === undefined) throw new RangeError(`no octave in ${name}`)
  return `${pc}${oct + by}`
}

/** The mode of a scale. */
export type Mode = 'major' | 'harmonic minor' | 'melodic minor' | 'minor'

/** The seven notes of the scale from the tonic up. @throws RangeError on a tonic that is none */
export function scaleFrom(tonic: string, mode: Mode = 'major'): readonly string[] {
  const { notes } = Scale.get(`${tonic} ${mode}`)
  if (notes.length !== 7) throw new RangeError(`no scale ${tonic} ${mode}`)
  return notes
}

/** Notes of the scale over so many octaves from the tonic up, with the tonic at the top. */
export function scaleOver(tonic: string, count: number, mode: Mode = 'major'): readonly string[] {
  const one = scaleFrom(tonic, mode)
  const rest = Array.from({ length: count }, (_, i) => one.map((n) => octaves(n, i))).flat()
  return [...rest, octaves(tonic, count)]
}

/** Sharps (positive) or flats (negative) of a key. */
export function fifthsOf(tonic: string, mode: Mode = 'major'): number {
  const pc = Theory.pitchClass(tonic)
  return mode === 'major' ? Key.majorKey(pc).alteration : Key.minorKey(pc).alteration
}

/** All twelve major keys by fourths, from C: the order of the cadence drill; common practice. */
export const KEYS_BY_FOURTHS = [
  'C',
  'F',
  'Bb',
  'Eb',
  'Ab',
  'Db',
  'Gb',
  'B',
  'E',
  'A',
  'D',
  'G',
] as const

/** The same pitch class in the octave nearest to another note. */
export function near(pitchClass: string, other: string): string {
  const target = midiOf(other)
  const options = [1, 2, 3, 4, 5, 6, 7].map((octave) => `${pitchClass}${octave}`)
  return options.reduce((best, n) =>
    Math.abs(midiOf(n) - target) < Math.abs(midiOf(best) - target) ? n : best,
  )
}
