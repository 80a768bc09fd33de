/** Which points of the set-up ask to be looked at again, and what they were last time. */
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import type { Knowledge, SetupPoint } from '../packs'
import type { Place, FoundSetup, StudentRecord } from '../record'

/** Weeks after which a growing student's seat, straps and sizes are fitted anew; common practice, no source. */
const REFIT_WEEKS = { growing: 8, child: 12, teen: 16 } as const

/** A point of the set-up to look at, and why now. */
export interface DuePoint {
  readonly point: SetupPoint
  /** `never`: not looked at yet in the studio; `grown`: so many weeks ago, and the student grows; `wrong`: last time. */
  readonly why: 'never' | 'grown' | 'wrong'
  readonly weeks: number | null
}

/** The last set-up found at the place before the lesson named, or at all; null when there is none. */
export function lastSetup(
  record: StudentRecord,
  place: Place,
  before: string | null = null,
): FoundSetup | null {
  const lessons = record.lessons.filter((l) => l.id !== before)
  return lessons.flatMap((l) => l.setups).findLast((s) => s.place === place) ?? null
}

/** The last time a point was looked at or measured in the studio. */
function lastOf(record: StudentRecord, point: string): FoundSetup | null {
  return (
    record.lessons
      .flatMap((l) => l.setups)
      .findLast((s) => s.place === 'studio' && (point in s.points || point in s.numbers)) ?? null
  )
}

function refitWeeks(record: StudentRecord): number | null {
  if (record.card.flags.includes('growing')) return REFIT_WEEKS.growing
  return record.card.ageBand === 'adult' ? null : REFIT_WEEKS[record.card.ageBand]
}

/** Points to look at before sound, in the pack's order; empty when all is well and of late. */
export function setupDue(
  record: StudentRecord,
  knowledge: Knowledge,
  today: IsoDate,
): readonly DuePoint[] {
  const refit = refitWeeks(record)
  return knowledge.setup.flatMap((point): DuePoint[] => {
    const last = lastOf(record, point.id)
    if (!last) return point.parts.length === 0 ? [] : [{ point, why: 'never', weeks: null }]
    const weeks = Math.floor(daysBetween(last.date, today) / 7)
    if (last.points[point.id] === 'wrong') return [{ point, why: 'wrong', weeks }]
    return point.grows && refit !== null && weeks >= refit ? [{ point, why: 'grown', weeks }] : []
  })
}
