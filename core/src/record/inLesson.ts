/** A change to one lesson of the record. */
import type { LessonId } from '../kit'
import type { LessonState, StudentRecord } from './state'

/** The record with the lesson changed; as it is when it has no such lesson. */
export function inLesson(
  record: StudentRecord,
  id: LessonId,
  change: (lesson: LessonState) => LessonState,
): StudentRecord {
  const { lessons } = record
  // The lesson that is held is the last one; a long record is not gone through from its beginning.
  const at = lessons.findLastIndex((l) => l.id === id)
  const lesson = lessons[at]
  return lesson ? { ...record, lessons: lessons.with(at, change(lesson)) } : record
}
