/** One value read off a take, as acts keep it. */
import { isObject, number, object, optional, text } from '../../kit'
import type { Body } from '../actModule'
import { packId } from './fields'

const UNIT_MOST = 24
/** Far beyond anything that is measured of a take. */
export const VALUE = { least: -1e9, most: 1e9 } as const
const COUNT_MOST = 1e6

/** A value with its interval; every number of it is one. */
export const measureShape = object({
  name: packId,
  value: number(VALUE),
  low: number(VALUE),
  high: number(VALUE),
  unit: text(UNIT_MOST),
  count: optional(number({ least: 0, most: COUNT_MOST, whole: true })),
})

/**
 * Whether a measure as it was once kept has nothing where a number stood: what came out as no number was written so.
 * It is read as not measured.
 */
export function lacksNumber(measure: unknown): measure is Body {
  if (!isObject(measure)) return false
  const { value, low, high, count } = measure
  return [value, low, high, count].includes(null)
}
