/** The week's programme solved by HiGHS, against exhaustive search and in its rules. */
import { seededRng } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import {
  DAYS,
  gridOf,
  handWeek,
  playingMinutes,
  readWeek,
  weekProgramme,
  weekWorth,
} from '@vein-mend/core/practice'
import type { PracticeItem, WeekAsk, WeekGrid, WeekPlan } from '@vein-mend/core/practice'
import { describe, expect, test, vi } from 'vitest'
import { anItem, aWeek } from '../../core/src/practice/test/weekAsked'
import { solveAnew, solveProgramme } from './solver'
import { Thread, TooHeavy } from './threads'

const item = (id: string, more: Partial<PracticeItem> = {}) =>
  anItem(id, { name: id, askedDays: 5, ...more })
const ask = aWeek

/** Enough for any of these on any machine: how long it takes is for the bench to say. */
const PATIENCE_SECONDS = 30

async function solved(a: WeekAsk) {
  const answer = await solveAnew(weekProgramme(a), PATIENCE_SECONDS)
  if (answer.kind !== 'best') throw new Error(answer.kind)
  const grid = gridOf(a, answer.solution)
  return { grid, plan: readWeek(a, grid) }
}

const worthOf = (a: WeekAsk, grid: WeekGrid) => weekWorth(a, (i, d) => grid[i]?.[d] ?? false)

/** Random small weeks. */
function smallAsk(rng: Rng, count: number): WeekAsk {
  const items = Array.from({ length: count }, (_, i) =>
    item(`i${i}`, {
      minutes: 3 + Math.floor(rng() * 12),
      askedDays: 2 + Math.floor(rng() * 5),
      weight: 1 + rng() * 3,
      isNew: rng() < 0.5,
      spaced: rng() < 0.4,
    }),
  )
  const minutes = Array.from({ length: DAYS }, () => Math.floor(rng() * 25))
  return ask(items, {
    minutes,
    newPerDay: 1,
    eve: rng() < 0.5 ? 3 : null,
    group: rng() < 0.5 ? 4 : null,
  })
}

