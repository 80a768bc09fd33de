/** Against printed tables: National Institute of Standards and Technology, e-Handbook of Statistical Methods, 1.3.6.7. */
import { expect, test } from 'vitest'
import { seededRng } from '../kit'
import { chiSquareShares, grubbsUpper, tBelow, tUpper } from './quantiles'

test.each([
  [1, 12.706],
  [2, 4.303],
  [4, 2.776],
  [10, 2.228],
  [30, 2.042],
])('Student’s t of %d degrees that 2.5 in a hundred lie above is %d', (degrees, value) => {
  expect(tUpper(degrees)).toBeCloseTo(value, 3)
  expect(tBelow(tUpper(degrees), degrees)).toBeCloseTo(0.975, 6)
})

test.each([
  [1, 0.001, 5.024],
  [5, 0.831, 12.833],
  [10, 3.247, 20.483],
  [50, 32.357, 71.42],
])('chi-square of %d degrees lies between %d and %d', (degrees, low, high) => {
  const shares = chiSquareShares(degrees)
  expect(degrees * shares.low).toBeCloseTo(low, 3)
  expect(degrees * shares.high).toBeCloseTo(high, 3)
})

test('with very many degrees Student’s t is the normal, to a thousandth', () => {
  // 1.646379 of 1,000 degrees leaves 5 in a hundred above (the same handbook: 1.646).
  expect(tBelow(1.646379, 1000)).toBeCloseTo(0.95, 3)
  expect(tBelow(1.646379, 999)).toBeCloseTo(0.95, 5)
})

// Of the highest of nine normal values by simulation: one sample in a thousand lies beyond (our own seeded draws).
test('an outlier is one in a thousand samples without any', () => {
  const rng = seededRng(31)
  const normal = () => Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())
  let beyond = 0
  const SAMPLES = 40_000
  for (let i = 0; i < SAMPLES; i++) {
    const xs = Array.from({ length: 9 }, normal)
    const mean = xs.reduce((a, b) => a + b, 0) / 9
    const sd = Math.sqrt(xs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / 8)
    if (Math.max(...xs) > mean + grubbsUpper(9) * sd) beyond += 1
  }
  expect(beyond / SAMPLES).toBeGreaterThan(0.0005)
  expect(beyond / SAMPLES).toBeLessThan(0.0016)
})
