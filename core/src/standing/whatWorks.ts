/** What already works, kept and said first ever after. */
import type { StudentRecord } from '../record'

/**
 * From the intake and every lesson since, each once: what has not been named for longest comes first, so that no
 * strength is said for ever and none is forgotten.
 */
export function whatWorks(record: StudentRecord): readonly string[] {
  const named = [...record.card.works, ...record.strengths.map((s) => s.words)]
  return named.filter((words, at) => named.lastIndexOf(words) === at)
}
