/** Copies of a studio by what a teacher knows of them. */
import { parseDay } from '@vein-mend/core/kit'
import { longDay } from './dates'

const DAY = /\d{4}-\d{2}-\d{2}/

/** The day of a copy, and how it came to be; the file's own name where it tells neither. */
export function copyName(name: string): string {
  const day = parseDay(DAY.exec(name)?.[0] ?? '')
  if (!day) return name
  if (name.startsWith('studio-by-hand')) return `${longDay(day)}, copied by hand`
  return name.startsWith('studio-put-aside') ? `${longDay(day)}, put aside then` : longDay(day)
}
