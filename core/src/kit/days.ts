/** Calendar arithmetic on plain days. */
import type { IsoDate } from './brand'

/** Milliseconds in a day; days here have no time zone and so no summer time. */
const DAY_MS = 86_400_000

const DAY_PATTERN = /^\d{4}-\d{2}-\d{2}$/

/** Years in which something can be noted: those of people who are or will be taught. */
const YEARS = { first: '1900', last: '2199' } as const

/** The day named by the text, or null when it names none (2026-02-30 is none, nor is one of the year 202). */
export function parseDay(text: string): IsoDate | null {
  if (!DAY_PATTERN.test(text)) return null
  const year = text.slice(0, 4)
  if (year < YEARS.first || year > YEARS.last) return null
  const time = Date.parse(`${text}T00:00:00Z`)
  if (Number.isNaN(time) || new Date(time).toISOString().slice(0, 10) !== text) return null
  return text as IsoDate
}

/** Days worked out lately, both ways: a long record asks for the same few thousand again and again. */
const NUMBERS = new Map<IsoDate, number>()
const NAMES = new Map<number, IsoDate>()
/** Forty years of days, and then some. */
const REMEMBERED_MOST = 20_000

/** Days since 1970-01-01. @throws RangeError when the day is no real day */
function toNumber(day: IsoDate): number {
  const known = NUMBERS.get(day)
  if (known !== undefined) return known
  const time = Date.parse(`${day}T00:00:00Z`)
  if (Number.isNaN(time)) throw new RangeError(`no such day: ${day}`)
  const number = Math.round(time / DAY_MS)
  if (NUMBERS.size >= REMEMBERED_MOST) NUMBERS.clear()
  NUMBERS.set(day, number)
  return number
}

function toDay(number: number): IsoDate {
  const known = NAMES.get(number)
  if (known !== undefined) return known
  const day = new Date(number * DAY_MS).toISOString().slice(0, 10) as IsoDate
  if (NAMES.size >= REMEMBERED_MOST) NAMES.clear()
  NAMES.set(number, day)
  return day
}

/** The day so many days later (earlier when negative). */
export function addDays(day: IsoDate, days: number): IsoDate {
  return toDay(toNumber(day) + days)
}

/** Days from the first to the second; negative when the second is earlier. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return toNumber(to) - toNumber(from)
}

/** Monday 0 … Sunday 6. */
export function weekdayOf(day: IsoDate): number {
  // The first of 1970 was a Thursday.
  return (((toNumber(day) + 3) % 7) + 7) % 7
}
