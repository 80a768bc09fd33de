/** How notes join: overlap or gap to the next, and how much of its time each sounds. */
import type { Unit, Estimate } from '../measure'
import type { Measure, MeasureName } from './measure'
import type { Run } from './lines'
import { meanEstimate, meanOf, sdEstimate } from '../measure'

/** Pairs below which nothing is said. */
const PAIRS_LEAST = 6

/**
 * Overlap: from the next onset to the release, below 0 where there is a gap (key overlap time; B. H. Repp, JASA 97,
 * 1995), of all notes and of those asked to be joined. Sounding share: length over the interval to the next onset.
 */
export function joining(runs: readonly Run[]): readonly Measure[] {
  const pairs = runs.flatMap(({ onsets }) =>
    onsets.slice(1).flatMap((next, i) => {
      const note = onsets[i]?.note
      if (!note || note.played.midi === next.note.played.midi) return []
      const { onMs, offMs } = note.played
      const share = (offMs - onMs) / (next.onMs - onMs)
      return [{ overlap: offMs - next.onMs, share, joined: note.asked.joined }]
    }),
  )
  const overlaps = pairs.map((p) => p.overlap)
  const joined = pairs.filter((p) => p.joined).map((p) => p.overlap)
  const mean = meanOf(overlaps)
  const about = (xs: readonly number[]) => xs.map((x) => x - mean)
  return [
    ...told('overlap', 'ms', overlaps, meanEstimate),
    ...told('overlap-spread', 'ms', overlaps, (xs) => sdEstimate(about(xs), 1)),
    ...told('joined-overlap', 'ms', joined, meanEstimate),
    ...told(
      'sounding-share',
      'share',
      pairs.map((p) => p.share),
      meanEstimate,
    ),
  ]
}

function told(
  name: MeasureName,
  unit: Unit,
  values: readonly number[],
  estimate: (values: readonly number[]) => Estimate,
): readonly Measure[] {
  return values.length < PAIRS_LEAST
    ? []
    : [{ name, unit, count: values.length, ...estimate(values) }]
}