/** What is broken in the week, in words; empty when nothing is. */
function broken(a: WeekAsk, grid: WeekGrid): readonly string[] {
  const days = Array.from({ length: DAYS }, (_, d) => d)
  const perDay = days.flatMap((d) => {
    const here = a.items.filter((_, i) => grid[i]![d])
    const minutes = here.reduce((sum, x) => sum + x.minutes, 0)
    const placed = (x: PracticeItem) => a.pins.some((p) => p.item === x.id && p.day === d && p.on)
    const group = (x: PracticeItem) =>
      d === a.group && !placed(x) && (x.isNew || x.kind === 'music')
    return [
      ...(here.some(group) ? [`day ${d} is the group's`] : []),
      ...(minutes > playingMinutes(a.minutes[d]!) ? [`day ${d} too long`] : []),
      ...(here.filter((x) => x.isNew).length > a.newPerDay ? [`day ${d} too new`] : []),
    ]
  })
  const perItem = a.items.flatMap((x, i) => {
    const row = grid[i]!
    return [
      ...(row.filter(Boolean).length > x.askedDays ? [`${x.id} too often`] : []),
      ...(x.spaced && row.some((v, d) => v && row[d + 1]) ? [`${x.id} two days running`] : []),
    ]
  })
  const pins = a.pins.flatMap((p) => {
    const i = a.items.findIndex((x) => x.id === p.item)
    return grid[i]![p.day] === p.on ? [] : [`${p.item} not where it was put`]
  })
  return [...perDay, ...perItem, ...pins]
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
      if (d === a.group && here.some((x) => x.isNew)) return false
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
      const a = smallAsk(rng, 2)
      const { grid } = await solved(a)
      expect(worthOf(a, grid)).toBeCloseTo(best(a), 6)
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

describe('the day of the group lesson', () => {
  const music = item('music', { kind: 'music', weight: 2 })
  const pieces = item('group', { kind: 'group', weight: 2, askedDays: 3 })
  const fresh = item('fresh', { isNew: true, askedDays: 6 })

  test('has no music of its own and nothing new, and its eve has the pieces of the group', async () => {
    const { plan } = await solved(ask([music, pieces, fresh, item('old')], { group: 4 }))
    const on = (day: number) => plan.days[day]!.blocks.map((b) => b.item.id)
    expect(on(4)).toEqual(['old'])
    expect(on(3)).toContain('group')
    const eve = plan.days[3]!.blocks.find((b) => b.item.id === 'group')!
    expect(eve.reasons).toContain('eve-of-group')
  })

  test('what the teacher places there by hand stays', async () => {
    const pins = [{ item: 'fresh', day: 4, on: true }]
    const { plan } = await solved(ask([music, fresh], { group: 4, pins }))
    expect(plan.days[4]!.blocks.map((b) => b.item.id)).toEqual(['fresh'])
  })
})

describe('the balance of the hands', () => {
  const left = item('left', { hand: 'left', askedDays: 6 })
  const right = item('right', { hand: 'right', askedDays: 6 })
  const days = (plan: WeekPlan, id: string) =>
    plan.days.filter((d) => d.blocks.some((b) => b.item.id === id)).length

  test.each([
    [2, 'left', 'right'],
    [0.5, 'right', 'left'],
  ] as const)('%d to one gives the %s hand its double', async (leftToRight, more, less) => {
    const { plan } = await solved(ask([left, right], { leftToRight }))
    expect(days(plan, more)).toBeGreaterThanOrEqual(2 * days(plan, less))
    expect(days(plan, less)).toBe(3)
  })
})

describe('the week filled by hand, for when time runs out', () => {
  test('keeps every rule and comes near the best of all weeks, on small random asks', () => {
    const rng = seededRng(67)
    for (let round = 0; round < 8; round++) {
      const a = smallAsk(rng, 2)
      const grid = handWeek(a)!
      expect(broken(a, grid)).toEqual([])
      expect(worthOf(a, grid)).toBeGreaterThan(best(a) - 0.05 * Math.abs(best(a)) - 0.05)
    }
  })

  test('keeps every rule and every pin on large asks, and never beats the solver', async () => {
    const rng = seededRng(68)
    for (let round = 0; round < 6; round++) {
      const free = smallAsk(rng, 9)
      const pins = [
        { item: 'i0', day: free.minutes.indexOf(Math.max(...free.minutes)), on: true },
        { item: 'i1', day: 2, on: false },
      ]
      const a = { ...free, pins }
      const grid = handWeek(a)
      const answer = await solveAnew(weekProgramme(a), PATIENCE_SECONDS)
      expect(grid === null).toBe(answer.kind === 'impossible')
      if (!grid || answer.kind !== 'best') continue
      expect(broken(a, grid)).toEqual([])
      expect(broken(a, gridOf(a, answer.solution))).toEqual([])
      const most = worthOf(a, gridOf(a, answer.solution))
      expect(worthOf(a, grid)).toBeLessThanOrEqual(most + 0.003 * Math.abs(most))
    }
  })

  test('is no week where the pins break a rule, as for the solver', async () => {
    const a = ask([item('a', { minutes: 30 })], { pins: [{ item: 'a', day: 0, on: true }] })
    expect(handWeek(a)).toBeNull()
    expect((await solveProgramme(weekProgramme(a))).kind).toBe('impossible')
  })

  test('is no week where the hands do not come into balance', () => {
    const items = [item('right', { hand: 'right' }), item('left', { hand: 'left', askedDays: 1 })]
    expect(handWeek(ask(items, { leftToRight: 1 }))).toBeNull()
    expect(handWeek(ask(items))).not.toBeNull()
  })
})

test('no time at all is told as such, and gives no week of zeros', async () => {
  const items = Array.from({ length: 30 }, (_, i) =>
    item(`i${i}`, { minutes: 2 + (i % 5), spaced: i % 2 === 0 }),
  )
  const answer = await solveAnew(weekProgramme(ask(items)), 0.000001)
  expect(answer).toEqual({ kind: 'cut-short', solution: null })
})

test('the same programme has the same answer, one after the other and both at once', async () => {
  const text = weekProgramme(ask([item('a')]))
  expect(await solveProgramme(text)).toBe(await solveProgramme(text))
  const other = weekProgramme(ask([item('asked-twice-at-once')]))
  const [one, two] = await Promise.all([solveProgramme(other), solveProgramme(other)])
  expect(one).toBe(two)
})

test('a solver that fails leaves the week to the hand, and the same programme has the same answer after it', async () => {
  const programme = weekProgramme(ask([item('a', { minutes: 4 }), item('only here')]))
  const failing = vi.spyOn(Thread.prototype, 'ask').mockRejectedValueOnce(new TooHeavy('solver'))
  const byHand = { kind: 'cut-short', solution: null }
  expect(await solveProgramme(programme)).toEqual(byHand)
  failing.mockRestore()
  expect(await solveProgramme(programme)).toEqual(byHand)
})
