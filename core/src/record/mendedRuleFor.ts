/** The mended rule as it stands for one fault of a record. */
import { mendedRule } from '../mending'
import type { LessonLooks, MendedRule } from '../mending'
import type { CaseState, StudentRecord } from './state'

/** The looks of a case lesson by lesson, from the one it was settled in. */
export function looksByLesson(record: StudentRecord, state: CaseState): readonly LessonLooks[] {
  const from = record.lessons.findIndex((l) => l.id === state.settledOn)
  return record.lessons.slice(Math.max(0, from)).map((l) => ({
    lesson: l.id,
    looks: state.looks.filter((look) => look.lesson === l.id),
  }))
}

/**
 * The mended rule for a case as it stands. The present lesson only counts once it was looked at, so that
 * opening a lesson does not break the row.
 */
export function ruleFor(record: StudentRecord, state: CaseState): MendedRule {
  const lessons = looksByLesson(record, state)
  const last = lessons.at(-1)
  return mendedRule(state.belief, last?.looks.length === 0 ? lessons.slice(0, -1) : lessons)
}
