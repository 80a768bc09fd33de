/** Values that hang together: by hand, and by a chain whose likeness of neighbours is known. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Rng } from '../kit'
import { likenessOfNeighbours } from './alongTime'
import { meanAlong, sdAlong, sdEstimate, termAlong } from './index'

const Z = 1.959963984540054
/** About their middle −½ −½ ½ ½: squares 1, neighbours ¼ − ¼ + ¼. */
const QUARTER = [0, 0, 1, 1]

test('how alike neighbours are', () => {
  expect(likenessOfNeighbours(QUARTER)).toBeCloseTo(0.25, 12)
  expect(likenessOfNeighbours([1, -1, 1, -1])).toBe(0)
  expect(likenessOfNeighbours([3, 3, 3])).toBe(0)
  expect(likenessOfNeighbours(Array.from({ length: 500 }, (_, i) => i))).toBe(0.98)
})

describe('with a likeness of a quarter', () => {
  test('four values are as good as 4 · ¾ / 1¼ for their mean', () => {
    const half = Z * Math.sqrt(1 / 3 / (4 * (0.75 / 1.25)))
    const mean = meanAlong(QUARTER)
    expect(mean.value).toBe(0.5)
    expect(mean.high).toBeCloseTo(0.5 + half, 9)
    expect(mean.low).toBeCloseTo(0.5 - half, 9)
    // Another middle keeps the same doubt.
    expect(meanAlong(QUARTER, 0.4).low).toBeCloseTo(0.4 - half, 9)
  })

  test('a slope is as unsure as if by √(1¼ / ¾) more', () => {
    const slope = termAlong(2, 0.1, QUARTER)
    expect(slope.high - slope.value).toBeCloseTo(Z * 0.1 * Math.sqrt(1.25 / 0.75), 9)
    expect(slope.value - slope.low).toBeCloseTo(Z * 0.1 * Math.sqrt(1.25 / 0.75), 9)
  })

  test('a deviation has its degrees taken by (1 + r²) / (1 − r²)', () => {
    const residuals = [...QUARTER, ...QUARTER.toReversed(), ...QUARTER].map((x) => x - 0.5)
    const r = likenessOfNeighbours(residuals)
    const by = (1 + r * r) / (1 - r * r)
    expect(sdAlong(residuals, 2)).toEqual(sdEstimate(residuals, 2, by))
    expect(by).toBeGreaterThan(1.05)
  })
})

function normal(rng: Rng): number {
  return Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())
}

/** A chain of the first order about nought, of deviation 1. */
function chain(rng: Rng, count: number, r: number): readonly number[] {
  let x = normal(rng)
  return Array.from({ length: count }, () => {
    x = r * x + Math.sqrt(1 - r * r) * normal(rng)
    return x
  })
}

test.each([0, 0.5, 0.8])(
  'neighbours alike by %d: intervals of 95 in 100 hold the mean in 9 of 10 and more',
  (r) => {
    const rng = seededRng(11)
    const RUNS = 2000
    let held = 0
    for (let i = 0; i < RUNS; i++) {
      const { low, high } = meanAlong(chain(rng, 100, r))
      if (low <= 0 && high >= 0) held += 1
    }
    // A likeness read off a hundred values is read a little low: not quite 95.
    expect(held / RUNS).toBeGreaterThan(0.9)
    expect(held / RUNS).toBeLessThan(0.975)
  },
)
