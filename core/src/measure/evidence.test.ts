import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import { RATIO_MOST, ratioOf } from './index'

const uneven = { side: 'over', at: 0.08 } as const
const about = (value: number, half = 0.01) => ({ value, low: value - half, high: value + half })

describe('what a measured value says', () => {
  test('on the threshold nothing, above for, below against, and never more than one look', () => {
    expect(ratioOf(about(0.08), uneven)).toBeCloseTo(1, 9)
    expect(ratioOf(about(0.1), uneven)).toBeGreaterThan(3)
    expect(ratioOf(about(0.06), uneven)).toBeLessThan(1 / 3)
    expect(ratioOf(about(0.5), uneven)).toBe(RATIO_MOST)
    expect(ratioOf(about(0.001), uneven)).toBe(1 / RATIO_MOST)
  })

  test('a doubtful value says less', () => {
    const [sure, doubtful] = [ratioOf(about(0.1, 0.005), uneven), ratioOf(about(0.1, 0.1), uneven)]
    expect(sure).toBeGreaterThan(doubtful)
    expect(doubtful).toBeGreaterThan(1)
    expect(doubtful).toBeLessThan(2)
  })

  test('a rush is told below nought, and hands apart either way', () => {
    const rush = { side: 'under', at: -0.05 } as const
    expect(ratioOf(about(-0.15, 0.02), rush)).toBe(RATIO_MOST)
    expect(ratioOf(about(0.02, 0.02), rush)).toBeLessThan(0.1)
    const apart = { side: 'beyond', at: 20 } as const
    expect(ratioOf(about(45, 5), apart)).toBeCloseTo(ratioOf(about(-45, 5), apart), 9)
    expect(ratioOf(about(-45, 5), apart)).toBeGreaterThan(10)
    expect(ratioOf(about(2, 5), apart)).toBeLessThan(0.1)
  })

  test('either way, a doubtful value is as doubtful as it was measured', () => {
    const apart = { side: 'beyond', at: 40 } as const
    // 0 ± 60: its error is 30.6, and not the half of it that folding leaves; by hand exp(-2 · 20 · 40 / (100 + 937)).
    expect(1 / ratioOf(about(0, 60), apart)).toBeCloseTo(4.68, 1)
    expect(ratioOf(about(60, 10), apart, -25)).toBeCloseTo(ratioOf(about(60, 10), apart, 25), 9)
  })

  test('whose own usual value is near the threshold is told less by a value above it', () => {
    expect(ratioOf(about(0.1), uneven, 0.075)).toBeLessThan(3)
    expect(ratioOf(about(0.1), uneven)).toBeGreaterThan(10)
    expect(ratioOf(about(0.08), uneven, 0.03)).toBeCloseTo(1, 9)
    // An own value beyond the threshold is kept below it: the sign can still be told.
    expect(ratioOf(about(0.1), uneven, 0.3)).toBeGreaterThan(1)
  })

  test('more of it never says less: 300 random values, thresholds and intervals', () => {
    const rng = seededRng(4)
    for (let i = 0; i < 300; i++) {
      const at = 0.01 + rng()
      const half = rng() * 0.2
      const [a, b] = [rng() * 2, rng() * 2].sort((x, y) => x - y) as [number, number]
      const of = (value: number) => ratioOf(about(value, half), { side: 'over', at })
      expect(of(b)).toBeGreaterThanOrEqual(of(a))
    }
  })
})
