/** What already works, kept and said first ever after. */
import type { StudentRecord } from './state'

/** From the intake and every lesson since, each once, oldest first. */
export function whatWorks(record: StudentRecord): readonly string[] {
  return [...new Set([...record.card.works, ...record.strengths.map((s) => s.words)])]
}
