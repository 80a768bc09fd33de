/** What happens where the thumb passes: rush before it, waiting at it, a heavy thumb. */
import { passesUnder } from './asked'
import type { Measure } from './measure'
import type { Run } from './lines'
import { differenceEstimate, fitBeats } from '../measure'
import type { Estimate } from '../measure'

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

/** Whether the note of that place lies above the one before it: 1, below: -1, or is the same: 0. */
function directionAt({ onsets }: Run, i: number): number {
  return Math.sign((onsets[i]?.note.asked.midi ?? 0) - (onsets[i - 1]?.note.asked.midi ?? 0))
}

/** What an interval of a run is: just before a crossing, at one, or as usual; and which way it goes. */
interface Step {
  readonly ms: number
  readonly beats: number
  readonly kind: 'rush' | 'wait' | 'usual'
  readonly way: number
}

/** A run with crossings, interval by interval. */
interface Crossed {
  readonly steps: readonly Step[]
  readonly ways: readonly number[]
  readonly count: number
}

/** Usual intervals of a way below which nobody knows what is usual there. */
const USUAL_LEAST = 2

/** Null for a run without a crossing, or in whose crossings' way nobody knows what is usual. */
function crossedRun(run: Run): Crossed | null {
  const at = new Set(crossingsOf(run))
  if (at.size === 0) return null
  const rushed = new Set([...at].flatMap((i) => [i - 1, i - RUSHED]))
  const steps = run.onsets.slice(1).map((to, k): Step => {
    const from = run.onsets[k] ?? to
    const i = k + 1
    const kind = at.has(i) ? 'wait' : rushed.has(i) ? 'rush' : 'usual'
    return { ms: to.onMs - from.onMs, beats: to.beat - from.beat, kind, way: directionAt(run, i) }
  })
  const ways = [...new Set(steps.map((s) => s.way))]
  const of = (way: number, kind: Step['kind']) =>
    steps.filter((s) => s.way === way && s.kind === kind).length
  const isKnown = (way: number) => of(way, 'wait') === 0 || of(way, 'usual') >= USUAL_LEAST
  return ways.every(isKnown) ? { steps, ways, count: at.size } : null
}

/** Milliseconds to a beat in the usual intervals of the ways that have crossings. */
function usualBeatMs(runs: readonly Crossed[]): number {
  const usual = runs.flatMap(({ steps, ways }) => {
    const crossing = ways.filter((w) => steps.some((s) => s.way === w && s.kind === 'wait'))
    return steps.filter((s) => s.kind === 'usual' && crossing.includes(s.way))
  })
  const sum = (of: (s: Step) => number) => usual.reduce((all, s) => all + of(s), 0)
  return sum((s) => s.ms) / sum((s) => s.beats)
}

/**
 * By which share the intervals before a crossing, and at it, are shorter or longer than the others of the same way of the
 * same run: whoever plays more slowly on the way down, or rests at the top, rushes before no crossing on the way up. All
 * of it is fitted together, under an inner clock that wanders and fingers that do not; see `fitBeats`.
 */
export function crossings(runs: readonly Run[]): readonly Measure[] {
  const crossed = runs.flatMap((run) => crossedRun(run) ?? [])
  const count = crossed.reduce((sum, run) => sum + run.count, 0)
  if (count < CROSSINGS_LEAST) return []
  const where = (steps: readonly Step[], is: (step: Step) => boolean) =>
    steps.map((s) => (is(s) ? s.beats : 0))
  const usual = usualBeatMs(crossed)
  const fitted = fitBeats(
    crossed.map(({ steps, ways }) => ({
      // About what is usual: each way takes up the rest of its level.
      ms: steps.map((s) => s.ms - usual * s.beats),
      beats: steps.map((s) => s.beats),
      own: ways.map((way) => where(steps, (s) => s.way === way)),
      shared: (['rush', 'wait'] as const).map((kind) => where(steps, (s) => s.kind === kind)),
    })),
  )
  const share = (rush: number, wait: number): Estimate => {
    const { value, low, high } = fitted([rush, wait])
    return { value: value / usual, low: low / usual, high: high / usual }
  }
  const about = { unit: 'share', count } as const
  return [
    { name: 'rush-before-crossing', ...about, ...share(1, 0) },
    { name: 'wait-at-crossing', ...about, ...share(0, 1) },
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
