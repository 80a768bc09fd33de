/** What is asked of a student's week at home, out of the record. */
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import type { StudentRecord } from '../record'
import { practiceItems } from './items'
import { DAYS, NEW_PER_DAY } from './programme'
import type { WeekAsk } from './programme'
import { returning } from './week'

/** Days without a lesson after which practice comes back gradually; common practice. */
const LONG_BREAK = 21

/** Minutes of the week's days; after a long break fewer at first. */
function minutesOf(record: StudentRecord, monday: IsoDate): readonly number[] {
  const { homeMinutes } = record.card
  const [before, last] = record.lessons.slice(-2)
  if (!before || !last || daysBetween(before.date, last.date) <= LONG_BREAK) return homeMinutes
  const since = daysBetween(last.date, monday)
  return since >= DAYS ? homeMinutes : returning(homeMinutes, since)
}

function eveOf(record: StudentRecord, monday: IsoDate): number | null {
  const next = record.lessons.at(-1)?.next ?? null
  if (next === null) return null
  const day = daysBetween(monday, next) - 1
  return day >= 0 && day < DAYS ? day : null
}

/** The ask of the week from that Monday; `more` minutes are added to every day that has any. */
export function weekAsk(record: StudentRecord, monday: IsoDate, more = 0): WeekAsk {
  const items = practiceItems(record)
  const oneHanded = new Set(items.flatMap((item) => item.hand ?? []))
  return {
    items,
    minutes: minutesOf(record, monday).map((m) => (m > 0 ? m + more : 0)),
    newPerDay: NEW_PER_DAY,
    pins: record.home.pins
      .filter((p) => p.week === monday)
      .map(({ item, day, on }) => ({ item, day, on })),
    eve: eveOf(record, monday),
    // Only where each hand has work of its own is there a balance to keep.
    leftToRight: oneHanded.size === 2 ? 1 : null,
  }
}
