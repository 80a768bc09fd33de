/** Students by the day on which they come. */
import type { StudentListed } from '@vein-mend/contract'
import type { IsoDate } from '@vein-mend/core/kit'

/** Those who come on one day; no day for those with whom none is agreed, or whose lesson is open now. */
export interface ComingOn {
  readonly key: string
  readonly day: IsoDate | null
  readonly open: boolean
  readonly students: readonly StudentListed[]
}

/** In the order of the students, which is that of their lessons. */
export function daysOf(students: readonly StudentListed[]): readonly ComingOn[] {
  const days = new Map<string, StudentListed[]>()
  for (const student of students) {
    const key = student.openLesson !== null ? 'open' : (student.nextLesson ?? 'none')
    days.set(key, [...(days.get(key) ?? []), student])
  }
  return [...days].map(([key, own]) => ({
    key,
    day: key === 'open' || key === 'none' ? null : (own[0]?.nextLesson ?? null),
    open: key === 'open',
    students: own,
  }))
}
