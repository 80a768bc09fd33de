/** Weeks of practice: which was given, what was ticked in it, and what that says of practising daily. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import { askedOn, keptDaily, keptWeeks, mondayOf, ticksOfWeek, weekGivenFor } from './index'
import type { KeptWeek } from './index'
import { A, Desk, START } from './test/desk'

const MONDAY = mondayOf(START)
const block = (day: number, item = 'one') => ({ item, name: item, case: A, day, minutes: 4 })
const give = (desk: Desk, weeks: number, ...days: number[]) =>
  desk.do({
    ...({ kind: 'week-given', week: addDays(MONDAY, 7 * weeks) } as const),
    blocks: days.map((d) => block(d)),
  })
const tick = (desk: Desk, days: number, item = 'one', done = true) =>
  desk.do({
    ...({ kind: 'practised', date: addDays(MONDAY, days), item, minutes: 4, done } as const),
    tempo: null,
  })

/** Asked for on Monday, Tuesday and Thursday; from the third week on, on Sunday alone. */
function twoWeeks(): Desk {
  const desk = new Desk().open()
  desk.settle()
  give(desk, 0, 0, 1, 3)
  give(desk, 2, 6)
  return desk
}

describe('the week that holds', () => {
  const { home } = twoWeeks().record
  const asked = (days: number) => askedOn(home, addDays(MONDAY, days)).map((b) => b.day)

  test('is the last that was given, and goes on until another is', () => {
    expect(weekGivenFor(home, addDays(MONDAY, -1))).toBeNull()
    expect([0, 13].map((d) => weekGivenFor(home, addDays(MONDAY, d))?.week)).toEqual([
      MONDAY,
      MONDAY,
    ])
    expect(weekGivenFor(home, addDays(MONDAY, 14))?.week).toBe(addDays(MONDAY, 14))
    expect([-1, 0, 1, 2, 3, 7, 14, 20].map(asked)).toEqual([[], [0], [1], [], [3], [0], [], [6]])
  })

  test('given again it stands in the place of the former, whatever came after it', () => {
    const desk = twoWeeks()
    give(desk, 0, 4)
    give(desk, 1, 5)
    expect(desk.record.home.given.map((w) => [w.week, w.blocks.map((b) => b.day)])).toEqual([
      [MONDAY, [4]],
      [addDays(MONDAY, 7), [5]],
      [addDays(MONDAY, 14), [6]],
    ])
  })
})

describe('ticks', () => {
  test('lie in their week, in whatever order they come, and a week without any is none', () => {
    const desk = twoWeeks()
    tick(desk, 14)
    tick(desk, 0)
    tick(desk, 8)
    tick(desk, 1)
    const { home } = desk.record
    expect(home.ticked.map((w) => [w.week, w.ticks.length])).toEqual([
      [MONDAY, 2],
      [addDays(MONDAY, 7), 1],
      [addDays(MONDAY, 14), 1],
    ])
    const of = (days: number) => ticksOfWeek(home, addDays(MONDAY, days)).map((t) => t.date)
    expect(of(6)).toEqual([MONDAY, addDays(MONDAY, 1)])
    expect([of(13), of(21), of(-1)]).toEqual([[addDays(MONDAY, 8)], [], []])
    tick(desk, 8, 'one', false)
    expect(desk.record.home.ticked.map((w) => w.week)).toEqual([MONDAY, addDays(MONDAY, 14)])
  })
})

describe('weeks that were kept', () => {
  const kept = (desk: Desk, today: number, weeks = 3) =>
    keptWeeks(desk.record.home, addDays(MONDAY, today), weeks)

  test('are told oldest first, the present one up to yesterday', () => {
    const desk = twoWeeks()
    tick(desk, 0)
    tick(desk, 2)
    tick(desk, 7)
    tick(desk, 8)
    tick(desk, 10)
    expect(kept(desk, 9)).toEqual([
      // What was ticked on a day that asked for nothing is a day played, and no minutes that were asked for.
      { week: MONDAY, daysAsked: 3, daysPlayed: 2, share: 1 / 3 },
      { week: addDays(MONDAY, 7), daysAsked: 2, daysPlayed: 2, share: 1 },
    ])
    expect(kept(desk, 14, 1)).toEqual([])
    expect(kept(desk, 14, 2)).toEqual([
      { week: addDays(MONDAY, 7), daysAsked: 3, daysPlayed: 3, share: 1 },
    ])
    // On its Monday a week has not begun to tell; before anything was given there is none.
    expect(kept(desk, 7).map((w) => w.week)).toEqual([MONDAY])
    expect(kept(desk, 0)).toEqual([])
    expect(kept(desk, 21, 1)).toEqual([])
  })

  test('without a tick tell nothing', () => {
    expect(kept(twoWeeks(), 7)).toEqual([
      { week: MONDAY, daysAsked: 3, daysPlayed: 0, share: null },
    ])
  })
})

describe('practising daily', () => {
  const week = (daysAsked: number, daysPlayed: number, share: number | null = 1): KeptWeek => ({
    ...{ week: MONDAY, daysAsked, daysPlayed, share },
  })
  const says = (...weeks: KeptWeek[]) => keptDaily(weeks)?.says ?? null

  // From four days of five on it is kept, from two of five partly: our choice, no source.
  test('is kept, partly kept or not by the share of days on which something was ticked', () => {
    expect(keptDaily([week(5, 4), week(5, 4)])).toEqual({
      ...{ says: 'kept', daysPlayed: 8, daysAsked: 10 },
    })
    expect([4, 3, 2, 1, 0].map((played) => says(week(5, played)))).toEqual([
      ...['kept', 'partly', 'partly', 'not-kept', 'not-kept'],
    ])
  })

  test('a day more than was asked for does not make up for another week’s', () => {
    expect(keptDaily([week(3, 7), week(5, 1)])).toEqual({
      ...{ says: 'partly', daysPlayed: 4, daysAsked: 8 },
    })
  })

  test('weeks that tell nothing are left out, and without any nothing is said', () => {
    expect(keptDaily([week(5, 5), week(5, 0, null)])).toMatchObject({ daysAsked: 5 })
    expect(says(week(5, 0, null))).toBeNull()
    expect(says(week(0, 2))).toBeNull()
    expect(says()).toBeNull()
  })
})
