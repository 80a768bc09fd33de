/** From which value on a measure tells of something; within its interval nobody can say. */
import type { Estimate } from './spread'

/** On which side of a threshold something is told; `beyond` is either, by the size of the value. */
export const SIDES = ['over', 'under', 'beyond'] as const
export type Side = (typeof SIDES)[number]

/** A threshold: the value, and on which side of it something is told. */
export interface Threshold<Name extends string = string> {
  readonly measure: Name
  readonly side: Side
  readonly at: number
}

/** The measure turned so that more of it tells: its value and bounds, and the threshold with it. */
export function turned(
  { value, low, high }: Estimate,
  { side, at }: Pick<Threshold, 'side' | 'at'>,
) {
  switch (side) {
    case 'over':
      return { value, low, high, at }
    case 'under':
      return { value: -value, low: -high, high: -low, at: -at }
    case 'beyond': {
      const nearest = low > 0 ? low : high < 0 ? -high : 0
      const furthest = Math.max(Math.abs(low), Math.abs(high))
      return { value: Math.abs(value), low: nearest, high: furthest, at }
    }
  }
}

/** Whether the whole interval lies beyond the threshold; within it nothing is told either way. */
export function isTold(measure: Estimate, threshold: Pick<Threshold, 'side' | 'at'>): boolean {
  const { low, at } = turned(measure, threshold)
  return low > at
}

/** Whether the whole interval lies short of the threshold: the sign is surely not there. */
export function isClear(measure: Estimate, threshold: Pick<Threshold, 'side' | 'at'>): boolean {
  const { high, at } = turned(measure, threshold)
  return high < at
}
