/** The shapes of a vein: ragged while it is a crack, smooth once it is a seam of gold. */
import type { CasePoint } from '../record'

/** A point of the picture. */
export type Place = readonly [x: number, y: number]

/** A vein from one lesson to the next. */
export interface Stretch {
  readonly state: CasePoint['state']
  readonly x1: number
  readonly x2: number
  readonly y: number
  /** Thickness at its beginning and at the next lesson, pixels. */
  readonly width: number
  readonly nextWidth: number
  readonly belief: number
  /** Day of its beginning, counted from any fixed day. */
  readonly firstDay: number
}

/** Pixels between the corners of a crack; enough to look like one. */
const CORNER_PIXELS = 7
/** How far a crack strays from its line at full strength, as a share of the lane. */
const STRAY_SHARE = 0.17
/** Corners over which the slow wander of a crack turns. */
const WANDER_CORNERS = 5
/** What the quick jags have of it; a crack wanders more than it shakes. */
const JAG_SHARE = 0.4

/** How uneven its thickness is: little, since thickness says something. */
const UNEVEN_SHARE = 0.12

/** A fixed wobble in [-1, 1] for a place on a vein: the same record always cracks the same way. */
function wobble(seed: number, i: number): number {
  const s = Math.sin(seed * 12.9898 + i * 78.233) * 43758.5453
  return 2 * (s - Math.floor(s)) - 1
}

function strayOf(stretch: Stretch, lane: number): number {
  const healed = stretch.state === 'healing' || stretch.state === 'resting'
  return lane * STRAY_SHARE * (healed ? 1 - 0.7 * stretch.belief : 1)
}

/** Slow wander with jags on it, in [-1, 1]: a crack in a glaze, not a wave. */
function wander(seed: number, corner: number): number {
  const turn = Math.floor(corner / WANDER_CORNERS)
  const share = corner / WANDER_CORNERS - turn
  const [a, b] = [wobble(seed, turn), wobble(seed, turn + 1)]
  const slow = a + (b - a) * share
  return (1 - JAG_SHARE) * slow + JAG_SHARE * wobble(seed + 7, corner)
}

/** Corners fall on the same days whatever the zoom, at half, quarter or double steps. */
function cornerDays(perDay: number): number {
  return 2 ** Math.round(Math.log2(CORNER_PIXELS / perDay))
}

interface Corner {
  readonly x: number
  readonly y: number
  readonly half: number
}

/** Corners along a stretch, straying from its line. */
function corners(s: Stretch, seed: number, perDay: number, lane: number): Corner[] {
  const step = cornerDays(perDay)
  const days = (s.x2 - s.x1) / perDay
  const count = Math.max(1, Math.floor(days / step))
  return Array.from({ length: count }, (_, i): Corner => {
    const share = i / count
    const corner = Math.round(s.firstDay / step) + i
    const width = s.width + (s.nextWidth - s.width) * share
    return {
      x: s.x1 + (s.x2 - s.x1) * share,
      y: s.y + strayOf(s, lane) * wander(seed, corner),
      half: (width / 2) * (1 + UNEVEN_SHARE * wobble(seed + 3, corner)),
    }
  })
}

/** A crack all the way round, thick and thin, and the line along its middle. */
export function crackOutline(
  run: readonly Stretch[],
  seed: number,
  perDay: number,
  lane: number,
): { readonly outline: readonly Place[]; readonly middle: readonly Place[] } {
  const last = run.at(-1)
  const along = run.flatMap((s) => corners(s, seed, perDay, lane))
  const end: Corner[] = last ? [{ x: last.x2, y: last.y, half: last.nextWidth / 2 }] : []
  const all = [...along, ...end]
  return {
    outline: [
      ...all.map(({ x, y, half }): Place => [x, y - half]),
      ...all.toReversed().map(({ x, y, half }): Place => [x, y + half]),
    ],
    middle: all.map(({ x, y }): Place => [x, y]),
  }
}

/** An even seam. */
export function smoothOutline(run: readonly Stretch[]): {
  readonly outline: readonly Place[]
  readonly middle: readonly Place[]
} {
  const [first, last] = [run[0], run.at(-1)]
  if (!first || !last) return { outline: [], middle: [] }
  const half = first.width / 2
  return {
    outline: [
      [first.x1, first.y - half],
      [last.x2, first.y - half],
      [last.x2, first.y + half],
      [first.x1, first.y + half],
    ],
    middle: [
      [first.x1, first.y],
      [last.x2, first.y],
    ],
  }
}
