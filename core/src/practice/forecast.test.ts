/** What a forecast is made of: the pace that the record shows, and windows read from many runs. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { IsoDate } from '../kit'
import type { CaseState, StudentRecord } from '../record'
import { paceOf, usualGapDays } from './index'
import { drawBeta, windowOf } from './forecast'

const DAYS_BETWEEN = 7

describe('windows', () => {
  test('hold the middle half and the middle four in five, in days', () => {
    const lessons = [11, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10]
    expect(windowOf(lessons, DAYS_BETWEEN)).toEqual({ half: [28, 63], most: [14, 70], never: 0 })
  })

  test('say how often it is not reached at all', () => {
    const window = windowOf([1, 2, Infinity, Infinity], DAYS_BETWEEN)
    expect(window.never).toBe(0.5)
    expect(window.most[1]).toBe(Infinity)
  })
})

const point = (rungsPassed: number) => ({ rungsPassed }) as CaseState['points'][number]

function state(rungs: number, at: number, passed: readonly number[], healing = true): CaseState {
  return {
    ladder: { rungs: Array.from({ length: rungs }, () => ({})), at },
    status: { state: healing ? 'healing' : 'open' },
    points: passed.map(point),
  } as unknown as CaseState
}

describe('the pace of a fault', () => {
  test('is the rungs that are left, and in how many lessons one was passed or not', () => {
    expect(paceOf(state(6, 2, [0, 0, 1, 1, 2]), 1, DAYS_BETWEEN)).toEqual({
      rungsLeft: 3,
      passed: 2,
      notPassed: 2,
      cleanInARow: 1,
      daysBetweenLessons: DAYS_BETWEEN,
    })
  })

  test('of a step down is no passing, and of the first lesson nothing can be said', () => {
    expect(paceOf(state(3, 0, [1, 0]), 0, DAYS_BETWEEN)).toMatchObject({ passed: 0, notPassed: 1 })
    expect(paceOf(state(3, 0, [0]), 0, DAYS_BETWEEN)).toMatchObject({ passed: 0, notPassed: 0 })
  })

  test('is not known where no ladder runs', () => {
    expect(paceOf(state(3, 0, [0], false), 0, DAYS_BETWEEN)).toBeNull()
    expect(paceOf({ ...state(3, 0, [0]), ladder: null }, 0, DAYS_BETWEEN)).toBeNull()
  })
})

test('the usual gap is the middle one, and a week while nothing is known', () => {
  const record = (...dates: string[]) =>
    ({ lessons: dates.map((date) => ({ date: date as IsoDate })) }) as unknown as StudentRecord
  expect(usualGapDays(record())).toBe(7)
  expect(usualGapDays(record('2026-01-01'))).toBe(7)
  expect(usualGapDays(record('2026-01-01', '2026-01-15', '2026-01-18', '2026-02-01'))).toBe(14)
  // Two lessons on one day are no gap.
  expect(usualGapDays(record('2026-01-01', '2026-01-01', '2026-01-04'))).toBe(3)
  expect(usualGapDays(record('2026-01-01', '2026-01-01'))).toBe(7)
  // Gaps of 3, 4, 21 and 0; of 21 and 3.
  const gaps = ['2026-03-02', '2026-03-05', '2026-03-09', '2026-03-09', '2026-03-30']
  expect(usualGapDays(record(...gaps))).toBe(4)
  expect(usualGapDays(record('2026-03-02', '2026-03-23', '2026-03-26'))).toBe(21)
})

/** Largest distance between how the draws lie and how the distribution says they lie (Kolmogorov 1933). */
function furthest(draws: readonly number[], below: (x: number) => number): number {
  const sorted = [...draws].sort((x, y) => x - y)
  const n = sorted.length
  return Math.max(...sorted.map((x, i) => Math.max(below(x) - i / n, (i + 1) / n - below(x))))
}

// Distribution functions in closed form, by integrating x^(a-1) (1-x)^(b-1).
test.each([
  [1, 1, (x: number) => x],
  [2, 2, (x: number) => 3 * x ** 2 - 2 * x ** 3],
  [4, 2, (x: number) => 5 * x ** 4 - 4 * x ** 5],
  [1, 3, (x: number) => 1 - (1 - x) ** 3],
  [9, 1, (x: number) => x ** 9],
] as const)('draws from Beta(%d, %d) lie as its distribution says', (a, b, below) => {
  const rng = seededRng(100 * a + b)
  const draws = Array.from({ length: 20_000 }, () => drawBeta(rng, a, b))
  // One set of true draws in a thousand is further away than 1.95 / sqrt(n).
  expect(furthest(draws, below)).toBeLessThan(1.95 / Math.sqrt(draws.length))
})
