/** What is not to be forgotten in a studio, most pressing first, and who comes next. */
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import type { StudentSummary } from './summary'

/** Second looks are named from this many days ahead. */
const RECHECK_AHEAD_DAYS = 7

/** Something that must not be forgotten, and with whom. */
export type Due =
  | { readonly kind: 'hurt-at-home'; readonly name: string }
  | { readonly kind: 'pain' }
  | { readonly kind: 'recheck'; readonly on: IsoDate }
  | { readonly kind: 'stuck'; readonly name: string }

/** Everything due of one student. */
export function duesOf(student: StudentSummary, today: IsoDate): readonly Due[] {
  const { nextRecheck } = student
  const soon = nextRecheck !== null && daysBetween(today, nextRecheck) <= RECHECK_AHEAD_DAYS
  return [
    ...student.hurtAtHome.map((name) => ({ kind: 'hurt-at-home', name }) as const),
    ...(student.pain ? [{ kind: 'pain' } as const] : []),
    ...(soon ? [{ kind: 'recheck', on: nextRecheck } as const] : []),
    ...student.stuck.map((name) => ({ kind: 'stuck', name }) as const),
  ]
}

/** The less the sooner: pain, then second looks whose day has come, what is stuck, second looks to come. */
function urgency(due: Due, today: IsoDate): number {
  switch (due.kind) {
    case 'hurt-at-home':
      return 0
    case 'pain':
      return 1
    case 'recheck': {
      const days = daysBetween(today, due.on)
      return days <= 0 ? 2 : 4 + days
    }
    case 'stuck':
      return 3
  }
}

/** The dues of all students, most pressing first; those as pressing stay in the order of the students. */
export function duesOfAll<S extends StudentSummary>(
  students: readonly S[],
  today: IsoDate,
): readonly { readonly student: S; readonly due: Due }[] {
  return students
    .flatMap((student) => duesOf(student, today).map((due) => ({ student, due })))
    .sort((a, b) => urgency(a.due, today) - urgency(b.due, today))
}

/** Students in the order in which they come: a lesson still open, then the days agreed, then the rest. */
export function inOrderOfLessons<S extends StudentSummary>(students: readonly S[]): readonly S[] {
  const key = (s: S) => (s.openLesson !== null ? '' : (s.nextLesson ?? '9999'))
  return students.toSorted((a, b) => (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0))
}
