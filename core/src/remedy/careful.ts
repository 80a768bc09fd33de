/**
 * What must be known of a student changes every rung of every pack, by rule and not by what its author thought of: notes
 * and words together. Common practice; the limits are from memory, no source, and on the careful side.
 */
import type { ExerciseSpec, InstrumentSound } from '../music'
import type { BodyPart, Check, Dose, HealthFlag, Rung, StudentFacts } from '../packs'
import {
  asksLoud,
  isRepetitive,
  isSparedForce,
  loadsInjured,
  NOT_LOUD,
  REPEATED_TURN_MINUTES,
} from './spared'

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
type Family = Pick<InstrumentSound, 'family' | 'fingering'>
/** What of a student the body has to do with. */
type Known = Pick<StudentFacts, 'flags' | 'injured'>

const hasAny = (facts: Pick<StudentFacts, 'flags'>, flags: readonly HealthFlag[]) =>
  flags.some((flag) => facts.flags.includes(flag))

/** Whether chords are kept narrow for this student. */
export const isNarrow = (sound: Family, facts: Pick<StudentFacts, 'flags'>) =>
  sound.family === 'keyboard' && hasAny(facts, NARROW)

/** Whether breaths are kept short for this student. */
export const isShortOfBreath = (sound: Family, facts: Pick<StudentFacts, 'flags'>) =>
  BLOWN.has(sound.family) && facts.flags.includes('dizzy-when-blowing')

/** Whether the lips are spared what lies high: a mouthpiece is pressed there first. */
export const staysLow = (sound: Pick<Family, 'family'>, { flags, injured = [] }: Known) =>
  sound.family === 'brass' &&
  (flags.includes('braces') ||
    (flags.includes('earlier-injury') && (injured.length === 0 || injured.includes('lips-jaw'))))

/** Whether fingers are set in it at all: on open strings nothing stretches. */
function setsFingers(notes: ExerciseSpec): boolean {
  if (notes.make === 'bows') return notes.step.startsWith('four') || notes.step === 'octave-check'
  if (notes.make === 'figure') return !(notes.right ?? []).every((n) => OPEN_OR_REST.test(n))
  return !['repeated', 'pluck', 'drone'].includes(notes.make)
}

/** Open strings, alone or together, and rests. */
const OPEN_OR_REST = /^(?:s\df0\+?)+(?:[:. ]|$)|^-/

/** What is done where a hand would have to stretch on a string; null where the instrument asks for none. */
function stretchWords(
  notes: ExerciseSpec,
  { family, fingering }: Family,
  facts: Known,
): string | null {
  if (!hasAny(facts, NARROW) || !setsFingers(notes)) return null
  if (fingering === 'guitar') {
    return 'Where it stretches, a capo at the second or third fret: the fingers as written lie closer there.'
  }
  if (fingering === 'cello') {
    return 'Where the hand would have to open for a note, the whole hand moves instead.'
  }
  if (family === 'bowed') {
    return 'Where the fourth finger would have to stretch, the open string, or the hand goes with it.'
  }
  return null
}

/** Whether notes are struck together under one hand in it. */
function hasChords(notes: ExerciseSpec): boolean {
  if (notes.make !== 'figure') return notes.make === 'cadence' || notes.make === 'harp'
  return [...(notes.right ?? []), ...(notes.left ?? [])].some((said) => said.includes('+'))
}

/** Whether notes made so can lie more than a fifth above the home note. */
function mayLieHigh(notes: ExerciseSpec): boolean {
  if (notes.make === 'growth') return notes.size > 5
  return notes.make !== 'long-notes' && notes.make !== 'low-note' && notes.make !== 'drone'
}

const STAYS_LOW =
  'Nothing high: what lies more than a fifth above the home note is played an octave lower or left out.'

/** What is said with a rung without notes of its own: the piece is as it is. */
export function carefulPiece(
  { condition }: Pick<Rung, 'condition'>,
  sound: Family,
  facts: Known,
): readonly string[] {
  return isPiece({ condition }) && staysLow(sound, facts) ? [STAYS_LOW] : []
}

