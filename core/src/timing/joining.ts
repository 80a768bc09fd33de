/** How notes join: overlap or gap to the next, and how much of its time each sounds. */
import type { Unit, Estimate } from '../measure'
import type { Measure, MeasureName } from './measure'
import type { Run } from './lines'
import { meanEstimate, meanOf, sdEstimate } from '../measure'

/** Pairs below which nothing is said. */
const PAIRS_LEAST = 6

/** What is told of each pair of neighbours; a take has thousands. */
interface Pairs {
  readonly overlaps: number[]
  readonly joined: number[]
  readonly shares: number[]
}

function pairsOf(runs: readonly Run[]): Pairs {
  const pairs: Pairs = { overlaps: [], joined: [], shares: [] }
  for (const { onsets } of runs) {
    onsets.forEach(({ note: { played, asked } }, i) => {
      const next = onsets[i + 1]?.note.played
      // Under a pedal a finger may come up when it likes.
      if (!next || played.midi === next.midi || played.release !== undefined) return
      const overlap = played.offMs - next.onMs
      pairs.overlaps.push(overlap)
      pairs.shares.push((played.offMs - played.onMs) / (next.onMs - played.onMs))
      if (asked.joined) pairs.joined.push(overlap)
    })
  }
  return pairs
}

/**
 * Overlap: from the next onset to the release, below 0 where there is a gap (key overlap time; B. H. Repp, JASA 97,
 * 1995), of all notes and of those asked to be joined. Sounding share: length over the interval to the next onset.
 */
export function joining(runs: readonly Run[]): readonly Measure[] {
  const { overlaps, joined, shares } = pairsOf(runs)
  const mean = meanOf(overlaps)
  const about = (xs: readonly number[]) => xs.map((x) => x - mean)
  return [
    ...measureOfPairs('overlap', 'ms', overlaps, meanEstimate),
    ...measureOfPairs('overlap-spread', 'ms', overlaps, (xs) => sdEstimate(about(xs), 1)),
    ...measureOfPairs('joined-overlap', 'ms', joined, meanEstimate),
    ...measureOfPairs('sounding-share', 'share', shares, meanEstimate),
  ]
}

function measureOfPairs(
  name: MeasureName,
  unit: Unit,
  values: readonly number[],
  estimate: (values: readonly number[]) => Estimate,
): readonly Measure[] {
  return values.length < PAIRS_LEAST
    ? []
    : [{ name, unit, count: values.length, ...estimate(values) }]
}
