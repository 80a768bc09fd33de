/** Cadences: close position, roots below, or both hands in chords; in one key or in all of them. */
import type { Exercise, InstrumentSound, Note } from '../exercise'
import { inside } from '../fitCompass'
import { KEYS_BY_FOURTHS, midiOf, octaves, semitonesOf, up } from '../pitches'
import { chord, exercise, leftOf, line, tonicFor, withoutWords } from './parts'
import type { ExerciseSpec, MakingFor } from './spec'

type Of<M extends ExerciseSpec['make']> = Extract<ExerciseSpec, { make: M }>

interface Degree {
  readonly name: string
  readonly above: readonly string[]
  readonly root: string
}

/** Close position of the cadence I – IV – I – V – V7 – I: intervals above the tonic, nearest voice-leading. */
const CADENCE: readonly Degree[] = [
  { name: 'I', above: ['1P', '3M', '5P'], root: '1P' },
  { name: 'IV', above: ['1P', '4P', '6M'], root: '4P' },
  { name: 'I', above: ['1P', '3M', '5P'], root: '1P' },
  { name: 'V', above: ['-2m', '2M', '5P'], root: '5P' },
  { name: 'V7', above: ['-2m', '2M', '4P', '5P'], root: '5P' },
  { name: 'I', above: ['1P', '3M', '5P'], root: '1P' },
]
/** What is enough of it where all keys are gone through. */
const SHORT = [0, 1, 4, 5].flatMap((i) => CADENCE[i] ?? [])

/** Below this a close chord sounds muddy; common practice, no source. */
const MUDDY_BELOW = 'Bb2'

/** V7 without a tone for a hand that cannot carry four: the fifth of the chord is left out. */
const LEFT_OUT_FOR_SMALL = '2M'

type HandNotes = readonly Note[]

function chordsFrom(
  home: string,
  degrees: readonly Degree[],
  beats: number,
  small: boolean,
): HandNotes {
  return degrees.map(({ name, above }) => {
    const kept = small && name === 'V7' ? above.filter((i) => i !== LEFT_OUT_FOR_SMALL) : above
    return chord(
      kept.map((i) => up(home, i)),
      beats,
      { words: name },
    )
  })
}

function pitchesOf(notes: HandNotes): readonly number[] {
  return notes.flatMap((n) => n.pitches.map(midiOf))
}

/** A whole hand moved, never one chord of it: the voices stay as they lead. */
function moved(notes: HandNotes, by: number): HandNotes {
  return notes.map((n) => ({ ...n, pitches: n.pitches.map((p) => octaves(p, by)) }))
}

/** Both hands: the left out of the mud, the right above all of it. */
function bothHands(right: HandNotes): { right: HandNotes; left: HandNotes } {
  const below = moved(right, -1).map(withoutWords)
  const muddy = Math.min(...pitchesOf(below)) < midiOf(MUDDY_BELOW)
  const left = muddy ? moved(below, 1) : below
  const clear = Math.min(...pitchesOf(right)) > Math.max(...pitchesOf(left))
  return { right: clear ? right : moved(right, 1), left }
}

function inKey(spec: Of<'cadence'>, sound: InstrumentSound, student: MakingFor, short: boolean) {
  const tonic = tonicFor(sound, student)
  const degrees = short ? SHORT : CADENCE
  const beats = short ? 2 : 4
  const right = chordsFrom(tonic, degrees, beats, student.smallHand)
  const buttons = sound.left === 'buttons'
  if (spec.hands === 'both' && !buttons) return bothHands(right)
  if (spec.hands === 'right') return { right, left: [] }
  const lowest = leftOf(tonic, 2)
  // Where the lower note is not on the instrument, or is too wide for the hand, the upper one alone.
  const single = buttons || student.smallHand || student.looseJoints || !inside(sound, lowest)
  const left = degrees.map(({ root }) => {
    const low = up(lowest, root)
    return chord(single ? [octaves(low, 1)] : [low, octaves(low, 1)], beats)
  })
  return { right, left }
}

/** Chords of a cadence, or their roots alone. */
export function cadence(spec: Of<'cadence'>, sound: InstrumentSound, student: MakingFor): Exercise {
  const pedal = spec.hands === 'roots' ? ['Pedal where there is one: down after each chord.'] : []
  if (spec.keys === undefined) {
    const { right, left } = inKey(spec, sound, student, false)
    const lines = [line(sound, 'right', right), line(sound, 'left', left)]
    return exercise(`Cadence in ${student.key}`, sound, student, lines, pedal)
  }
  // In all keys one after the other no key signature holds: every sign stands at its note.
  const inC = { ...student, key: 'C' }
  const all = KEYS_BY_FOURTHS.map((key) => {
    const { right, left } = inKey(spec, sound, { ...student, key }, true)
    const [first, ...rest] = right
    return {
      left,
      right: first ? [{ ...first, words: `${key.replace('b', '♭')}: I` }, ...rest] : [],
    }
  })
  return exercise(
    'Cadences by fourths',
    sound,
    inC,
    [
      line(
        sound,
        'right',
        all.flatMap((k) => k.right),
      ),
      line(
        sound,
        'left',
        all.flatMap((k) => k.left),
      ),
    ],
    pedal,
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
