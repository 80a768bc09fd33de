/** What happens where the thumb passes: rush before it, waiting at it, a heavy thumb. */
import { passesUnder } from './asked'
import type { Measure } from './measure'
import type { Run } from './lines'
import { differenceEstimate, fitBeats, meanOf } from '../measure'
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
  readonly way: string
}

function stepsOf(run: Run, name: number): readonly Step[] {
  const at = crossingsOf(run)
  const rushed = new Set(at.flatMap((i) => [i - 1, i - RUSHED]))
  return run.onsets.slice(1).map((to, k) => {
    const from = run.onsets[k] ?? to
    const i = k + 1
    const kind = at.includes(i) ? 'wait' : rushed.has(i) ? 'rush' : 'usual'
    const way = `${name} ${directionAt(run, i)}`
    return { ms: to.onMs - from.onMs, beats: to.beat - from.beat, kind, way }
  })
}

/** Usual intervals of a way below which nobody knows what is usual there. */
const USUAL_LEAST = 2

/**
 * By which share the intervals before a crossing, and at it, are shorter or longer than the others of the same way of the
 * same run: whoever plays more slowly on the way down, or rests at the top, rushes before no crossing on the way up. All
 * of it is fitted together, under an inner clock that wanders and fingers that do not; see `fitBeats`.
 */
export function crossings(runs: readonly Run[]): readonly Measure[] {
  const count = runs.reduce((sum, run) => sum + crossingsOf(run).length, 0)
  if (count < CROSSINGS_LEAST) return []
  const rows = runs.map(stepsOf)
  const all = rows.flat()
  const ways = [...new Set(all.map((s) => s.way))]
  const crossed = ways.filter((way) => all.some((s) => s.way === way && s.kind === 'wait'))
  const isKnown = (way: string) =>
    all.filter((s) => s.way === way && s.kind === 'usual').length >= USUAL_LEAST
  if (!crossed.every(isKnown)) return []
  const is = (yes: boolean, step: Step) => (yes ? step.beats : 0)
  const fitted = fitBeats(
    rows.map((steps) => ({
      ms: steps.map((s) => s.ms),
      beats: steps.map((s) => s.beats),
      columns: [
        ...ways.map((way) => steps.map((s) => is(s.way === way, s))),
        ...(['rush', 'wait'] as const).map((kind) => steps.map((s) => is(s.kind === kind, s))),
      ],
    })),
  )
  const usual = meanOf(
    crossed.map((way) => fitted(ways.map((w) => (w === way ? 1 : 0)).concat(0, 0)).value),
  )
  const share = (rush: number, wait: number): Estimate => {
    const { value, low, high } = fitted([...ways.map(() => 0), rush, wait])
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
