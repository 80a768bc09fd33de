/** What a pack's remedies come to for one student, for tests that read them all. */
import type { BodyPart, HealthFlag, Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { buildLadder } from '@vein-mend/core/remedy'
import { PLAIN_FACTS } from './studio'

/** A plain student of whom one thing is known, and which parts were hurt before. */
export const factsWith = (flag: HealthFlag, injured: readonly BodyPart[] = []): StudentFacts => ({
  ...PLAIN_FACTS,
  flags: [flag],
  injured,
})

/** Every rung of every remedy, as this student gets it, with the remedy it is of. */
export function rungsFor(k: Knowledge, known: StudentFacts) {
  return k.remedies.flatMap((remedy) => {
    const plan = buildLadder(remedy, known, [], k)
    return plan.ok ? plan.rungs.map((rung) => ({ remedy, rung })) : []
  })
}
