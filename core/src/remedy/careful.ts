/**
 * What must be known of a student changes every rung of every pack, by rule and not by what its author thought of: notes
 * and words together. Common practice; the limits are from memory, no source, and on the careful side.
 */
import { midiOf } from '../music'
import type { Exercise, InstrumentSound, Line, Note } from '../music'
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

const spanOf = ({ pitches }: Note) => {
  const [low, high] = [pitches[0], pitches.at(-1)]
  return low === undefined || high === undefined ? 0 : midiOf(high) - midiOf(low)
}

/** The notes of a chord that lie within the span: from the top in the right hand, from the bottom in the left. */
function narrowed(note: Note, hand: Line['hand']): Note {
  if (spanOf(note) <= HAND_SPAN_MOST) return note
  const { pitches, fingers } = note
  const outer = hand === 'left' ? pitches[0] : pitches.at(-1)
  const kept = pitches.flatMap((p, i) =>
    outer !== undefined && Math.abs(midiOf(outer) - midiOf(p)) <= HAND_SPAN_MOST ? [i] : [],
  )
  const only = <T>(list: readonly T[]) => list.filter((_, i) => kept.includes(i))
  return { ...note, pitches: only(pitches), ...(fingers ? { fingers: only(fingers) } : {}) }
}

/** A note after which somebody breathes: what is slurred over it ends here. */
function breathing(note: Note, isSlurred: boolean): Note {
  const { slur, ...plain } = note
  const marks = [...(note.marks ?? []), 'breath'] as const
  // A slur of one note is none.
  if (slur === 'start') return { ...plain, marks }
  return isSlurred ? { ...plain, slur: 'end', marks } : { ...note, marks }
}

/** The first note after a breath taken within a slur: it begins what is left of it. */
function begun(note: Note): Note {
  const { slur, ...plain } = note
  return slur === 'end' ? plain : { ...plain, slur: 'start' }
}

/** A line with a breath wherever so many seconds have been blown; no slur goes over a breath. */
function withBreaths(notes: readonly Note[], tempo: number): readonly Note[] {
  const most = Math.floor((BREATH_SECONDS_MOST * tempo) / 60)
  const made: Note[] = []
  let blown = 0
  let slurred = false
  for (const written of notes) {
    const sounds = written.pitches.length > 0
    const last = made.at(-1)
    const breathes = sounds && blown > 0 && blown + written.beats > most && last !== undefined
    if (breathes) made[made.length - 1] = breathing(last, slurred)
    const note = breathes && slurred ? begun(written) : written
    if (breathes) blown = 0
    const isLong = sounds && note.beats > most
    if (isLong) made.push({ ...note, beats: most }, { pitches: [], beats: note.beats - most })
    else made.push(note)
    blown = !sounds || isLong || note.marks?.includes('breath') ? 0 : blown + note.beats
    if (written.slur) slurred = written.slur === 'start'
  }
  return made
}

const hasAny = (facts: Pick<StudentFacts, 'flags'>, flags: readonly HealthFlag[]) =>
  flags.some((flag) => facts.flags.includes(flag))

const isNarrow = (sound: InstrumentSound, facts: Pick<StudentFacts, 'flags'>) =>
  sound.family === 'keyboard' && hasAny(facts, NARROW)

const isShortOfBreath = (sound: InstrumentSound, facts: Pick<StudentFacts, 'flags'>) =>
  BLOWN.has(sound.family) && facts.flags.includes('dizzy-when-blowing')

/** The notes as this student may play them. */
export function carefulNotes(
  exercise: Exercise,
  sound: InstrumentSound,
  facts: Pick<StudentFacts, 'flags'>,
): Exercise {
  const narrow = isNarrow(sound, facts)
  const short = isShortOfBreath(sound, facts)
  if (!narrow && !short) return exercise
  const lines = exercise.lines.map((line) => {
    const notes = narrow ? line.notes.map((n) => narrowed(n, line.hand)) : line.notes
    return { ...line, notes: short ? withBreaths(notes, exercise.tempo) : notes }
  })
  return { ...exercise, lines }
}

const differ = (a: Exercise, b: Exercise) => JSON.stringify(a.lines) !== JSON.stringify(b.lines)

/** The notes of a rung: as they are made for this student, and for one of whom nothing needs to be known. */
export interface MadeBoth {
  readonly made: Exercise
  readonly plain: Exercise
}

/** What is said with a rung whose notes are other ones for this student; nothing where they are not. */
export function carefulWords(
  { made, plain }: MadeBoth,
  sound: InstrumentSound,
  facts: Pick<StudentFacts, 'flags'>,
): readonly string[] {
  const notes = made.lines.flatMap((l) => l.notes)
  const isWide = isNarrow(sound, facts) && notes.some((n) => spanOf(n) > HAND_SPAN_MOST)
  const isLong = isShortOfBreath(sound, facts) && differ(carefulNotes(made, sound, facts), made)
  return [
    ...(isWide ? ['Nothing wider than a sixth: of a wider chord the outer note.'] : []),
    ...(differ(made, plain)
      ? ['Written for this hand: chords lie close, and roots are single.']
      : []),
    ...(isLong ? ['Breathe at every breath mark, and stop before it gets light.'] : []),
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
