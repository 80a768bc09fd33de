/**
 * What must be known of a student changes every rung of every pack, by rule and not by what its author thought of: notes
 * and words together. Common practice; the limits are from memory, no source, and on the careful side.
 */
import type { ExerciseSpec, InstrumentSound } from '../music'
import type { BodyPart, Dose, HealthFlag, Rung, StudentFacts } from '../packs'

/** Semitones a small or loose-jointed hand is asked to span on a keyboard: a major sixth. */
export const HAND_SPAN_MOST = 9
/** Seconds on one breath for who gets dizzy from blowing. */
export const BREATH_SECONDS_MOST = 6
/** Minutes of one turn where turns are short. */
export const SHORT_TURN_MINUTES = 2

/** Flags with which no wide chord is printed. */
const NARROW: readonly HealthFlag[] = ['small-hands', 'loose-joints']
/** Flags with which turns are short, where one of these parts is loaded. */
const SHORT_TURNS: readonly (readonly [HealthFlag, readonly BodyPart[]])[] = [
  ['growing', ['hand', 'arm', 'neck-back']],
  ['slight-build', ['hand', 'arm', 'neck-back']],
  ['braces', ['lips-jaw']],
]
const BLOWN: ReadonlySet<InstrumentSound['family']> = new Set(['reed', 'flute', 'brass'])

/** The kind of instrument, as far as the body is concerned. */
type Family = Pick<InstrumentSound, 'family'>

const hasAny = (facts: Pick<StudentFacts, 'flags'>, flags: readonly HealthFlag[]) =>
  flags.some((flag) => facts.flags.includes(flag))

/** Whether chords are kept narrow for this student. */
export const isNarrow = (sound: Family, facts: Pick<StudentFacts, 'flags'>) =>
  sound.family === 'keyboard' && hasAny(facts, NARROW)

/** Whether breaths are kept short for this student. */
export const isShortOfBreath = (sound: Family, facts: Pick<StudentFacts, 'flags'>) =>
  BLOWN.has(sound.family) && facts.flags.includes('dizzy-when-blowing')

/** Whether notes are struck together under one hand in it. */
function hasChords(notes: ExerciseSpec): boolean {
  if (notes.make !== 'figure') return notes.make === 'cadence' || notes.make === 'harp'
  return [...(notes.right ?? []), ...(notes.left ?? [])].some((said) => said.includes('+'))
}

/** What is said with a rung whose notes may be other ones for this student; nothing where they cannot be. */
export function carefulWords(
  notes: ExerciseSpec,
  sound: Family,
  facts: Pick<StudentFacts, 'flags'>,
): readonly string[] {
  const isWide = isNarrow(sound, facts) && hasChords(notes)
  return [
    ...(isWide
      ? ['Nothing wider than a sixth: of a wider chord the outer note, and roots single.']
      : []),
    ...(isShortOfBreath(sound, facts)
      ? ['Breathe at every breath mark, and stop before it gets light.']
      : []),
  ]
}

/** Parts that were hurt before; all of them where nobody said which. */
function injuredParts({ flags, injured = [] }: StudentFacts): readonly BodyPart[] | 'any' {
  if (!flags.includes('earlier-injury')) return []
  return injured.length > 0 ? injured : 'any'
}

/** Whether this student plays it in short turns. */
function inShortTurns(loads: readonly BodyPart[], facts: StudentFacts): boolean {
  const injured = injuredParts(facts)
  if (injured === 'any' ? loads.length > 0 : injured.some((p) => loads.includes(p))) return true
  return SHORT_TURNS.some(
    ([flag, parts]) => facts.flags.includes(flag) && parts.some((p) => loads.includes(p)),
  )
}

/** The dose for this student of what is played for longer than a short turn, with what is said of it. */
export function carefulDose(
  { dose, condition, does }: Pick<Rung, 'dose' | 'condition' | 'does'>,
  loads: readonly BodyPart[],
  facts: StudentFacts,
): { readonly dose: Dose; readonly words: readonly string[] } {
  const plays = does === undefined ? condition !== 'away' : does === 'plays' || does === 'blows'
  const isLong = plays && dose.minutes > SHORT_TURN_MINUTES
  if (!isLong || !inShortTurns(loads, facts)) return { dose, words: [] }
  return {
    dose: { ...dose, minutes: SHORT_TURN_MINUTES },
    words: ['In short turns: rest as long as you played.'],
  }
}
