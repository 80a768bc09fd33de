import { describe, expect, test } from 'vitest'
import { measureAsked, parsePass, sayPass, writePass } from './index'

describe('a pass rule that asks for a measure', () => {
  test.each([
    ['3 in a row, even within 8 %', 'unevenness-share', 'over', 0.08],
    ['4 of 5, tempo within 4.5 %', 'tempo-drift', 'beyond', 0.045],
    ['3 in a row, hands within 20 ms', 'hands-apart', 'beyond', 20],
    ['2 of 3, chords within 30 ms', 'chord-spread', 'over', 30],
    ['3 in a row, thumb within 5', 'thumb-accent', 'over', 5],
    ['3 in a row, pitch within 10 cents', 'pitch', 'beyond', 10],
    ['4 of 5, steady within 8 cents', 'pitch-unsteady', 'over', 8],
    ['3 in a row, speaks within 80 ms', 'speaks-after', 'over', 80],
    ['3 in a row, colour within 10 %', 'brightness-spread', 'over', 0.1],
    ['3 in a row, level within 1.5 dB', 'level-unsteady', 'over', 1.5],
    ['3 in a row, crossing within 5 %', 'rush-before-crossing', 'under', -0.05],
  ] as const)('%s is read, and written as it was', (text, by, side, at) => {
    const rule = parsePass(text)
    expect(rule?.within && measureAsked(rule.within)).toEqual({ by, side, at })
    expect(rule && writePass(rule)).toBe(text)
  })

  test('is said with its measure', () => {
    const rule = parsePass('3 in a row, even within 8 %')
    expect(rule && sayPass(rule)).toBe('3 clean in a row, measured: even within 8 %')
  })

  test.each([
    '3 in a row, even within 8 ms',
    '3 in a row, thumb within 5 ms',
    '3 in a row, loud within 5',
    '3 in a row, even within 0 %',
    '3 in a row,',
    '3 in a row, even',
  ])('%s is none', (text) => {
    expect(parsePass(text)).toBeNull()
  })
})
