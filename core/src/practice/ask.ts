/** What is asked of a student's week at home, out of the record. */
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import type { Knowledge } from '../packs'
import type { HandBalance, StudentRecord } from '../record'
import { practiceItems } from './items'
import type { PracticeItem } from './items'
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

/**
 * The balance of the hands: only where each has work of its own is there one to keep, and while anything of it
 * is new it is once and once. Common practice.
 */
function balanceOf(hands: HandBalance, items: readonly PracticeItem[]): number | null {
  const oneHanded = items.filter((item) => item.hand !== null)
  const both = new Set(oneHanded.map((item) => item.hand)).size === 2
  if (!both || hands === 'as-it-comes') return null
  return oneHanded.some((item) => item.isNew) ? 1 : hands
}

/** The ask of the week from that Monday; `more` minutes are added to every day that has any. */
export function weekAsk(
  record: StudentRecord,
  knowledge: Knowledge,
  monday: IsoDate,
  more = 0,
): WeekAsk {
  const items = practiceItems(record, knowledge)
  return {
    items,
    minutes: minutesOf(record, monday).map((m) => (m > 0 ? m + more : 0)),
    newPerDay: NEW_PER_DAY,
    pins: record.home.pins
      .filter((p) => p.week === monday)
      .map(({ item, day, on }) => ({ item, day, on })),
    eve: eveOf(record, monday),
    first: record.home.wishes.first,
    group: record.home.wishes.group,
    leftToRight: balanceOf(record.home.wishes.hands, items),
  }
}
