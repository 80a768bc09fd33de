import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import { afterGap } from '../mending'
import { brief, hurtsUnanswered, keptShare, mondayOf } from './index'
import { A, Desk, START, TODAY } from './test/desk'

const ITEM = `${A}-rung-1`
const NEXT_DAY = addDays(START, 1)

/** A student with a ladder and a week that asks for it on every day. */
function deskWithWeek(): Desk {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  const blocks = Array.from({ length: 7 }, (_, day) => ({
    item: ITEM,
    name: 'Rung 1',
    case: A,
    day,
    minutes: 4,
  }))
  desk.do({ kind: 'week-given', week: mondayOf(START), blocks })
  return desk
}

const tick = (date: IsoDate, done = true, minutes = 4) =>
  ({ kind: 'practised', date, item: ITEM, minutes, done, tempo: null }) as const
const hurt = (date: IsoDate) =>
  ({ kind: 'hurt-at-home', date, item: ITEM, name: 'Rung 1' }) as const

describe('ticks from home', () => {
  test('count once, can be taken off again, and never for more than was asked', () => {
    const desk = deskWithWeek()
    desk.do(tick(START, true, 40))
    desk.do(tick(START, true, 40))
    const share = () => keptShare(desk.record.home, START, addDays(START, 7))
    expect(share()).toBeCloseTo(1 / 7)
    desk.do(tick(START, false))
    expect(share()).toBeNull()
  })

  test('move the belief by the dose kept; a week nobody ticked moves it as one that is not known', () => {
    const ticked = deskWithWeek()
    for (let d = 0; d < 7; d++) ticked.do(tick(addDays(START, d)))
    const before = ticked.case().belief
    expect(ticked.open().case().belief).toBeCloseTo(afterGap(before, 7, 1), 10)
    const silent = deskWithWeek()
    expect(silent.open().case().belief).toBeCloseTo(afterGap(before, 7, null), 10)
    const little = deskWithWeek()
    little.do(tick(START))
    expect(little.open().case().belief).toBeCloseTo(afterGap(before, 7, 1 / 7), 10)
  })

  test('are told in the brief of the next lesson', () => {
    const desk = deskWithWeek()
    desk.do(tick(NEXT_DAY))
    desk.do({ kind: 'home-noted', date: NEXT_DAY, words: 'It went well' })
    const { kept, homeNotes } = brief(desk.record, addDays(START, 7))
    expect(kept).toBeCloseTo(1 / 7)
    expect(homeNotes.map((n) => n.words)).toEqual(['It went well'])
  })

  test('of a day that has not come are refused', () => {
    const desk = deskWithWeek()
    expect(desk.try(tick(addDays(TODAY, 2)))).toBe('day_in_future')
    expect(desk.try(hurt(addDays(TODAY, 2)))).toBe('day_in_future')
  })
})

describe('pain at home', () => {
  test('said on the day of the lesson is not answered by that lesson', () => {
    const desk = deskWithWeek()
    desk.do(hurt(START))
    desk.do({ kind: 'lesson-closed', lesson: desk.lesson, note: '', family: '', next: null })
    expect(hurtsUnanswered(desk.record)).toHaveLength(1)
  })

  test('is answered by a later lesson when it is closed, and not by opening one', () => {
    const desk = deskWithWeek()
    desk.do(hurt(NEXT_DAY))
    desk.open()
    expect(brief(desk.record, TODAY).hurtAtHome).toHaveLength(1)
    desk.do({ kind: 'lesson-closed', lesson: desk.lesson, note: '', family: '', next: null })
    expect(hurtsUnanswered(desk.record)).toEqual([])
  })

  test('is lifted at once when the word is taken back', () => {
    const desk = deskWithWeek()
    const act = desk.do(hurt(NEXT_DAY))
    desk.do({ kind: 'undone', act })
    expect(hurtsUnanswered(desk.record)).toEqual([])
  })
})

test('a pin is replaced by the next one for its place and let go by null', () => {
  const desk = new Desk()
  const week = mondayOf(START)
  const pin = (on: boolean | null) =>
    desk.do({ kind: 'week-pinned', week, item: 'music', day: 2, on })
  pin(true)
  pin(false)
  expect(desk.record.home.pins).toEqual([{ week, item: 'music', day: 2, on: false }])
  pin(null)
  expect(desk.record.home.pins).toEqual([])
})
