/** A take that is to count for something: it has to be there, and counts once. */
import { refuse } from '../refusal'
import type { RecordRefusal } from '../refusal'
import type { StudentRecord } from '../state'

/** Why the take cannot count; null when it can, or when nothing was measured. `counted` are those that have. */
export function refuseTake(
  take: string | undefined,
  record: StudentRecord,
  counted: readonly (string | undefined)[],
): RecordRefusal | null {
  if (take === undefined) return null
  if (!record.takes.some((t) => t.hash === take)) return refuse('unknown_take', 'take')
  return counted.includes(take) ? refuse('take_counted_already', 'take') : null
}
