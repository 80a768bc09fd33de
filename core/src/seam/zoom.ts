/** Moving about in the seam: closer, wider, earlier, later. */
import { addDays, daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import type { SeamWindow } from './layoutSeam'

/** One lesson and the days around it, and three years. */
export const WINDOW_DAYS = { least: 7, most: 3 * 366 } as const

/** The same middle with so many days, within what can be shown. */
function around(window: SeamWindow, days: number): SeamWindow {
  const most = Math.max(WINDOW_DAYS.most, daysBetween(window.from, window.to))
  const wanted = Math.min(most, Math.max(WINDOW_DAYS.least, Math.round(days)))
  const middle = addDays(window.from, Math.floor(daysBetween(window.from, window.to) / 2))
  const from = addDays(middle, -Math.floor(wanted / 2))
  return { from, to: addDays(from, wanted) }
}

/** Half as many days for a factor of 0.5, twice as many for 2. */
export function zoomed(window: SeamWindow, factor: number): SeamWindow {
  return around(window, daysBetween(window.from, window.to) * factor)
}

/** Moved by a share of its own days; later when positive. */
export function moved(window: SeamWindow, share: number): SeamWindow {
  const days = Math.round(daysBetween(window.from, window.to) * share)
  return { from: addDays(window.from, days), to: addDays(window.to, days) }
}

/** The last so many days up to a day. */
export function lastDays(to: IsoDate, days: number): SeamWindow {
  return { from: addDays(to, -days), to }
}
