/** Lays a student's faults out as veins across their lessons; numbers only, drawn elsewhere. */
import type { IsoDate } from '../kit'
import type { Strand } from '../packs'
import { STRANDS } from '../packs'
import type { CasePoint, CaseState, StudentRecord } from '../record'

export type VeinState = CasePoint['state']

export interface SeamColumn {
  readonly lesson: string
  readonly date: IsoDate
  readonly x: number
}

/** A stretch of one vein in one state: a line of points with a width. */
export interface VeinPiece {
  readonly state: VeinState
  readonly points: readonly (readonly [number, number])[]
  readonly width: number
  /** Hairlines that leave the crack sideways, fewer as it heals. */
  readonly hairlines: readonly (readonly [number, number, number, number])[]
}

export interface Vein {
  readonly state: CaseState
  readonly y: number
  readonly strand: Strand
  readonly pieces: readonly VeinPiece[]
  /** Where a rung was passed. */
  readonly notches: readonly { readonly x: number; readonly rung: number }[]
  readonly from: { readonly x: number; readonly y: number } | null
  readonly endX: number
}

export interface SeamLayout {
  readonly columns: readonly SeamColumn[]
  readonly veins: readonly Vein[]
  readonly width: number
  readonly height: number
}

export interface SeamSize {
  readonly width: number
  readonly laneHeight: number
  readonly marginLeft: number
  readonly marginRight: number
  readonly marginTop: number
}

/** Points drawn between two lessons; enough for a crack to look like one. */
const POINTS_PER_STEP = 10

/** How far a crack strays from its line at full strength, as a share of the lane. */
const STRAY_SHARE = 0.2

/** A fixed wobble in [-1, 1] for a place on a vein: the same record always cracks the same way. */
function wobble(seed: number, i: number): number {
  const s = Math.sin(seed * 12.9898 + i * 78.233) * 43758.5453
  return 2 * (s - Math.floor(s)) - 1
}

function seedOf(id: string): number {
  let hash = 7
  for (const ch of id) hash = (hash * 31 + (ch.codePointAt(0) ?? 0)) % 10007
  return hash
}

/** Cracks are ragged and as wide as the fault is grave; they thin as belief in the mend grows. */
function widthOf(severity: number, point: CasePoint): number {
  if (point.state === 'mended') return 4
  return 1.1 + severity * 0.75 * (1 - 0.75 * point.belief)
}

function strayOf(point: CasePoint, laneHeight: number): number {
  switch (point.state) {
    case 'mended':
      return laneHeight * 0.02
    case 'healing':
      return laneHeight * STRAY_SHARE * (1 - 0.8 * point.belief)
    default:
      return laneHeight * STRAY_SHARE
  }
}

interface Lane {
  readonly state: CaseState
  readonly y: number
}

function pointsBetween(a: number, b: number, lane: Lane, point: CasePoint, laneHeight: number) {
  const seed = seedOf(lane.state.id)
  const stray = strayOf(point, laneHeight)
  return Array.from({ length: POINTS_PER_STEP + 1 }, (_, i) => {
    const x = a + ((b - a) * i) / POINTS_PER_STEP
    const atLesson = i === 0 || i === POINTS_PER_STEP
    return [x, lane.y + (atLesson ? 0 : stray * wobble(seed, Math.round(x)))] as const
  })
}

/** Side cracks of a piece; none once it is mended. */
function hairlinesOf(
  points: VeinPiece['points'],
  point: CasePoint,
  lane: Lane,
  laneHeight: number,
) {
  if (point.state === 'mended') return []
  const every = point.belief < 0.3 ? 3 : point.belief < 0.7 ? 5 : 9
  const seed = seedOf(lane.state.id) + 1
  return points.flatMap(([x, y], i) => {
    if (i === 0 || i % every !== 0) return []
    const lean = wobble(seed, Math.round(x))
    return [[x, y, x + 5 + 4 * lean, y + Math.sign(lean) * laneHeight * 0.17] as const]
  })
}

function piecesOf(lane: Lane, xOf: ReadonlyMap<string, number>, size: SeamSize, end: number) {
  const { points } = lane.state
  return points.map((point, i): VeinPiece => {
    const x = xOf.get(point.lesson) ?? size.marginLeft
    const next = points[i + 1]
    const to = next ? (xOf.get(next.lesson) ?? end) : end
    const drawn = pointsBetween(x, to, lane, point, size.laneHeight)
    return {
      state: point.state,
      points: drawn,
      width: widthOf(lane.state.severity, point),
      hairlines: hairlinesOf(drawn, point, lane, size.laneHeight),
    }
  })
}

function notchesOf(lane: Lane, xOf: ReadonlyMap<string, number>) {
  return lane.state.points.flatMap((point, i) => {
    const before = lane.state.points[i - 1]
    const x = xOf.get(point.lesson)
    const passed = before !== undefined && point.rungsPassed > before.rungsPassed
    return passed && x !== undefined ? [{ x, rung: point.rungsPassed }] : []
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

function columnsOf(record: StudentRecord, size: SeamSize): SeamColumn[] {
  const inner = size.width - size.marginLeft - size.marginRight
  const step = inner / Math.max(1, record.lessons.length)
  return record.lessons.map((l, i) => ({
    lesson: l.id,
    date: l.date,
    x: size.marginLeft + step * (i + 0.5),
  }))
}

/** The whole seam, fitted to a width in pixels; height grows with the number of faults. */
export function layoutSeam(record: StudentRecord, size: SeamSize): SeamLayout {
  const columns = columnsOf(record, size)
  const xOf = new Map<string, number>(columns.map((c) => [c.lesson, c.x]))
  const end = size.width - size.marginRight
  const lanes = inOrder(record.cases).map((state, i) => ({
    state,
    y: size.marginTop + (i + 0.5) * size.laneHeight,
  }))
  const yOf = new Map(lanes.map((l) => [l.state.id, l.y]))
  const veins = lanes.map((lane): Vein => {
    const driver = lane.state.drivenBy[0]
    const y = driver === undefined ? undefined : yOf.get(driver)
    const x = xOf.get(lane.state.settledOn) ?? size.marginLeft
    return {
      state: lane.state,
      y: lane.y,
      strand: lane.state.strand,
      pieces: piecesOf(lane, xOf, size, end),
      notches: notchesOf(lane, xOf),
      from: y === undefined ? null : { x: Math.max(size.marginLeft, x - 26), y },
      endX: end,
    }
  })
  const height = size.marginTop + Math.max(1, lanes.length) * size.laneHeight
  return { columns, veins, width: size.width, height }
}
