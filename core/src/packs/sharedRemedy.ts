/** Whether two faults that are hard to tell apart are at least mended by the same remedy. */
import type { Knowledge } from './knowledge'

/** Name of the first remedy both faults have; undefined when they share none. */
export function sharedRemedy(knowledge: Knowledge, a: string, b: string): string | undefined {
  const of = (id: string) => knowledge.faults.find((f) => f.id === id)?.remedies ?? []
  const shared = of(a).find((id) => of(b).includes(id))
  return knowledge.remedies.find((r) => r.id === shared)?.name
}
