import { describe, expect, test } from 'vitest'
import { addDays, daysBetween } from '../kit'
import type { IsoDate, CaseId, LessonId } from '../kit'
import { USUAL_MENDING } from '../mending'
import { EMPTY_CARD, EMPTY_HOME } from '../record'
import type { CasePoint, CaseState, StudentRecord } from '../record'
import { layoutSeam, VEIN_PIXELS, moved, wholeWindow, zoomed } from './index'
import type { SeamLayout, VeinPiece } from './index'

const SIZE = { width: 900, laneHeight: 40, marginLeft: 100, marginRight: 20, marginTop: 30 }

/** The n-th of weekly lessons. */
const dayOf = (n: number): IsoDate => addDays('2026-01-05' as IsoDate, 7 * (n - 1))

function point(n: number, state: CasePoint['state'], belief: number, rungsPassed = 0): CasePoint {
  return {
    lesson: `l${n}` as LessonId,
    date: dayOf(n),
    state,
    belief,
    rung: 0,
    rungsPassed,
    hardest: null,
  }
}

function fault(id: string, points: CasePoint[], drivenBy: string[] = []): CaseState {
  return {
    id: id as CaseId,
    fault: id,
    name: id,
    strand: 'tone',
    severity: 4,
    settledOn: points[0]!.lesson,
    stage: 'beginner',
    probability: 0.9,
    rivals: [],
    drivenBy: drivenBy as CaseId[],
    overruled: null,
    cues: [],
    descriptions: [],
    overrules: [],
    status: { state: 'open' },
    cue: null,
    recalls: [],
    ladder: null,
    formerRemedies: [],
    looks: [],
    slipCounts: [],
    belief: 0,
    beliefOn: '2026-01-05' as IsoDate,
    rungsPassed: 0,
    points,
  }
}

function recordOf(lessons: number, cases: CaseState[]): StudentRecord {
  return {
    card: { ...EMPTY_CARD, name: 'x', instrument: 'horn' },
    lessons: Array.from({ length: lessons }, (_, i) => ({
      id: `l${i + 1}` as LessonId,
      date: dayOf(i + 1),
      pack: { id: 'horn', version: '1' },
      mending: USUAL_MENDING,
      open: false,
      note: '',
      family: '',
      next: null,
      aim: '',
      fresh: '',
      setups: [],
      comparisons: [],
      signs: [],
      checks: [],
      strengths: [],
    })),
    cases,
    strengths: [],
    home: EMPTY_HOME,
    breaks: [],
    preparing: [],
    overruledGates: [],
    levels: [],
    takes: [],
    stops: [],
    ownWords: [],
  }
}

const WHOLE = { from: dayOf(1), to: dayOf(5) }

/** Thickness of a piece where it begins. */
function thickness({ outline }: VeinPiece): number {
  return outline.at(-1)![1] - outline[0]![1]
}

/** Mean thickness over its corners. */
function meanThickness({ outline }: VeinPiece): number {
  const corners = outline.length / 2
  const all = outline.slice(0, corners).map(([, top], i) => outline.at(-1 - i)![1] - top)
  return all.reduce((a, b) => a + b, 0) / corners
}

const draw = (record: StudentRecord, window = WHOLE): SeamLayout => layoutSeam(record, SIZE, window)

