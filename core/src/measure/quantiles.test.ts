/** Against printed tables: National Institute of Standards and Technology, e-Handbook of Statistical Methods, 1.3.6.7. */
import { expect, test } from 'vitest'
import { chiSquareShares, tBelow, tUpper } from './quantiles'

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
