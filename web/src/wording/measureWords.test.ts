import { expect, test } from 'vitest'
import { sayMeasure, sayValue } from './measureWords'

test('what is below nought says so, what rounds to nought has no sign', () => {
  const dB = (value: number) => sayValue(value, 'dB')
  expect([-12.34, -1, -0.24, -0.06, -0.04, 0, 0.04, 0.3].map(dB)).toEqual([
    ...['−12.3 dB', '−1.0 dB', '−0.2 dB', '−0.1 dB'],
    ...['0.0 dB', '0.0 dB', '0.0 dB', '0.3 dB'],
  ])
  expect([-10, -0.6, -0.4, 0.4].map((v) => sayValue(v, 'cents'))).toEqual([
    ...['−10 cents', '−1 cents', '0 cents', '0 cents'],
  ])
  expect([-0.1, -0.004].map((v) => sayValue(v, 'share'))).toEqual(['−10\u00a0%', '0\u00a0%'])
})

test('an interval stands behind its value, with its signs and without the unit again', () => {
  const rise = { value: -0.04, low: -0.2, high: 0.1, unit: 'dB-per-second' }
  expect(sayMeasure(rise)).toBe('0.0 dB a second (−0.2 to 0.1)')
  expect(sayMeasure({ value: -40, low: -41.2, high: -38.9, unit: 'cents' })).toBe(
    '−40 cents (−41 to −39)',
  )
  expect(sayMeasure({ value: -15.4, low: -15.4, high: -15.4, unit: 'dB' })).toBe('−15.4 dB')
})
