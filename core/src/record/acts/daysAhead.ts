/** What is dated ahead of the day on which it is noted. */
import { daysBetween } from '../../kit'
import type { IsoDate } from '../../kit'
import { refuse } from '../refusal'

/** An act may be dated this far ahead, for a clock or a time zone that is off. */
export const DAYS_AHEAD_MOST = 1

/** What is done at home is noted on its day, or after. */
export function notAhead(act: { readonly date: IsoDate }, today: IsoDate) {
  const ahead = daysBetween(today, act.date) > DAYS_AHEAD_MOST
  return ahead ? refuse('day_in_future', 'date', { date: act.date }) : null
}

/** What is done at home may be told so many days late: a page that lay without a network for a summer. */
const DAYS_LATE_MOST = 120

/** What is done at home is told by home itself: not of a day ahead, nor of one long ago. */
export function lately(act: { readonly date: IsoDate }, today: IsoDate) {
  const long = daysBetween(act.date, today) > DAYS_LATE_MOST
  return long ? refuse('day_long_ago', 'date', { date: act.date }) : notAhead(act, today)
}
