/** Turns a settled fault's remedy into the rungs this student will climb. */
import type { Exercise, ExerciseSpec, InstrumentSound } from '../music'
import type {
  Avoid,
  BodyPart,
  Condition,
  Dose,
  HealthFlag,
  Knowledge,
  PassRule,
  Remedy,
  Rung,
  Stage,
  Strain,
  StudentFacts,
  Way,
} from '../packs'
import { againstStrain } from '../packs'
import { carefulDose, carefulForce, carefulPiece, carefulWords } from './careful'

/** A rung as it is kept on record: whole, so that it can be read when the pack has moved on. */
export interface LadderRung {
  readonly id: string
  readonly name: string
  readonly instruction: string
  /** How it is done at home, where the instruction speaks of a second person. */
  readonly alone?: string
  /** Practised in the same sitting as the rung before it, after that. */
  readonly together?: boolean
  readonly way: Way
  readonly condition: Condition
  readonly dose: Dose
  readonly pass: PassRule
  /** How its notes are made. */
  readonly notes?: ExerciseSpec
  /** Notes of the student's own: a passage of a piece. */
  readonly own?: Exercise
}

/** What about the student speaks against a rung: a health flag or the stage. */
export type Against = HealthFlag | Stage

/** A rung this student does not get, and why. */
export interface LeftOutRung {
  readonly name: string
  readonly against: Against
  readonly why: string
  /** What the student does in its place; null when it is only left out. */
  readonly instead: string | null
}

/** The rungs for a student, or why there are none. */
export type LadderPlan =
  | {
      readonly ok: true
      readonly rungs: readonly LadderRung[]
      readonly leftOut: readonly LeftOutRung[]
      /** Schools whose rungs are in it. */
      readonly schools: readonly string[]
    }
  /** The remedy is not for this student now. */
  | { readonly ok: false; readonly reason: 'pain'; readonly part: BodyPart }
  | { readonly ok: false; readonly reason: 'flag'; readonly against: Against; readonly why: string }
  | { readonly ok: false; readonly reason: 'nothing-left' }

function firstReason(
  { avoid, strain = [] }: { readonly avoid: Avoid; readonly strain?: readonly Strain[] },
  facts: StudentFacts,
): { against: Against; why: string } | null {
  for (const against of [...facts.flags, facts.stage]) {
    const why = avoid[against]
    if (why !== undefined) return { against, why }
  }
  return againstStrain(strain, facts)
}

/** What is done instead has the rung's notes only where the pack says so: words and notes never disagree. */
function notesInstead({ notes, insteadNotes }: Rung): ExerciseSpec | undefined {
  return insteadNotes === 'same' ? notes : insteadNotes
}

function strip(rung: Rung, isInstead: boolean): LadderRung {
  const { id, name, way, condition, dose, pass, alone, together } = rung
  const instruction = isInstead ? (rung.instead ?? rung.instruction) : rung.instruction
  const notes = isInstead ? notesInstead(rung) : rung.notes
  // What is done instead is done alone as well.
  const home = alone !== undefined && !isInstead ? { alone } : {}
  return {
    id,
    name,
    instruction,
    ...home,
    ...(together === true ? { together } : {}),
    way,
    condition,
    dose,
    pass,
    ...(notes ? { notes } : {}),
  }
}

function carefulSaid(rung: LadderRung, sound: InstrumentSound, facts: StudentFacts) {
  return rung.notes ? carefulWords(rung.notes, sound, facts) : carefulPiece(rung, sound, facts)
}

/** The rung with what must be known of the student in its dose and its words; its notes follow by the same rule. */
function withCare(
  rung: LadderRung,
  { does, loads }: Rung,
  facts: StudentFacts,
  { sound, playing }: Pick<Knowledge, 'sound' | 'playing'>,
): LadderRung {
  const done = { ...rung, ...(does ? { does } : {}) }
  const { dose, words } = carefulDose(done, loads, facts)
  const said = sound
    ? [...carefulSaid(rung, sound, facts), ...carefulForce(done, playing, sound, facts)]
    : []
  const more = [...said, ...words]
  if (more.length === 0) return rung
  const add = (text: string) => [text, ...more].join(' ')
  const alone = rung.alone === undefined ? {} : { alone: add(rung.alone) }
  return { ...rung, dose, instruction: add(rung.instruction), ...alone }
}

/** Schools of rungs that a ladder was built with and the student no longer follows; empty when it is up to date. */
export function schoolsLeft(
  remedy: Remedy,
  rungs: readonly Pick<LadderRung, 'id'>[],
  facts: Pick<StudentFacts, 'schools'>,
): readonly string[] {
  const held = Object.values(facts.schools)
  const built = remedy.rungs.flatMap(({ id, school }) =>
    school !== undefined && rungs.some((r) => r.id === id) ? [school] : [],
  )
  return [...new Set(built)].filter((school) => !held.includes(school))
}

/**
 * Rungs of the remedy for this student, easiest first. Rungs of another school are passed over; rungs a
 * health flag or the stage speaks against are exchanged for what the pack gives in their place, or left
 * out, with the reason; and a remedy that loads a painful part is refused: pain is for licensed practice,
 * not for a ladder. What must be known of the student changes every rung by rule, its words and its notes.
 */
export function buildLadder(
  remedy: Remedy,
  facts: StudentFacts,
  painful: readonly BodyPart[],
  knowledge: Pick<Knowledge, 'sound' | 'playing'> = { sound: null, playing: [] },
): LadderPlan {
  const part = remedy.loads.find((p) => painful.includes(p))
  if (part !== undefined) return { ok: false, reason: 'pain', part }
  const whole = firstReason(remedy, facts)
  if (whole) return { ok: false, reason: 'flag', ...whole }
  const held = Object.values(facts.schools)
  const leftOut: LeftOutRung[] = []
  const rungs: LadderRung[] = []
  const schools = new Set<string>()
  for (const rung of remedy.rungs) {
    if (rung.school !== undefined && !held.includes(rung.school)) continue
    const reason = firstReason(rung, facts)
    if (reason) leftOut.push({ name: rung.name, ...reason, instead: rung.instead ?? null })
    if (!reason || rung.instead !== undefined) {
      rungs.push(withCare(strip(rung, reason !== null), rung, facts, knowledge))
      if (rung.school !== undefined) schools.add(rung.school)
    }
  }
  if (rungs.length === 0) return { ok: false, reason: 'nothing-left' }
  return { ok: true, rungs, leftOut, schools: [...schools] }
}
