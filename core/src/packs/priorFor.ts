/** Fits a fault's prior to one student. */
import type { Fault, Likelier, StudentFacts } from './knowledge'
import { STAGES } from './vocabulary'

/** Whether every fact a factor asks for holds for the student. */
export function applies(likelier: Likelier, facts: StudentFacts): boolean {
  return Object.entries(likelier.when).every(([key, wanted]) => {
    if (key === 'age') return facts.ageBand === wanted
    if (key === 'flag') return facts.flags.some((flag) => flag === wanted)
    if (key === 'school') return Object.values(facts.schools).includes(wanted)
    return facts.equipment[key] === wanted
  })
}

/**
 * What is left of the odds before the technique is taught: it can be found and decided on all the same, and fills no
 * list. From memory, no source.
 */
const NOT_TAUGHT_YET = 0.25

/** Whether the technique is not taught to the student yet: its stage is to come, or the teacher holds its gate shut. */
export function isBeforeTaught(
  { taughtFrom, taughtWith }: Fault,
  { stage, shutGates = [] }: StudentFacts,
): boolean {
  if (taughtWith !== undefined && shutGates.includes(taughtWith)) return true
  return taughtFrom !== undefined && STAGES.indexOf(stage) < STAGES.indexOf(taughtFrom)
}

/**
 * Probability, in (0, 1), that a student with these facts has the fault before any sign is noted.
 * Factors multiply the odds, so that no prior can pass 1.
 */
export function priorFor(fault: Fault, facts: StudentFacts): number {
  const base = fault.prior[facts.stage]
  const taught = isBeforeTaught(fault, facts) ? NOT_TAUGHT_YET : 1
  const odds = fault.likelier
    .filter((l) => applies(l, facts))
    .reduce((product, l) => product * l.times, (taught * base) / (1 - base))
  return odds / (1 + odds)
}
