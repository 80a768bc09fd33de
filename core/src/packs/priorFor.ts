/** Fits a fault's prior to one student. */
import type { Fault, Likelier, StudentFacts } from './knowledge'

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
 * Probability, in (0, 1), that a student with these facts has the fault before any sign is noted.
 * Factors multiply the odds, so that no prior can pass 1.
 */
export function priorFor(fault: Fault, facts: StudentFacts): number {
  const base = fault.prior[facts.stage]
  const odds = fault.likelier
    .filter((l) => applies(l, facts))
    .reduce((product, l) => product * l.times, base / (1 - base))
  return odds / (1 + odds)
}
