/** Lays a student's faults out as veins along the days; numbers only, drawn elsewhere. */
import { addDays, daysBetween } from '../kit'
import type { IsoDate, CaseId, LessonId } from '../kit'
import { CONDITIONS, STRANDS } from '../packs'
import type { Condition, Strand } from '../packs'
import { isMusic } from '../record'
import type { Break, CasePoint, CaseState, SlipCount, StudentRecord } from '../record'
import { crackOutline, smoothOutline } from './crack'
import type { Place, Stretch } from './crack'

/** The state of a fault, which decides how its vein is drawn. */
export type VeinState = CasePoint['state']

/** First and last day shown, both within. */
export interface SeamWindow {
  readonly from: IsoDate
  readonly to: IsoDate
}

/** Width and lane height of the picture, in pixels. */
export interface SeamSize {
  readonly width: number
  readonly laneHeight: number
  readonly marginLeft: number
  readonly marginRight: number
  readonly marginTop: number
}

/** A lesson's place across the picture. */
export interface SeamColumn {
  readonly lesson: LessonId
  readonly date: IsoDate
  readonly x: number
}

/** A run of one state on a vein. */
export interface VeinPiece {
  readonly state: VeinState
  /** The vein as an area, all the way round; its thickness is how sure we are that it is mended. */
  readonly outline: readonly Place[]
  /** Along its middle. */
  readonly middle: readonly Place[]
}

/** The first time a fault stayed away in so hard a setting. */
export interface Reached {
  readonly x: number
  readonly condition: Condition
  readonly inMusic: boolean
}

/** One fault as it is drawn. */
export interface Vein {
  readonly state: CaseState
  readonly y: number
  readonly strand: Strand
  readonly pieces: readonly VeinPiece[]
  /** Where a rung was passed. */
  readonly notches: readonly { readonly x: number; readonly rung: number }[]
  readonly reached: readonly Reached[]
  readonly cues: readonly { readonly x: number; readonly words: string }[]
  /** Takes in which slips were counted. */
  readonly slipCounts: readonly { readonly x: number; readonly slips: number }[]
  /** Where it branches off the vein that drives it; null without one in the picture. */
  readonly branch: { readonly from: Place; readonly to: Place } | null
}

/** The whole picture in numbers. */
export interface SeamLayout {
  readonly window: SeamWindow
  /** Where its first day begins, and how wide a day is, pixels. */
  readonly left: number
  readonly perDay: number
  readonly columns: readonly SeamColumn[]
  readonly breaks: readonly {
    readonly break: Break
    readonly x1: number
    readonly x2: number
  }[]
  readonly veins: readonly Vein[]
  readonly width: number
  readonly height: number
}

/** A vein ends so many days after the last lesson seen, so that its last state has room. */
const LAST_STATE_DAYS = 7
/** How far a branch begins before its vein, pixels. */
const BRANCH_WIDTH = 26

/** From the first lesson, or fault, to a little after the last. */
export function wholeWindow(record: StudentRecord): SeamWindow | null {
  const [first, last] = [record.lessons[0], record.lessons.at(-1)]
  return first && last ? { from: first.date, to: addDays(last.date, LAST_STATE_DAYS) } : null
}

/** Pixels from days, for one window and size; a day is only counted once. */
interface Scale {
  readonly days: Map<IsoDate, number>
  readonly window: SeamWindow
  readonly left: number
  readonly right: number
  readonly perDay: number
}

function scaleOf(window: SeamWindow, size: SeamSize): Scale {
  const right = size.width - size.marginRight
  const days = Math.max(1, daysBetween(window.from, window.to))
  const perDay = (right - size.marginLeft) / days
  return { days: new Map(), window, left: size.marginLeft, right, perDay }
}

/** Days from the window's first to the day; long histories ask for the same days again and again. */
function dayNumber({ days, window }: Scale, day: IsoDate): number {
  const known = days.get(day)
  if (known !== undefined) return known
  const counted = daysBetween(window.from, day)
  days.set(day, counted)
  return counted
}

