import { describe, expect, test } from 'vitest'
import type { IsoDate } from '../kit'
import { EMPTY_CARD, EMPTY_HOME } from '../record'
import type { CaseId, CasePoint, CaseState, LessonId, StudentRecord } from '../record'
import { layoutSeam } from './index'

const SIZE = { width: 900, laneHeight: 40, marginLeft: 100, marginRight: 20, marginTop: 30 }

function point(n: number, state: CasePoint['state'], belief: number, rungsPassed = 0): CasePoint {
  return {
    lesson: `l${n}` as LessonId,
    date: '2026-01-05' as IsoDate,
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
    probability: 0.9,
    rivals: [],
    drivenBy: drivenBy as CaseId[],
    overruled: null,
    cues: [],
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
      date: '2026-01-05' as IsoDate,
      pack: { id: 'horn', version: '1' },
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
    levels: [],
  }
}

describe('the seam', () => {
  const healed = fault('a', [
    point(1, 'open', 0.03),
    point(2, 'healing', 0.4, 1),
    point(3, 'healing', 0.8, 2),
    point(4, 'mended', 0.97, 2),
  ])

  test('a crack grows finer as it heals', () => {
    const [vein] = layoutSeam(recordOf(4, [healed]), SIZE).veins
    const widths = vein!.pieces.slice(0, 3).map((p) => p.width)
    expect(widths).toEqual([...widths].sort((a, b) => b - a))
    expect(vein!.pieces.map((p) => p.state)).toEqual(['open', 'healing', 'healing', 'mended'])
  })

  test('pieces join end to end and stay inside their lane', () => {
    const { veins } = layoutSeam(recordOf(4, [healed]), SIZE)
    const { pieces, y } = veins[0]!
    pieces.slice(1).forEach((p, i) => expect(p.points[0]).toEqual(pieces[i]!.points.at(-1)))
    for (const [, py] of pieces.flatMap((p) => p.points)) expect(Math.abs(py - y)).toBeLessThan(20)
  })

  test('a notch stands where a rung was passed', () => {
    const { veins, columns } = layoutSeam(recordOf(4, [healed]), SIZE)
    expect(veins[0]!.notches).toEqual([
      { x: columns[1]!.x, rung: 1 },
      { x: columns[2]!.x, rung: 2 },
    ])
  })

  test('a driven fault branches from the lane of the one that drives it', () => {
    const driven = fault('b', [point(2, 'open', 0.03)], ['a'])
    const { veins } = layoutSeam(recordOf(4, [driven, healed]), SIZE)
    expect(veins.map((v) => v.state.id)).toEqual(['a', 'b'])
    expect(veins[1]!.from!.y).toBe(veins[0]!.y)
  })

  test('the same record always cracks the same way, and an empty one has room for nothing', () => {
    const record = recordOf(4, [healed])
    expect(layoutSeam(record, SIZE)).toEqual(layoutSeam(record, SIZE))
    expect(layoutSeam(recordOf(0, []), SIZE)).toMatchObject({ veins: [], columns: [] })
  })
})
