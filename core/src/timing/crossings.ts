/** What happens where the thumb passes: rush before it, waiting at it, a heavy thumb. */
import { passesUnder } from './asked'
import type { Measure } from './measure'
import { intervalsOf } from './evenness'
import type { Run } from './lines'
import { differenceEstimate, meanEstimate, medianOf } from '../measure'

const THUMB = 1
/** Intervals before the last note ahead of the thumb in which the rush is heard; common practice. */
const RUSHED = 2
/** Crossings below which nothing is said. */
const CROSSINGS_LEAST = 3
/** Thumb notes below which no accent is told. */
const THUMBS_LEAST = 4

/** Places of the notes on which the thumb passes under, with room before them to rush in. */
function crossingsOf({ onsets }: Run): readonly number[] {
  return onsets.flatMap((onset, i) => {
    const before = onsets[i - 1]
    if (!before || i <= RUSHED) return []
    return passesUnder(onset.note.asked, before.note.asked) ? [i] : []
  })
}

/** Means of the intervals before, and at, each crossing, as shares above or below the run's usual one. */
export function crossings(runs: readonly Run[]): readonly Measure[] {
  const rushes: number[] = []
  const waits: number[] = []
  for (const run of runs) {
    const intervals = intervalsOf(run)
    const at = crossingsOf(run)
    const near = new Set(at.flatMap((i) => [i - 1, i - 2, i - 3]))
    const usual = medianOf(intervals.filter((_, i) => !near.has(i)))
    for (const i of at) {
      const before = intervals.slice(i - 1 - RUSHED, i - 1)
      rushes.push(before.reduce((a, b) => a + b, 0) / before.length / usual - 1)
      waits.push((intervals[i - 1] ?? usual) / usual - 1)
    }
  }
  if (rushes.length < CROSSINGS_LEAST) return []
  const about = { unit: 'share', count: rushes.length } as const
  return [
    { name: 'rush-before-crossing', ...about, ...meanEstimate(rushes) },
    { name: 'wait-at-crossing', ...about, ...meanEstimate(waits) },
  ]
}

/** Velocity of the thumb's notes above that of the others; nothing of a keyboard that gives all notes the same. */
export function thumbAccent(runs: readonly Run[]): readonly Measure[] {
  const notes = runs.flatMap((r) => r.onsets).filter((o) => o.note.asked.finger !== null)
  const of = (thumb: boolean) =>
    notes
      .filter((o) => (o.note.asked.finger === THUMB) === thumb)
      .map((o) => o.note.played.velocity)
  const [thumbs, others] = [of(true), of(false)]
  if (new Set([...thumbs, ...others]).size === 1) return []
  if (thumbs.length < THUMBS_LEAST || others.length < THUMBS_LEAST) return []
  const count = notes.length
  return [{ name: 'thumb-accent', unit: 'velocity', count, ...differenceEstimate(thumbs, others) }]
}
