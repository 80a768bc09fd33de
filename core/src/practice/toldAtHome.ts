/** What goes home with the exercises besides their own words: how to be there, how long it takes, what may wait. */
import type { Knowledge } from '../packs'
import type { CaseState } from '../record'
import type { LadderRung } from '../remedy'

/** Points of the set-up that are read before the first note; more are not read. */
const POINTS_MOST = 3

/** What is said once, over the whole sheet. */
export interface ToldAtHome {
  /** How to sit, stand and hold before the first note, as questions to oneself. */
  readonly before: readonly string[]
  /** How long one thing takes, and what may wait so long; common practice, no source. */
  readonly patience: string
  /** Whatever is played: when to stop, and whom to tell. */
  readonly caution: string
  /** While something stops the playing. */
  readonly rest: string
}

const CAUTION = {
  child: 'If anything hurts, tingles or goes to sleep: stop. Tell a grown-up and your teacher.',
  adult:
    'If anything hurts, tingles or goes numb: stop, do not play through it, and tell your teacher. If it stays, see a doctor.',
}

const REST = {
  child: 'Rest until your teacher says so. If it stays, a grown-up goes to the doctor with you.',
  adult:
    'Rest until it is gone or has been looked at. If it comes back or stays, see a doctor or physiotherapist.',
}

/** For this instrument and age. */
export function toldAtHome(knowledge: Knowledge, child: boolean): ToldAtHome {
  return {
    before: knowledge.setup
      .filter((p) => p.parts.length > 0 && p.number === null)
      .slice(0, POINTS_MOST)
      .map((p) => p.ask),
    patience: child
      ? 'One thing takes some weeks. That is how long it takes everybody. While it is new, fast and loud can wait.'
      : 'A few weeks are usual for one thing, and days on which nothing seems to change belong to them. While a movement is new, tempo and loudness are let be on purpose.',
    caution: CAUTION[child ? 'child' : 'adult'],
    rest: REST[child ? 'child' : 'adult'],
  }
}

/** What the fault's remedy is after, to be listened and felt for; null where the knowledge has it no more. */
export function aimOf(state: CaseState, knowledge: Knowledge): string | null {
  return knowledge.remedies.find((r) => r.id === state.ladder?.remedy)?.aim ?? null
}

/** The rung as it is done at home, where nobody sits beside the student. */
export function homeInstruction(rung: LadderRung): string {
  return rung.alone ?? rung.instruction
}
