/** Enumerates up to three concurrent faults of a group, and bounds what that leaves out. */
import type { Group, GroupItem, GroupSums, Keep } from './group'

/** Every set of at most three faults with its weight, where the exact sum is out of reach. */
export interface SmallSets {
  readonly width: number
  /** Three places for each set; `width` where there are fewer faults on. */
  readonly places: Int32Array
  readonly weight: Float64Array
  /** Weight of the sets that were dropped as negligible. */
  readonly pruned: number
}

/**
 * Share of the weight that may be dropped with the lightest sets: more where the marginals are exact anyway
 * and the sets only say how an absence moves them.
 */
export const NEGLIGIBLE = { alone: 1e-4, besideExact: 2e-3 } as const

function listPlaces(width: number): Int32Array {
  const none = width
  const places: number[] = [none, none, none]
  for (let a = 0; a < width; a++) {
    places.push(a, none, none)
    for (let b = a + 1; b < width; b++) {
      places.push(a, b, none)
      for (let c = b + 1; c < width; c++) places.push(a, b, c)
    }
  }
  return Int32Array.from(places)
}

/** The list depends on the width alone, and a pack asks for the same few widths again and again. */
const placesByWidth = new Map<number, Int32Array>()

function placesOf(width: number): Int32Array {
  const places = placesByWidth.get(width) ?? listPlaces(width)
  placesByWidth.set(width, places)
  return places
}

/** Factors by place, with a 1 behind them for "nobody". */
function withNobody(values: ArrayLike<number>): Float64Array {
  const padded = new Float64Array(values.length + 1).fill(1)
  padded.set(values)
  return padded
}

function multiplyByItem(sets: SmallSets, item: GroupItem): void {
  const { places, weight } = sets
  const keep = withNobody(item.keep)
  for (let s = 0, at = 0; s < weight.length; s++, at += 3) {
    const absent =
      item.leakKeep *
      (keep[places[at] as number] as number) *
      (keep[places[at + 1] as number] as number) *
      (keep[places[at + 2] as number] as number)
    weight[s] = (weight[s] as number) * (item.ifPresent + (item.ifAbsent - item.ifPresent) * absent)
  }
}

/** All sets of up to three faults that explain the evidence, with a bound on what was left out. */
export function smallSets(group: Group, negligible: number): SmallSets {
  const width = group.faults.length
  const places = placesOf(width)
  const odds = withNobody(group.prior.map((p) => p / (1 - p)))
  const off = group.prior.reduce((product, p) => product * (1 - p), 1)
  const weight = new Float64Array(places.length / 3)
  for (let s = 0, at = 0; s < weight.length; s++, at += 3) {
    weight[s] =
      off *
      (odds[places[at] as number] as number) *
      (odds[places[at + 1] as number] as number) *
      (odds[places[at + 2] as number] as number)
  }
  const sets = { width, places, weight, pruned: 0 }
  for (const item of group.items) multiplyByItem(sets, item)
  return withoutTheNegligible(sets, negligible)
}

/** Drops sets that hold next to nothing, so that valuing a check is quick; their weight is kept count of. */
function withoutTheNegligible({ width, places, weight }: SmallSets, negligible: number): SmallSets {
  const total = weight.reduce((sum, w) => sum + w, 0)
  const least = (total * negligible) / weight.length
  const kept: number[] = []
  weight.forEach((w, s) => {
    if (w > least) kept.push(s)
  })
  const keptWeight = Float64Array.from(kept, (s) => weight[s] as number)
  const keptPlaces = new Int32Array(kept.length * 3)
  kept.forEach((s, k) => keptPlaces.set(places.subarray(s * 3, s * 3 + 3), k * 3))
  const pruned = total - keptWeight.reduce((sum, w) => sum + w, 0)
  return { width, places: keptPlaces, weight: keptWeight, pruned: Math.max(0, pruned) }
}

/** The sums over the sets, thinned by an absence; not yet normalised. */
export function smallSetSums(
  { width, places, weight }: SmallSets,
  keeps: readonly Keep[],
  leakKeep: number,
): GroupSums {
  const factor = new Float64Array(width + 1).fill(1)
  for (const k of keeps) factor[k.place] = k.factor
  const withFault = new Float64Array(width + 1)
  let total = 0
  for (let s = 0, at = 0; s < weight.length; s++, at += 3) {
    const a = places[at] as number
    const b = places[at + 1] as number
    const c = places[at + 2] as number
    const w =
      leakKeep *
      (weight[s] as number) *
      (factor[a] as number) *
      (factor[b] as number) *
      (factor[c] as number)
    total += w
    withFault[a] = (withFault[a] as number) + w
    withFault[b] = (withFault[b] as number) + w
    withFault[c] = (withFault[c] as number) + w
  }
  return { total, withFault: withFault.subarray(0, width) }
}

/** Probability that more than three of independent faults are on. */
function moreThanThree(prior: Float64Array): number {
  let counts = [1, 0, 0, 0]
  for (const p of prior) {
    counts = counts.map((c, k) => c * (1 - p) + (k > 0 ? (counts[k - 1] ?? 0) * p : 0))
  }
  return Math.max(0, 1 - counts.reduce((a, b) => a + b, 0))
}

/**
 * Upper bound on the share of the evidence's probability that sets of four and more faults hold: their
 * prior probability times the likelihood none of them can pass.
 */
export function missedAtMost(group: Group, total: number, pruned: number): number {
  const everyone = (item: GroupItem) => item.keep.reduce((p, k) => p * k, item.leakKeep)
  const ceiling = group.items.reduce((product, item) => {
    const span = item.ifAbsent - item.ifPresent
    const none = item.ifPresent + span * item.leakKeep
    return product * Math.max(none, item.ifPresent + span * everyone(item))
  }, moreThanThree(group.prior))
  return (ceiling + pruned) / (total + ceiling + pruned)
}
