/** Techniques that the last look found a student not ready for, by the signs of one fault. */
import type { IsoDate } from '../kit'
import type { Fault, Gate, GateNeed, Knowledge } from '../packs'
import { gateStates } from './gates'
import type { StudentRecord } from '../record'

/** A gate that is not open, and those of its needs that failed when last looked at and that the fault's signs speak of. */
export interface FailedGate {
  readonly gate: Gate
  readonly needs: readonly { readonly need: GateNeed; readonly date: IsoDate }[]
}

/**
 * Gates that a ladder against the fault comes before: shut, and by the last lesson in which the sign was looked for.
 * One that the teacher holds open is not among them; the teacher knows.
 */
export function gatesFailedBy(
  record: StudentRecord,
  knowledge: Knowledge,
  fault: Fault,
): readonly FailedGate[] {
  return gateStates(record, knowledge)
    .filter((g) => g.state !== 'open')
    .map(({ gate, needs }) => ({
      gate,
      needs: needs.flatMap(({ need, lessons }) => {
        const last = lessons.at(-1)
        const failed = last !== undefined && !last.good && need.without in fault.shows
        return failed ? [{ need, date: last.date }] : []
      }),
    }))
    .filter((g) => g.needs.length > 0)
}
