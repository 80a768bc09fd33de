/** Days as people say them. */
import { daysBetween } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import { format, parseISO } from 'date-fns'

/** Tue 24 Nov */
export function shortDay(day: IsoDate): string {
  return format(parseISO(day), 'EEE d MMM')
}

/** 24 November 2026 */
export function longDay(day: IsoDate): string {
  return format(parseISO(day), 'd MMMM yyyy')
}

/** `today`, `in 3 days`, `5 days ago`, beyond a month the day itself. */
export function nearDay(day: IsoDate, today: IsoDate): string {
  const days = daysBetween(today, day)
  if (days === 0) return 'today'
  if (days === 1) return 'tomorrow'
  if (days === -1) return 'yesterday'
  if (Math.abs(days) > 31) return longDay(day)
  return days > 0 ? `in ${days} days` : `${-days} days ago`
}
