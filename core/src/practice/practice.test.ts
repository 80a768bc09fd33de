import { describe, expect, test } from 'vitest'
import { chance, seededRng } from '../kit'
import type { IsoDate, Rng } from '../kit'
import { EMPTY_HOME, keptShare, keptWeeks, mondayOf, weekGivenFor } from '../record'
import type { HomeLog, HomeTick } from '../record'
import { forecastMended, gained, PRIOR, returning } from './index'
import type { Pace, PracticeItem, WeekPlan } from './index'
import { betaByOrder } from './test/betaByOrder'

const RUNS = 1500

/** Lessons a student with these true chances takes; they are hidden from the forecast. */
function trueLessons(rng: Rng, pass: number, clean: number, rungs: number): number {
  let left = rungs
  let row = 0
  for (let lesson = 1; lesson <= 500; lesson++) {
    if (left > 0) {
      if (chance(rng, pass)) left -= 1
    } else {
      row = chance(rng, clean) ? row + 1 : 0
      if (row === 2) return lesson
    }
  }
  return Infinity
}

/** Share of students whose true day lies within the windows, over so many with so long a history. */
function coverage(students: number, history: number, rng: Rng) {
  let inHalf = 0
  let inMost = 0
  for (let s = 0; s < students; s++) {
    const pass = betaByOrder(rng, PRIOR.passed, PRIOR.notPassed)
    const clean = betaByOrder(rng, 4, 2)
    const passed = Array.from({ length: history }, () => chance(rng, pass)).filter(Boolean).length
    const pace: Pace = {
      rungsLeft: 4,
      passed,
      notPassed: history - passed,
      cleanInARow: 0,
      daysBetweenLessons: 7,
    }
    const window = forecastMended(pace, { kept: 0.6, runs: RUNS, rng: seededRng(s) })
    const days = trueLessons(rng, pass, clean, 4) * 7
    if (days >= window.half[0] && days <= window.half[1]) inHalf += 1
    if (days >= window.most[0] && days <= window.most[1]) inMost += 1
  }
  return { half: inHalf / students, most: inMost / students }
}

describe('the forecast on simulated students', () => {
  // Whole lessons make windows a little wide: the bounds themselves belong to them.
  test.each([0, 4, 12])('with %i lessons of history its windows hold what they say', (history) => {
    const held = coverage(400, history, seededRng(80 + history))
    expect(held.most).toBeGreaterThan(0.75)
    expect(held.most).toBeLessThan(0.93)
    expect(held.half).toBeGreaterThan(0.45)
    expect(held.half).toBeLessThan(0.75)
  })

  test('more practice kept is never later, and the same seed has the same answer', () => {
    const pace: Pace = {
      rungsLeft: 5,
      passed: 3,
      notPassed: 3,
      cleanInARow: 0,
      daysBetweenLessons: 7,
    }
    const at = (kept: number) => forecastMended(pace, { kept, runs: RUNS, rng: seededRng(1) })
    expect(at(1).half[1]).toBeLessThan(at(0.3).half[1])
    expect(at(0.5)).toEqual(at(0.5))
  })

  test('clean lessons already there count once the ladder is climbed', () => {
    const pace: Pace = {
      rungsLeft: 0,
      passed: 3,
      notPassed: 1,
      cleanInARow: 1,
      daysBetweenLessons: 7,
    }
    const soon = forecastMended(pace, { kept: 0.6, runs: RUNS, rng: seededRng(2) })
    expect(soon.most[0]).toBe(7)
    expect(soon.half[0]).toBe(7)
  })
})

const day = (text: string) => text as IsoDate
const MONDAY = day('2026-03-02')

function log(more: Partial<HomeLog>): HomeLog {
  const block = (item: string, weekday: number) => ({
    item,
    name: item,
    case: null,
    day: weekday,
    minutes: 5,
  })
  const blocks = [block('a', 0), block('b', 0), block('a', 2)]
  return { ...EMPTY_HOME, given: [{ week: MONDAY, blocks }], ...more }
}
const tick = (date: string, item: string, minutes = 5) => ({
  date: day(date),
  item,
  minutes,
  tempo: null,
})

/** A log with these ticks, in the week of the first. */
const ticked = (ticks: readonly HomeTick[]) => ({
  ticked: [{ week: mondayOf(ticks[0]!.date), ticks }],
})

describe('the practice kept', () => {
  test('is the share of the minutes asked for; a tick of what was not asked adds nothing', () => {
    const home = log(ticked([tick('2026-03-02', 'a'), tick('2026-03-03', 'a')]))
    expect(keptShare(home, MONDAY, day('2026-03-09'))).toBeCloseTo(1 / 3)
  })

  test('is not known where nothing was asked or nobody ever ticked', () => {
    expect(keptShare(log({}), MONDAY, day('2026-03-09'))).toBeNull()
    const before = log(ticked([tick('2026-02-23', 'a')]))
    expect(keptShare(before, day('2026-02-23'), MONDAY)).toBeNull()
  })

  test('a week holds until another is given', () => {
    const home = log({})
    expect(weekGivenFor(home, day('2026-03-25'))?.week).toBe(MONDAY)
    expect(weekGivenFor(home, day('2026-03-01'))).toBeNull()
  })

  test('the present week is counted up to yesterday, and not at all on its Monday', () => {
    const home = log(ticked([tick('2026-03-02', 'a'), tick('2026-03-02', 'b')]))
    expect(keptWeeks(home, day('2026-03-03'), 8)).toEqual([
      { week: MONDAY, daysAsked: 1, daysPlayed: 1, share: 1 },
    ])
    expect(keptWeeks(home, MONDAY, 8)).toEqual([])
  })
})

test('after a break the minutes come back by a tenth a day', () => {
  expect(returning([20, 20, 20, 20, 20, 20, 20], 0)).toEqual([10, 12, 14, 16, 18, 20, 20])
})

test('what a roomier week has more of is counted in days', () => {
  const item = { id: 'a', askedDays: 3 } as PracticeItem
  const plan = (days: number): WeekPlan => ({
    items: [item],
    days: Array.from({ length: 7 }, (_, day) => ({
      blocks: day < days ? [{ item, day, minutes: 5, reasons: [] }] : [],
      minutes: 0,
      budget: 0,
      playing: 0,
    })),
    gaveWay: [],
  })
  expect(gained(plan(3), plan(1))).toEqual([{ item, days: 2 }])
  expect(gained(plan(1), plan(1))).toEqual([])
})
