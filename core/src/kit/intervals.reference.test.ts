import { expect, test } from 'vitest'
import { binaryEntropy, shareDifference, wilson } from './index'

// R. G. Newcombe, Statistics in Medicine 17 (1998), table I, method 3 (Wilson score, 95 %).
test.each([
  [81, 263, 0.2553, 0.3662],
  [15, 148, 0.0624, 0.1605],
  [0, 20, 0, 0.1611],
  [1, 29, 0.0061, 0.1718],
])('%i of %i has the interval printed by Newcombe', (k, n, low, high) => {
  const interval = wilson(k, n)
  expect(interval.low).toBeCloseTo(low, 4)
  expect(interval.high).toBeCloseTo(high, 4)
})

// R. G. Newcombe, Statistics in Medicine 17 (1998), the second paper (differences), table II, method 10; from memory.
test.each([
  [56, 70, 48, 80, 0.0524, 0.3339],
  [9, 10, 3, 10, 0.1705, 0.809],
  [6, 7, 2, 7, 0.0582, 0.8062],
  [5, 56, 0, 29, -0.0381, 0.1926],
  [0, 10, 0, 20, -0.1611, 0.2775],
  [10, 10, 0, 20, 0.6791, 1],
])('%i of %i less %i of %i has the interval printed by Newcombe', (k, n, j, m, low, high) => {
  const more = shareDifference(wilson(j, m), wilson(k, n))
  expect(more.value).toBeCloseTo(k / n - j / m, 9)
  expect(more.low).toBeCloseTo(low, 4)
  expect(more.high).toBeCloseTo(high, 4)
})

test('no tries say nothing, and more clean tries than tries is a bug', () => {
  expect(wilson(0, 0)).toEqual({ share: 0.5, low: 0, high: 1 })
  expect(wilson(5, 5).high).toBe(1)
  expect(() => wilson(3, 2)).toThrow(RangeError)
})

// MacKay, Information Theory, Inference, and Learning Algorithms (2003), section 1.4: H2(0.1) = 0.47, H2(0.11) = 0.5.
test('binary entropy as tabulated by MacKay', () => {
  expect(binaryEntropy(0.1)).toBeCloseTo(0.47, 2)
  expect(binaryEntropy(0.11)).toBeCloseTo(0.5, 2)
  expect(binaryEntropy(0.5)).toBe(1)
  expect(binaryEntropy(0)).toBe(0)
})
