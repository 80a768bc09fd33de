/** Holidays, illness and absence: days without lessons. */
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import type { Break, CaseState } from './state'

type Days = Pick<Break, 'from' | 'to'>

/** The day itself, or the first after every break it falls into; breaks may touch or overlap. */
export function dayClearOf(day: IsoDate, breaks: readonly Days[]): IsoDate {
  const inside = breaks.find((b) => b.from <= day && day <= b.to)
  return inside ? dayClearOf(addDays(inside.to, 1), breaks) : day
}

/** A second look that falls into a break is taken in the first days after it. */
export function clearOfBreaks(state: CaseState, breaks: readonly Break[]): CaseState {
  const { status } = state
  if (status.state !== 'mended' || status.nextRecheck === null) return state
  const nextRecheck = dayClearOf(status.nextRecheck, breaks)
  return nextRecheck === status.nextRecheck
    ? state
    : { ...state, status: { ...status, nextRecheck } }
}
