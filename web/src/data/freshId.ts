/** New ids, on any page: also where the browser gives none because the line is not encrypted. */
import type { ActId, CaseId, LessonId, StudentId } from '@vein-mend/core/kit'

const BYTES = 16

/** A random id; the server knows a repeated request by it. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(BYTES))
  return [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}

export const freshAct = () => freshId() as ActId
export const freshLesson = () => freshId() as LessonId
export const freshCase = () => freshId() as CaseId
export const freshStudent = () => freshId() as StudentId
