/** Holidays, illness and absence: days without lessons. */
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import type { Break } from './state'

type Days = Pick<Break, 'from' | 'to'>

/** The day itself, or the first after every break it falls into; breaks may touch or overlap. */
export function dayClearOf(day: IsoDate, breaks: readonly Days[]): IsoDate {
  const inside = breaks.find((b) => b.from <= day && day <= b.to)
  return inside ? dayClearOf(addDays(inside.to, 1), breaks) : day
}
