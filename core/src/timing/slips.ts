/** Wrong, missing and further notes, as counts of the take. */
import type { Alignment } from './align'
import type { Measure, MeasureName } from './measure'

/** A count has no doubt of its own: what was played was played. */
export function slips({ wrong, missing, extra }: Alignment): readonly Measure[] {
  const counted = (name: MeasureName, value: number): Measure => ({
    name,
    unit: 'notes',
    value,
    low: value,
    high: value,
    count: value,
  })
  return [
    counted('wrong-notes', wrong.length),
    counted('missing-notes', missing.length),
    counted('extra-notes', extra.length),
  ]
}