describe('the seam', () => {
  const healed = fault('a', [
    point(1, 'open', 0.03),
    point(2, 'healing', 0.4, 1),
    point(3, 'healing', 0.8, 2),
    point(4, 'mended', 0.97, 2),
  ])
  const record = recordOf(4, [healed])

  test('runs of one state are one piece, from the first lesson to the edge', () => {
    const { pieces } = draw(record).veins[0]!
    expect(pieces.map((p) => p.state)).toEqual(['open', 'healing', 'mended'])
    expect(pieces[0]!.middle[0]![0]).toBeCloseTo(SIZE.marginLeft)
    expect(pieces.at(-1)!.middle.at(-1)![0]).toBeCloseTo(SIZE.width - SIZE.marginRight)
    pieces.slice(1).forEach((p, i) => {
      expect(p.middle[0]![0]).toBeCloseTo(pieces[i]!.middle.at(-1)![0])
    })
  })

  test('thickness is how sure we are: a hair at nothing, gold where it is mended, whatever its severity', () => {
    const light = { ...healed, id: 'b' as CaseId, severity: 1 }
    const [grave, other] = draw(recordOf(4, [healed, light])).veins
    expect(thickness(grave!.pieces.at(-1)!)).toBeCloseTo(VEIN_PIXELS.sure)
    expect(thickness(other!.pieces.at(-1)!)).toBeCloseTo(VEIN_PIXELS.sure)
    const [open, healing] = grave!.pieces
    const { least, sure } = VEIN_PIXELS
    // It begins as thick as its belief says, uneven by an eighth at the most, and grows with it.
    const said = (belief: number) => least + (sure - least) * belief
    expect(Math.abs(thickness(open!) / said(0.03) - 1)).toBeLessThan(0.13)
    expect(Math.abs(thickness(healing!) / said(0.4) - 1)).toBeLessThan(0.13)
    expect(meanThickness(healing!)).toBeGreaterThan(meanThickness(open!))
  })

  test('gold is even, and nothing leaves its lane', () => {
    const { pieces, y } = draw(record).veins[0]!
    const gold = pieces.at(-1)!
    expect(new Set(gold.outline.map(([, py]) => Math.abs(py - y).toFixed(3))).size).toBe(1)
    for (const [, py] of pieces.flatMap((p) => p.outline)) {
      expect(Math.abs(py - y)).toBeLessThan(SIZE.laneHeight / 2)
    }
  })

  test('a notch stands where a rung was passed, and a mark where a harder setting was clean first', () => {
    const points = healed.points.map((p, i) => ({
      ...p,
      hardest: (['exercise', 'exercise', 'piece-slow', null] as const)[i]!,
    }))
    const { veins, columns } = draw(recordOf(4, [{ ...healed, points }]))
    expect(veins[0]!.notches).toEqual([
      { x: columns[1]!.x, rung: 1 },
      { x: columns[2]!.x, rung: 2 },
    ])
    expect(veins[0]!.reached).toEqual([
      { x: columns[0]!.x, condition: 'exercise', inMusic: false },
      { x: columns[2]!.x, condition: 'piece-slow', inMusic: true },
    ])
  })

  test('a driven fault branches off the lane of the one that drives it', () => {
    const driven = fault('b', [point(2, 'open', 0.03)], ['a'])
    const { veins } = draw(recordOf(4, [driven, healed]))
    expect(veins.map((v) => v.state.id)).toEqual(['a', 'b'])
    expect(veins[1]!.branch!.from[1]).toBe(veins[0]!.y)
    expect(veins[1]!.branch!.to[1]).toBe(veins[1]!.y)
  })

  test('breaks lie between their days, cut to the window', () => {
    const away = { act: 'x' as never, why: 'holiday', words: '' } as const
    const days = { from: addDays(dayOf(2), 1), to: addDays(dayOf(3), -1) }
    const { breaks, columns } = draw({ ...record, breaks: [{ ...away, ...days }] })
    expect(breaks[0]!.x1).toBeGreaterThan(columns[1]!.x)
    expect(breaks[0]!.x2).toBeCloseTo(columns[2]!.x)
    expect(draw({ ...record, breaks: [{ ...away, from: dayOf(9), to: dayOf(9) }] }).breaks).toEqual(
      [],
    )
  })

  test('the same record always cracks the same way, and an empty one has room for nothing', () => {
    expect(draw(record)).toEqual(draw(record))
    expect(draw(recordOf(0, []))).toMatchObject({ veins: [], columns: [] })
    expect(wholeWindow(recordOf(0, []))).toBeNull()
  })

  test('cases can be left out', () => {
    const other = fault('b', [point(2, 'open', 0.03)])
    const layout = layoutSeam(recordOf(4, [healed, other]), SIZE, WHOLE, (c) => c.id === 'b')
    expect(layout.veins.map((v) => v.state.id)).toEqual(['b'])
  })
})

describe('zooming', () => {
  const healed = fault('a', [point(1, 'open', 0.03), point(4, 'mended', 0.97)])
  const record = recordOf(4, [healed])
  const days = ({ from, to }: { from: IsoDate; to: IsoDate }) => daysBetween(from, to)

  test('what lies before the window is not drawn, but the state it left is', () => {
    const { veins, columns } = draw(record, { from: dayOf(3), to: dayOf(5) })
    expect(columns.map((c) => c.date)).toEqual([dayOf(3), dayOf(4)])
    expect(veins[0]!.pieces.map((p) => p.state)).toEqual(['open', 'mended'])
    expect(veins[0]!.pieces[0]!.middle[0]![0]).toBe(SIZE.marginLeft)
  })

  test('faults that come after the window are not in it', () => {
    expect(
      draw(recordOf(4, [fault('b', [point(4, 'open', 0.03)])]), {
        from: dayOf(1),
        to: dayOf(3),
      }).veins,
    ).toEqual([])
  })

  // One lesson and the days about it is the closest, three years the widest.
  test('stops at one lesson and at three years, and keeps the middle', () => {
    const week = { from: dayOf(1), to: dayOf(2) }
    expect(days(zoomed(week, 0.5))).toBe(7)
    const two = { from: dayOf(1), to: addDays(dayOf(1), 700) }
    expect(days(zoomed(two, 2))).toBe(1098)
    const back = zoomed(zoomed(two, 0.5), 2)
    expect(Math.abs(daysBetween(back.from, two.from))).toBeLessThanOrEqual(1)
  })

  test('moves by a share of itself and is as long as before', () => {
    const later = moved(WHOLE, 0.5)
    expect(days(later)).toBe(days(WHOLE))
    expect(daysBetween(WHOLE.from, later.from)).toBe(14)
  })
})
