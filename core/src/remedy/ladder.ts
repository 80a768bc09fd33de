/** Turns a settled fault's remedy into the rungs this student will climb. */
import type {
  BodyPart,
  Condition,
  Dose,
  HealthFlag,
  PassRule,
  Remedy,
  Rung,
  StudentFacts,
  Way,
} from '../packs'

/** A rung as it is kept on record: whole, so that it can be read when the pack has moved on. */
export interface LadderRung {
  readonly id: string
  readonly name: string
  readonly instruction: string
  readonly way: Way
  readonly condition: Condition
  readonly dose: Dose
  readonly pass: PassRule
}

export interface LeftOutRung {
  readonly name: string
  readonly flag: HealthFlag
  readonly why: string
}

export type LadderPlan =
  | {
      readonly ok: true
      readonly rungs: readonly LadderRung[]
      readonly leftOut: readonly LeftOutRung[]
    }
  /** The remedy is not for this student now. */
  | { readonly ok: false; readonly reason: 'pain'; readonly part: BodyPart }
  | { readonly ok: false; readonly reason: 'flag'; readonly flag: HealthFlag; readonly why: string }
  | { readonly ok: false; readonly reason: 'nothing-left' }

function firstReason(
  avoid: Rung['avoid'],
  flags: readonly HealthFlag[],
): { flag: HealthFlag; why: string } | null {
  for (const flag of flags) {
    const why = avoid[flag]
    if (why !== undefined) return { flag, why }
  }
  return null
}

function strip(rung: Rung): LadderRung {
  const { id, name, instruction, way, condition, dose, pass } = rung
  return { id, name, instruction, way, condition, dose, pass }
}

/**
 * Rungs of the remedy for this student, easiest first. Rungs of another school are passed over, rungs a
 * health flag speaks against are left out with the reason, and a remedy that loads a painful part is
 * refused: pain is for licensed practice, not for a ladder.
 */
export function buildLadder(
  remedy: Remedy,
  facts: StudentFacts,
  painful: readonly BodyPart[],
): LadderPlan {
  const part = remedy.loads.find((p) => painful.includes(p))
  if (part !== undefined) return { ok: false, reason: 'pain', part }
  const whole = firstReason(remedy.avoid, facts.flags)
  if (whole) return { ok: false, reason: 'flag', ...whole }
  const schools = Object.values(facts.schools)
  const leftOut: LeftOutRung[] = []
  const rungs: LadderRung[] = []
  for (const rung of remedy.rungs) {
    if (rung.school !== undefined && !schools.includes(rung.school)) continue
    const reason = firstReason(rung.avoid, facts.flags)
    if (reason) leftOut.push({ name: rung.name, ...reason })
    else rungs.push(strip(rung))
  }
  return rungs.length === 0 ? { ok: false, reason: 'nothing-left' } : { ok: true, rungs, leftOut }
}
