/** Wrong, missing and further notes, as counts of the take. */
import { shareDifference, wilson } from '../kit'
import type { Alignment, Matched } from './align'
import type { Measure, MeasureName } from './measure'

/** Notes of a take below which its halves are not compared. */
const HALVED_FROM = 16

/** Where each right note and each slip lies, counted in moments from the beginning, round after round. */
function placesOf({ matched, wrong, missing, extra, moments }: Alignment) {
  const byBeat = new Map(moments.map((m, i) => [m.beat, i]))
  const placeOf = ({ round, moment }: Matched) => round * moments.length + moment
  const heard = [...matched, ...wrong].sort((a, b) => a.played.onMs - b.played.onMs)
  let reached = 0
  // A note too many lies where the last one that was meant does.
  const added = extra.map(({ onMs }) => {
    while ((heard[reached + 1]?.played.onMs ?? Number.POSITIVE_INFINITY) <= onMs) reached += 1
    const last = heard[reached]
    return last ? placeOf(last) : 0
  })
  const left = missing.map((m) => m.round * moments.length + (byBeat.get(m.asked.beat) ?? 0))
  return { right: matched.map(placeOf), slipped: [...wrong.map(placeOf), ...left, ...added] }
}

/** By how much more often something slips in the second half of the take than in the first: a hand that tires slips later. */
function later(alignment: Alignment): readonly Measure[] {
  const { right, slipped } = placesOf(alignment)
  const all = [...right, ...slipped].sort((a, b) => a - b)
  const middle = all[all.length >> 1]
  if (middle === undefined || all.length < HALVED_FROM) return []
  const half = (second: boolean) => {
    const own = (places: readonly number[]) => places.filter((p) => p >= middle === second).length
    return wilson(own(slipped), own(slipped) + own(right))
  }
  const more = shareDifference(half(false), half(true))
  return [{ name: 'slips-later', unit: 'share', count: all.length, ...more }]
}

/** A count has no doubt of its own: what was played was played. */
export function slips(alignment: Alignment): readonly Measure[] {
  const { wrong, missing, extra } = alignment
  const counted = (name: MeasureName, value: number): Measure => ({
    name,
    unit: 'notes',
    value,
    low: value,
    high: value,
    count: value,
  })
  return [
    ...later(alignment),
    counted('wrong-notes', wrong.length),
    counted('missing-notes', missing.length),
    counted('extra-notes', extra.length),
  ]
}
