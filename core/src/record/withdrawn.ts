/** Signs that were told by a take which, measured anew, no longer tells them. */
import { measureNow } from '../takes'
import type { NotedSign, StudentRecord } from './state'

/**
 * Whether the take a sign was measured in has been measured anew since, and the value is not had any more or lies
 * elsewhere, interval beside interval: then the sign counts for nothing until somebody hears it.
 */
export function isWithdrawn(
  { takes }: Pick<StudentRecord, 'takes'>,
  { measured }: Pick<NotedSign, 'measured'>,
): boolean {
  const then = measured?.measure
  const take = takes.find((t) => t.hash === measured?.hash)
  if (!then || !take || new Set(take.readings.map((r) => r.run)).size < 2) return false
  const now = measureNow(take, then.name)?.measure
  return now === undefined || now.low > then.high || now.high < then.low
}