/** The place of a day in a picture; days outside its window lie outside it. */
export function xOfDay({ window, left, perDay }: SeamLayout, day: IsoDate): number {
  return left + daysBetween(window.from, day) * perDay
}

/** Unclamped: days outside the window lie outside the picture. */
function xOf(scale: Scale, day: IsoDate): number {
  return scale.left + dayNumber(scale, day) * scale.perDay
}

function isInside(day: IsoDate, { from, to }: SeamWindow): boolean {
  return day >= from && day <= to
}

/** Thickness in pixels: a hair while nothing speaks for it, as thick as gold where it is sure to be mended. */
export const VEIN_PIXELS = { least: 2, sure: 14 } as const

/** How wide a vein is after a lesson: by how sure we are that the fault is mended. */
function widthOf({ state, belief }: CasePoint): number {
  const sure = state === 'mended' ? 1 : belief
  return VEIN_PIXELS.least + (VEIN_PIXELS.sure - VEIN_PIXELS.least) * sure
}

/** Gold is even: of its lessons only the first is drawn from. */
function whereItTurns(points: readonly CasePoint[]): readonly CasePoint[] {
  return points.filter((p, i) => p.state !== 'mended' || points[i - 1]?.state !== 'mended')
}

/** Points of a case from one lesson to the next, cut to the window. */
function stretchesOf(state: CaseState, scale: Scale, y: number): Stretch[] {
  const { from, to } = scale.window
  const epoch = daysBetween(EPOCH, from)
  const points = whereItTurns(state.points)
  return points.flatMap((point, i): Stretch[] => {
    const next = points[i + 1]
    if ((next && next.date < from) || point.date > to) return []
    // A fault stays what it is until somebody looks again, so the last state runs to the edge.
    const end = next ? xOf(scale, next.date) : scale.right
    return [
      {
        state: point.state,
        x1: Math.max(scale.left, xOf(scale, point.date)),
        x2: Math.min(scale.right, end),
        y,
        width: widthOf(point),
        // Gold begins where it was called mended, and not before.
        nextWidth: widthOf(next && next.state !== 'mended' ? next : point),
        belief: point.belief,
        firstDay: epoch + dayNumber(scale, point.date),
      },
    ]
  })
}

/** Day zero of the wobble, so that a crack is the same in every window. */
const EPOCH = '2000-01-01' as IsoDate

/** Runs of neighbouring stretches in one state. */
function runsOf(stretches: readonly Stretch[]): Stretch[][] {
  const runs: Stretch[][] = []
  for (const stretch of stretches) {
    const run = runs.at(-1)
    if (run?.at(-1)?.state === stretch.state) run.push(stretch)
    else runs.push([stretch])
  }
  return runs
}

function pieceOf(run: readonly Stretch[], seed: number, perDay: number, lane: number): VeinPiece {
  const state = run[0]?.state ?? 'open'
  if (state === 'mended') return { state, ...smoothOutline(run) }
  return { state, ...crackOutline(run, seed, perDay, lane) }
}

function seedOf(id: string): number {
  let hash = 7
  for (const ch of id) hash = (hash * 31 + (ch.codePointAt(0) ?? 0)) % 10007
  return hash
}

function notchesOf(state: CaseState, scale: Scale): Vein['notches'] {
  return state.points.flatMap((point, i) => {
    const before = state.points[i - 1]
    const passed = before !== undefined && point.rungsPassed > before.rungsPassed
    return passed && isInside(point.date, scale.window)
      ? [{ x: xOf(scale, point.date), rung: point.rungsPassed }]
      : []
  })
}

function reachedOf(state: CaseState, scale: Scale): Reached[] {
  let hardest = -1
  return state.points.flatMap((point): Reached[] => {
    const at = point.hardest === null ? -1 : CONDITIONS.indexOf(point.hardest)
    if (point.hardest === null || at <= hardest) return []
    hardest = at
    if (!isInside(point.date, scale.window)) return []
    const { hardest: condition } = point
    return [{ x: xOf(scale, point.date), condition, inMusic: isMusic(condition) }]
  })
}