/** What is said with a rung whose notes may be other ones for this student; nothing where they cannot be. */
export function carefulWords(notes: ExerciseSpec, sound: Family, facts: Known): readonly string[] {
  const isWide = isNarrow(sound, facts) && hasChords(notes)
  const stretch = stretchWords(notes, sound, facts)
  return [
    ...(stretch === null ? [] : [stretch]),
    ...(staysLow(sound, facts) && mayLieHigh(notes) ? [STAYS_LOW] : []),
    ...(isWide
      ? ['Nothing wider than a sixth: of a wider chord the outer note, and roots single.']
      : []),
    ...(isShortOfBreath(sound, facts)
      ? ['Breathe at every breath mark, and stop before it gets light.']
      : []),
  ]
}

/** Whether this student plays it in short turns. */
function inShortTurns(loads: readonly BodyPart[], facts: StudentFacts): boolean {
  if (loadsInjured(loads, facts)) return true
  return SHORT_TURNS.some(
    ([flag, parts]) => facts.flags.includes(flag) && parts.some((p) => loads.includes(p)),
  )
}

/** What of a rung its turn is made by. */
type Turn = Pick<Rung, 'dose' | 'condition' | 'does' | 'notes'>

/** Whether the student plays in it. */
const isPlayed = ({ condition, does }: Pick<Rung, 'condition' | 'does'>) =>
  does === undefined ? condition !== 'away' : does === 'plays' || does === 'blows'

/** The dose for this student of what is played for longer than a short turn, with what is said of it. */
export function carefulDose(
  { dose, condition, does, notes }: Turn,
  loads: readonly BodyPart[],
  facts: StudentFacts,
): { readonly dose: Dose; readonly words: readonly string[] } {
  const minutes = isRepetitive(notes) ? REPEATED_TURN_MINUTES : SHORT_TURN_MINUTES
  const isLong = isPlayed({ condition, ...(does ? { does } : {}) }) && dose.minutes > minutes
  if (!isLong || !inShortTurns(loads, facts)) return { dose, words: [] }
  return { dose: { ...dose, minutes }, words: ['In short turns: rest as long as you played.'] }
}

/** Whether somebody plays what nobody here knows: a piece without notes of its own. */
const isPiece = ({ condition }: Pick<Rung, 'condition'>) =>
  condition !== 'away' && condition !== 'isolated' && condition !== 'exercise'

/** What of a rung says how loud it is. */
type Asked = Pick<Rung, 'name' | 'instruction' | 'condition' | 'does' | 'notes' | 'alone'>

/**
 * What is said with what is played where it asks for strength and this student is spared it. A piece may ask for it
 * anywhere, whatever the rung says.
 */
export function carefulForce(
  { name, instruction, alone, condition, does, notes }: Asked,
  playing: readonly BodyPart[],
  sound: Family,
  facts: Known,
): readonly string[] {
  const said = [name, instruction, alone ?? '', JSON.stringify(notes ?? null)].join(' ')
  const isAsked = asksLoud(said) || (isPiece({ condition }) && notes === undefined)
  const played = isPlayed({ condition, ...(does ? { does } : {}) })
  return isAsked && played && isSparedForce(playing, sound, facts) ? [NOT_LOUD] : []
}

/**
 * What is said with a check of this student's body; nothing where nothing need be known. A check is short: what it could
 * hurt is said with it, and what it strains is not offered at all.
 */
export function carefulCheck(
  { name, does, loads, instruction }: Pick<Check, 'name' | 'does' | 'loads' | 'instruction'>,
  sound: Family | null,
  facts: StudentFacts,
): readonly string[] {
  if (does === 'teacher' || does === 'looks') return []
  const blows = sound !== null && isShortOfBreath(sound, facts) && does !== 'moves'
  const hurt = loadsInjured(loads, facts)
  return [
    ...(blows ? ['Short breaths, and stop before it gets light.'] : []),
    ...(sound && staysLow(sound, facts) && loads.includes('lips-jaw')
      ? ['On a note that lies easily, and not twice in a row.']
      : []),
    ...(asksLoud(`${name} ${instruction}`) && isSparedForce(loads, sound, facts) ? [NOT_LOUD] : []),
    ...(hurt ? ['Something was hurt before: once, softly, and not at all if it tells.'] : []),
  ]
}
