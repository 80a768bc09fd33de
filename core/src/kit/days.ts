/** Calendar arithmetic on plain days. */
import type { IsoDate } from './brand'

/** Milliseconds in a day; days here have no time zone and so no summer time. */
const DAY_MS = 86_400_000

const DAY_PATTERN = /^\d{4}-\d{2}-\d{2}$/

/** The day named by the text, or null when it names none (2026-02-30 is none). */
export function parseDay(text: string): IsoDate | null {
  if (!DAY_PATTERN.test(text)) return null
  const time = Date.parse(`${text}T00:00:00Z`)
  if (Number.isNaN(time) || new Date(time).toISOString().slice(0, 10) !== text) return null
  return text as IsoDate
}

/** @throws RangeError when the day is no real day */
function toTime(day: IsoDate): number {
  const time = Date.parse(`${day}T00:00:00Z`)
  if (Number.isNaN(time)) throw new RangeError(`no such day: ${day}`)
  return time
}

/** The day so many days later (earlier when negative). */
export function addDays(day: IsoDate, days: number): IsoDate {
  return new Date(toTime(day) + days * DAY_MS).toISOString().slice(0, 10) as IsoDate
}

/** Days from the first to the second; negative when the second is earlier. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return Math.round((toTime(to) - toTime(from)) / DAY_MS)
}

/** Monday 0 … Sunday 6. */
export function weekdayOf(day: IsoDate): number {
  return (new Date(toTime(day)).getUTCDay() + 6) % 7
}
