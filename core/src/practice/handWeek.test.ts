/** The week as a teacher would fill it by hand: whatever is asked, its rules hold, and nothing that fits is left out. */
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { DAYS, handWeek, playingMinutes, weekWorth } from './index'
import type { WeekAsk, WeekGrid } from './index'
import { anItem, aWeek } from './test/weekAsked'

const item = anItem
const ask = aWeek

const daysOf = (grid: WeekGrid, i: number) =>
  Array.from({ length: DAYS }, (_, d) => d).filter((d) => grid[i]?.[d])

const minutesOn = (grid: WeekGrid, a: WeekAsk, d: number) =>
  a.items.reduce((sum, x, i) => sum + (grid[i]?.[d] ? x.minutes : 0), 0)

const anyItem = fc.record({
  minutes: fc.integer({ min: 1, max: 12 }),
  askedDays: fc.integer({ min: 1, max: 7 }),
  weight: fc.integer({ min: 1, max: 5 }),
  isNew: fc.boolean(),
  spaced: fc.boolean(),
})

test('minutes, days, new movements and spacing are kept, whatever is asked', () => {
  fc.assert(
    fc.property(
      fc.array(anyItem, { minLength: 1, maxLength: 6 }),
      fc.array(fc.integer({ min: 0, max: 30 }), { minLength: DAYS, maxLength: DAYS }),
      (parts, minutes) => {
        const a = ask(
          parts.map((p, i) => item(`i${i}`, p)),
          { minutes },
        )
        const grid = handWeek(a)
        if (!grid) return
        for (let d = 0; d < DAYS; d++) {
          expect(minutesOn(grid, a, d)).toBeLessThanOrEqual(playingMinutes(minutes[d] ?? 0) + 1e-9)
          const fresh = a.items.filter((x, i) => x.isNew && grid[i]?.[d]).length
          expect(fresh).toBeLessThanOrEqual(a.newPerDay)
        }
        a.items.forEach((x, i) => {
          const days = daysOf(grid, i)
          expect(days.length).toBeLessThanOrEqual(x.askedDays)
          if (x.spaced) for (const d of days) expect(days).not.toContain(d + 1)
        })
      },
    ),
    { seed: 20261126, numRuns: 120 },
  )
})

describe('by hand', () => {
  test('all that fits is there, on as many days as are asked for', () => {
    const grid = handWeek(ask([item('a'), item('b')]))!
    expect([0, 1].map((i) => daysOf(grid, i).length)).toEqual([3, 3])
    expect(daysOf(grid, 0)).not.toContain(6)
  })

  test('what weighs more goes first where not all fits', () => {
    const minutes = [5, 0, 0, 0, 0, 0, 0]
    const grid = handWeek(
      ask([item('light', { weight: 1 }), item('heavy', { weight: 5 })], { minutes }),
    )!
    expect([0, 1].map((i) => daysOf(grid, i).length)).toEqual([0, 1])
  })

  test('a pin is kept, one that keeps off too, and one that breaks a rule cannot be', () => {
    const pin = (day: number, on: boolean) => ({ item: 'a', day, on })
    const on = handWeek(ask([item('a', { askedDays: 1 })], { pins: [pin(4, true)] }))!
    expect(daysOf(on, 0)).toEqual([4])
    const off = handWeek(ask([item('a', { askedDays: 6 })], { pins: [pin(2, false)] }))!
    expect(daysOf(off, 0)).not.toContain(2)
    expect(daysOf(off, 0)).toHaveLength(5)
    expect(handWeek(ask([item('a')], { pins: [pin(6, true)] }))).toBeNull()
  })

  test('is worth more than no week, and no less than the same without one of its blocks', () => {
    const a = ask([item('a'), item('b', { weight: 1 })])
    const grid = handWeek(a)!
    const worth = (g: WeekGrid) => weekWorth(a, (i, d) => g[i]?.[d] ?? false)
    const without = grid.map((row, i) => (i === 0 ? row.map(() => false) : row))
    expect(worth(grid)).toBeGreaterThan(worth(without))
  })
})

/** The most any week of these is worth, by trying every one of them. */
function bestWorth(a: WeekAsk, days: readonly number[]): number {
  const places = a.items.flatMap((_, i) => days.map((d) => [i, d] as const))
  let most = -Infinity
  for (let mask = 0; mask < 2 ** places.length; mask++) {
    const grid = a.items.map(() => Array.from({ length: DAYS }, () => false))
    places.forEach(([i, d], bit) => (grid[i]![d] = (mask & (1 << bit)) !== 0))
    const kept =
      days.every(
        (d) =>
          minutesOn(grid, a, d) <= playingMinutes(a.minutes[d]!) &&
          a.items.filter((x, i) => x.isNew && grid[i]![d]).length <= a.newPerDay,
      ) &&
      a.items.every((x, i) => {
        const on = daysOf(grid, i)
        return on.length <= x.askedDays && (!x.spaced || !on.some((d) => on.includes(d + 1)))
      })
    if (kept)
      most = Math.max(
        most,
        weekWorth(a, (i, d) => grid[i]![d]!),
      )
  }
  return most
}

test('what is filled by hand is mostly the best week there is, and never far from it', () => {
  const days = [0, 1, 3, 4]
  const seen = { asked: 0, best: 0, far: 0 }
  fc.assert(
    fc.property(
      fc.array(anyItem, { minLength: 2, maxLength: 3 }),
      fc.array(fc.integer({ min: 4, max: 22 }), { minLength: DAYS, maxLength: DAYS }),
      fc.integer({ min: 1, max: 2 }),
      (parts, free, newPerDay) => {
        const minutes = free.map((m, d) => (days.includes(d) ? m : 0))
        const a = ask(
          parts.map((p, i) => item(`i${i}`, p)),
          { minutes, newPerDay },
        )
        const grid = handWeek(a)!
        const [most, worth] = [bestWorth(a, days), weekWorth(a, (i, d) => grid[i]![d]!)]
        expect(worth).toBeLessThanOrEqual(most + 1e-9)
        seen.far = Math.max(seen.far, (most - worth) / Math.max(...parts.map((p) => p.weight)))
        seen.asked += 1
        seen.best += worth > most - 1e-6 ? 1 : 0
      },
    ),
    { seed: 20261129, numRuns: 240 },
  )
  // Measured: 235 of 240 are the best; the furthest misses one block and a little.
  expect(seen.best / seen.asked).toBeGreaterThan(0.95)
  expect(seen.far).toBeLessThan(1.5)
})
