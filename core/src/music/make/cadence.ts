/** Cadences: close position, roots below, or both hands in chords. */
import type { Exercise, InstrumentSound, Note } from '../exercise'
import { midiOf, octaves, semitonesOf, up } from '../pitches'
import { chord, exercise, leftOf, line, tonicFor, withoutWords } from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

/** Close position of the cadence I – IV – I – V – V7 – I: intervals above the tonic, nearest voice-leading. */
const CADENCE: readonly { readonly name: string; readonly above: readonly string[] }[] = [
  { name: 'I', above: ['1P', '3M', '5P'] },
  { name: 'IV', above: ['1P', '4P', '6M'] },
  { name: 'I', above: ['1P', '3M', '5P'] },
  { name: 'V', above: ['-2m', '2M', '5P'] },
  { name: 'V7', above: ['-2m', '2M', '4P', '5P'] },
  { name: 'I', above: ['1P', '3M', '5P'] },
]
const ROOTS = ['1P', '4P', '1P', '5P', '5P', '1P'] as const

/** Below this a close chord sounds muddy and is moved up; common practice. */
const MUDDY_BELOW = 'C3'

/** V7 without a tone for a hand that cannot carry four: the fifth of the chord is left out. */
const LEFT_OUT_FOR_SMALL = '2M'

function liftedFromMud(pitches: readonly string[]): readonly string[] {
  return pitches.some((p) => midiOf(p) < midiOf(MUDDY_BELOW))
    ? pitches.map((p) => octaves(p, 1))
    : pitches
}

/** Chords of a cadence, or their roots alone. */
export function cadence(spec: Of<'cadence'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const tonic = tonicFor(sound, student)
  const chordsFrom = (home: string) =>
    CADENCE.map(({ name, above }) => {
      const kept =
        student.smallHand && name === 'V7' ? above.filter((i) => i !== LEFT_OUT_FOR_SMALL) : above
      return chord(liftedFromMud(kept.map((i) => up(home, i))), 4, { words: name })
    })
  const root = (interval: string) => {
    const low = up(octaves(tonic, -2), interval)
    return chord(student.smallHand ? [octaves(low, 1)] : [low, octaves(low, 1)], 4)
  }
  const left: readonly Note[] =
    spec.hands === 'roots'
      ? ROOTS.map(root)
      : spec.hands === 'both'
        ? chordsFrom(leftOf(tonic)).map(withoutWords)
        : []
  return exercise(
    `Cadence in ${student.key}`,
    sound,
    student,
    [line(sound, 'right', chordsFrom(tonic)), line(sound, 'left', left)],
    spec.hands === 'roots' ? ['Pedal where there is one: down after each chord.'] : [],
  )
}

/** The widest chord of the cadence, in semitones: what a hand has to carry. */
export function cadenceSpan(): number {
  const spans = CADENCE.map(({ above }) => {
    const semitones = above.map(semitonesOf)
    return Math.max(...semitones) - Math.min(...semitones)
  })
  return Math.max(...spans)
}
