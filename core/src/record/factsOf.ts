/** What is known of a student, in the shape that knowledge is applied to. */
import { schoolsFor } from '../packs'
import type { Knowledge, StudentFacts } from '../packs'
import type { StudentCard } from './card'

/** The card's facts, with the school that holds for every topic of the instrument. */
export function factsOf(card: StudentCard, knowledge: Knowledge): StudentFacts {
  const { stage, ageBand, flags, injured, equipment, schools } = card
  return { stage, ageBand, flags, injured, equipment, schools: schoolsFor(knowledge, schools) }
}
