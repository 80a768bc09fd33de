import { describe, expect, test } from 'vitest'
import { chance, seededRng } from '../kit'
import type { IsoDate, Rng } from '../kit'
import { EMPTY_HOME, keptShare, keptWeeks, mondayOf, weekGivenFor } from '../record'
import type { HomeLog, HomeTick } from '../record'
import { forecastMended, gained, PRIOR, returning } from './index'
import type { Pace, PracticeItem, WeekPlan } from './index'
import { betaByOrder } from './test/betaByOrder'

const RUNS = 1500

/** The true chances of a student in each lesson, those before today counted below nought; hidden from the forecast. */
interface Student {
  readonly pass: (lesson: number) => number
  readonly clean: (lesson: number) => number
}
const steady = (pass: number, clean: number): Student => ({ pass: () => pass, clean: () => clean })

/** Lessons the student takes. */
function trueLessons(rng: Rng, { pass, clean }: Student, rungs: number): number {
  let left = rungs
  let row = 0
  for (let lesson = 1; lesson <= 500; lesson++) {
    if (left > 0) {
      if (chance(rng, pass(lesson))) left -= 1
    } else {
      row = chance(rng, clean(lesson)) ? row + 1 : 0
      if (row === 2) return lesson
    }
  }
  return Infinity
}

/** As the forecast takes students to be: that its windows hold these says only that it counts well. */
const ownKind = (rng: Rng) =>
  steady(betaByOrder(rng, PRIOR.passed, PRIOR.notPassed), betaByOrder(rng, 4, 2))

/** Share of students whose true day lies within the windows, over so many with so long a history. */
function coverage(
  students: number,
  history: number,
  rng: Rng,
  studentOf: (rng: Rng) => Student = ownKind,
) {
  let inHalf = 0
  let inMost = 0
  for (let s = 0; s < students; s++) {
    const student = studentOf(rng)
    const passed = Array.from({ length: history }, (_, i) => chance(rng, student.pass(-i))).filter(
      Boolean,
    ).length
    const pace: Pace = {
      rungsLeft: 4,
      passed,
      notPassed: history - passed,
      cleanInARow: 0,
      daysBetweenLessons: 7,
    }
    const window = forecastMended(pace, { kept: 0.6, runs: RUNS, rng: seededRng(s) })
    const days = trueLessons(rng, student, 4) * 7
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

  // Its windows rest on what it takes students to be like; these are like something else.
  const OTHERS: Readonly<Record<string, (rng: Rng) => Student>> = {
    'of every pace': (rng) => steady(0.2 + 0.7 * rng(), 0.4 + 0.55 * rng()),
    'that are slow': (rng) => steady(0.15 + 0.2 * rng(), 0.4 + 0.3 * rng()),
    'that are quick': (rng) => steady(0.7 + 0.25 * rng(), 0.75 + 0.2 * rng()),
    'with good and bad months': (rng) => {
      const [middle, from] = [0.3 + 0.4 * rng(), 7 * rng()]
      const swing = (lesson: number) => middle + 0.3 * Math.sin((lesson + from) / 2)
      return { pass: (lesson) => Math.min(0.95, Math.max(0.05, swing(lesson))), clean: () => 0.7 }
    },
  }
  test.each(Object.keys(OTHERS))(
    'on students %s its 80 % windows hold most, once some lessons are known',
    (kind) => {
      for (const history of [4, 12]) {
        const held = coverage(400, history, seededRng(5 + history), OTHERS[kind])
        expect(held.most, `${history} lessons`).toBeGreaterThan(0.78)
        expect(held.half, `${history} lessons`).toBeGreaterThan(0.42)
      }
    },
  )

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
