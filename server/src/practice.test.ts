/** The week's programme solved by HiGHS, against exhaustive search and in its rules. */
import { seededRng } from '@vein-mend/core/kit'
import {
  DAYS,
  playingMinutes,
  readWeek,
  returning,
  weekProgramme,
  weekWorth,
} from '@vein-mend/core/practice'
import type { PracticeItem, WeekAsk } from '@vein-mend/core/practice'
import { describe, expect, test } from 'vitest'
import { solveProgramme } from './solver'

function item(id: string, more: Partial<PracticeItem> = {}): PracticeItem {
  return {
    id,
    kind: 'rung',
    name: id,
    minutes: 5,
    askedDays: 5,
    weight: 3,
    isNew: false,
    place: 'strength',
    spaced: false,
    hand: null,
    case: null,
    rung: null,
    ...more,
  }
}

function ask(items: readonly PracticeItem[], more: Partial<WeekAsk> = {}): WeekAsk {
  return {
    items,
    minutes: [20, 20, 20, 20, 20, 20, 0],
    newPerDay: 2,
    pins: [],
    eve: null,
    leftToRight: null,
    ...more,
  }
}

async function solved(a: WeekAsk) {
  const solution = await solveProgramme(weekProgramme(a))
  if (!solution) throw new Error('no week')
  return { solution, plan: readWeek(a, solution) }
}

/** The best worth of all weeks, by trying every one; only for two or three items. */
function best(a: WeekAsk): number {
  const cells = a.items.length * DAYS
  let most = -Infinity
  for (let mask = 0; mask < 2 ** cells; mask++) {
    const on = (i: number, d: number) => (mask & (1 << (i * DAYS + d))) !== 0
    const fits = Array.from({ length: DAYS }, (_, d) => d).every((d) => {
      const here = a.items.filter((_, i) => on(i, d))
      const minutes = here.reduce((s, x) => s + x.minutes, 0)
      return (
        minutes <= playingMinutes(a.minutes[d]!) &&
        here.filter((x) => x.isNew).length <= a.newPerDay
      )
    })
    const wished = a.items.every((x, i) => {
      const days = Array.from({ length: DAYS }, (_, d) => on(i, d))
      const apart = !x.spaced || days.every((v, d) => !(v && days[d + 1]))
      return apart && days.filter(Boolean).length <= x.askedDays
    })
    if (fits && wished) most = Math.max(most, weekWorth(a, on))
  }
  return most
}

describe('the solved week', () => {
  test('is as good as the best of all weeks, on small random asks', async () => {
    const rng = seededRng(66)
    for (let round = 0; round < 8; round++) {
      const items = [0, 1].map((i) =>
        item(`i${i}`, {
          minutes: 3 + Math.floor(rng() * 12),
          askedDays: 2 + Math.floor(rng() * 5),
          weight: 1 + rng() * 3,
          isNew: rng() < 0.5,
          spaced: rng() < 0.4,
        }),
      )
      const minutes = Array.from({ length: DAYS }, () => Math.floor(rng() * 25))
      const a = ask(items, { minutes, newPerDay: 1, eve: rng() < 0.5 ? 3 : null })
      const { solution } = await solved(a)
      const worth = weekWorth(a, (i, d) => (solution[`x${i}_${d}`] ?? 0) > 0.5)
      expect(worth).toBeCloseTo(best(a), 6)
    }
  }, 60_000)

  test('keeps every day within its minutes, pauses taken out, and a rest day empty', async () => {
    const items = Array.from({ length: 12 }, (_, i) => item(`i${i}`, { minutes: 4 + (i % 3) }))
    const { plan } = await solved(ask(items, { minutes: [40, 15, 60, 0, 25, 30, 0] }))
    for (const day of plan.days) expect(day.minutes).toBeLessThanOrEqual(playingMinutes(day.budget))
    expect(plan.days[3]!.blocks).toEqual([])
    expect(playingMinutes(60)).toBe(50)
  })

  test('brings at most so many new movements a day, and keeps upkeep apart', async () => {
    const items = [
      ...Array.from({ length: 4 }, (_, i) => item(`new${i}`, { isNew: true, place: 'new' })),
      item('upkeep', { kind: 'upkeep', spaced: true, askedDays: 3, minutes: 2 }),
    ]
    const { plan } = await solved(ask(items, { newPerDay: 1 }))
    const days = plan.days.map((d) => d.blocks)
    expect(days.every((b) => b.filter((x) => x.item.isNew).length <= 1)).toBe(true)
    const on = days.map((b) => b.some((x) => x.item.id === 'upkeep'))
    expect(on.some((v, i) => v && on[i + 1])).toBe(false)
  })

  test('keeps what is pinned, and puts rungs on the eve of the lesson', async () => {
    const items = [item('a', { askedDays: 2 }), item('b', { kind: 'music', askedDays: 6 })]
    const pins = [{ item: 'b', day: 2, on: false }] as const
    const { plan } = await solved(ask(items, { pins, eve: 4, minutes: [5, 5, 5, 5, 5, 5, 5] }))
    expect(plan.days[2]!.blocks.some((b) => b.item.id === 'b')).toBe(false)
    expect(plan.days[4]!.blocks.map((b) => b.item.id)).toEqual(['a'])
  })

  test('gives the left hand its ratio', async () => {
    const items = [
      item('right', { hand: 'right', askedDays: 6, weight: 5 }),
      item('left', { hand: 'left', askedDays: 6, weight: 1 }),
    ]
    const { plan } = await solved(ask(items, { leftToRight: 2, minutes: [5, 5, 5, 5, 5, 5, 0] }))
    const days = (id: string) =>
      plan.days.filter((d) => d.blocks.some((b) => b.item.id === id)).length
    expect(days('left')).toBeGreaterThanOrEqual(2 * days('right'))
  })

  test('says which wish gave way', async () => {
    const { plan } = await solved(
      ask([item('a'), item('b', { weight: 1 })], { minutes: [5, 5, 5, 5, 5, 0, 0] }),
    )
    expect(plan.gaveWay.map((g) => [g.item.id, g.got])).toEqual([['b', 0]])
  })

  test('orders a day: new while fresh, strength, music, an easy finish', async () => {
    const items = [
      item('tune', { place: 'music', kind: 'music' }),
      item('easy', { place: 'finish', kind: 'finish' }),
      item('fresh', { place: 'new', isNew: true }),
      item('mime', { place: 'away' }),
    ]
    const { plan } = await solved(ask(items))
    expect(plan.days[0]!.blocks.map((b) => b.item.id)).toEqual(['mime', 'fresh', 'tune', 'easy'])
  })
})

test('after a break the minutes begin at half and grow a little each day', () => {
  expect(returning([20, 20, 20, 20, 20, 20, 20], 0)).toEqual([10, 12, 14, 16, 18, 20, 20])
})
