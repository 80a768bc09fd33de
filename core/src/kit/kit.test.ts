import { describe, expect, test } from 'vitest'
import {
  addDays,
  chance,
  daysBetween,
  decibans,
  parseDay,
  pick,
  seededRng,
  shuffle,
  weekdayOf,
} from './index'
import type { IsoDate } from './index'

const day = (text: string) => parseDay(text)!

describe('days', () => {
  test('the thirtieth of February is no day', () => {
    expect(parseDay('2026-02-30')).toBeNull()
    expect(parseDay('26-2-3')).toBeNull()
    expect(parseDay('2028-02-29')).toBe('2028-02-29')
  })
  test('weeks pass over the change to summer time without losing a day', () => {
    expect(addDays(day('2026-03-24'), 7)).toBe('2026-03-31')
    expect(daysBetween(day('2026-03-24'), day('2026-04-07'))).toBe(14)
    expect(daysBetween(day('2026-01-02'), day('2025-12-31'))).toBe(-2)
  })
  test('24 November 2026 is a Tuesday', () => {
    expect(weekdayOf(day('2026-11-24'))).toBe(1)
  })
  test('arithmetic on what is no day is a bug and throws', () => {
    expect(() => addDays('soon' as IsoDate, 1)).toThrow(RangeError)
  })
})

describe('chance', () => {
  test('the same seed plays the same game', () => {
    const a = seededRng(7)
    const b = seededRng(7)
    expect([a(), a(), a()]).toEqual([b(), b(), b()])
  })
  test('a coin of 0.3 falls on its face about three times in ten', () => {
    const rng = seededRng(11)
    const faces = Array.from({ length: 20_000 }, () => chance(rng, 0.3)).filter(Boolean).length
    // Five standard errors of a share of 0.3 in 20,000.
    expect(Math.abs(faces / 20_000 - 0.3)).toBeLessThan(5 * Math.sqrt(0.21 / 20_000))
  })
  test('a shuffle keeps every card and a pick from nothing throws', () => {
    expect(shuffle(seededRng(3), [1, 2, 3, 4, 5]).sort()).toEqual([1, 2, 3, 4, 5])
    expect(() => pick(seededRng(3), [])).toThrow(RangeError)
  })
})

test('ten to one on is ten decibans, evens are none', () => {
  expect(decibans(10 / 11)).toBeCloseTo(10, 10)
  expect(decibans(0.5)).toBe(0)
  expect(Number.isFinite(decibans(1))).toBe(true)
})
