/** Parts the student has reported pain, numbness or dizziness in, and not yet reported better. */
import type { BodyPart } from '../packs'
import type { StudentRecord } from './state'

/** Painful parts as last reported; a sign noted as absent in a later lesson lifts its part. */
export function painfulParts(record: StudentRecord): readonly BodyPart[] {
  const last = new Map<string, BodyPart | null>()
  for (const lesson of record.lessons) {
    for (const sign of lesson.signs) {
      if (sign.stops) last.set(sign.finding, sign.strength === 'absent' ? null : sign.stops)
    }
  }
  return [...new Set([...last.values()].filter((part) => part !== null))]
}