/** Where something of a case happened, by the lesson it happened in. */
function placed<T, R>(
  items: readonly T[],
  lessonOf: (item: T) => LessonId,
  dates: ReadonlyMap<LessonId, IsoDate>,
  scale: Scale,
  make: (x: number, item: T) => R,
): R[] {
  return items.flatMap((item) => {
    const day = dates.get(lessonOf(item))
    return day !== undefined && isInside(day, scale.window) ? [make(xOf(scale, day), item)] : []
  })
}

/** Strand by strand, and within a strand a driving fault above what it drives. */
function inOrder(cases: readonly CaseState[]): CaseState[] {
  return [...cases].sort(
    (a, b) =>
      STRANDS.indexOf(a.strand) - STRANDS.indexOf(b.strand) ||
      a.drivenBy.length - b.drivenBy.length,
  )
}

interface Lane {
  readonly state: CaseState
  readonly y: number
}

function branchOf(
  { state, y }: Lane,
  yOf: ReadonlyMap<CaseId, number>,
  dates: ReadonlyMap<LessonId, IsoDate>,
  scale: Scale,
): Vein['branch'] {
  const from = state.drivenBy.map((id) => yOf.get(id)).find((found) => found !== undefined)
  const day = dates.get(state.settledOn)
  if (from === undefined || day === undefined || !isInside(day, scale.window)) return null
  const x = xOf(scale, day)
  return { from: [Math.max(scale.left, x - BRANCH_WIDTH), from], to: [x, y] }
}

/**
 * The faults that have something to show in the window, fitted to a width in pixels; height grows with their
 * number. `only` shows some of the cases.
 */
export function layoutSeam(
  record: StudentRecord,
  size: SeamSize,
  window: SeamWindow,
  only: (state: CaseState) => boolean = () => true,
): SeamLayout {
  const scale = scaleOf(window, size)
  const dates = new Map(record.lessons.map((l) => [l.id, l.date]))
  const shown = inOrder(record.cases).filter((c) => {
    const first = c.points[0]
    return only(c) && first !== undefined && first.date <= window.to
  })
  const lanes = shown.map((state, i) => ({
    state,
    y: size.marginTop + (i + 0.5) * size.laneHeight,
  }))
  const yOf = new Map(lanes.map((l) => [l.state.id, l.y]))
  const veins = lanes.map((lane): Vein => {
    const { state, y } = lane
    const seed = seedOf(state.id)
    return {
      state,
      y,
      strand: state.strand,
      pieces: runsOf(stretchesOf(state, scale, y)).map((run) =>
        pieceOf(run, seed, scale.perDay, size.laneHeight),
      ),
      notches: notchesOf(state, scale),
      reached: reachedOf(state, scale),
      cues: placed(
        state.cues,
        (k) => k.since,
        dates,
        scale,
        (x, { words }) => ({ x, words }),
      ),
      slipCounts: placed(
        state.slipCounts,
        (t: SlipCount) => t.lesson,
        dates,
        scale,
        (x, { slips }) => ({ x, slips: slips.length }),
      ),
      branch: branchOf(lane, yOf, dates, scale),
    }
  })
  return {
    window,
    left: scale.left,
    perDay: scale.perDay,
    columns: record.lessons
      .filter((l) => isInside(l.date, window))
      .map((l) => ({ lesson: l.id, date: l.date, x: xOf(scale, l.date) })),
    breaks: record.breaks
      .filter((b) => b.from <= window.to && b.to >= window.from)
      .map((b) => ({
        break: b,
        x1: Math.max(scale.left, xOf(scale, b.from)),
        x2: Math.min(scale.right, xOf(scale, addDays(b.to, 1))),
      })),
    veins,
    width: size.width,
    height: size.marginTop + Math.max(1, lanes.length) * size.laneHeight,
  }
}
