import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import { afterGap } from '../mending'
import { BODY_PARTS } from '../packs'
import type { HealthFlag } from '../packs'
import { brief } from '../standing'
import { hurtsUnanswered, keptShare, mondayOf, stoppedParts, stopsHolding } from './index'
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
  const holding = (desk: Desk) => stopsHolding(desk.record)

  test('holds through lessons and weeks until the teacher has answered', () => {
    const desk = deskWithWeek()
    const act = desk.do(hurt(NEXT_DAY))
    desk.open()
    desk.open()
    desk.do({ kind: 'lesson-closed', lesson: desk.lesson, note: '', family: '', next: null })
    expect(brief(desk.record, TODAY).stops).toMatchObject([{ act, source: 'home', item: ITEM }])
    expect(hurtsUnanswered(desk.record)).toHaveLength(1)
    desk.do({ kind: 'stop-ended', date: TODAY, stop: act, how: 'looked-at', words: 'physio' })
    expect(holding(desk)).toEqual([])
    expect(hurtsUnanswered(desk.record)).toEqual([])
    expect(desk.record.stops).toMatchObject([{ ended: { how: 'looked-at', words: 'physio' } }])
    expect(desk.try({ kind: 'stop-ended', date: TODAY, stop: act, how: 'gone', words: '' })).toBe(
      'no_such_stop',
    )
  })

  test('loads what was named, and everything where nothing was', () => {
    const named = deskWithWeek()
    named.do({ ...hurt(NEXT_DAY), part: 'leg' })
    expect(stoppedParts(named.record)).toEqual(['leg'])
    const unnamed = deskWithWeek()
    unnamed.do(hurt(NEXT_DAY))
    expect(stoppedParts(unnamed.record)).toEqual(BODY_PARTS)
  })

  test('said again with its place is one word said better', () => {
    const desk = deskWithWeek()
    desk.do(hurt(NEXT_DAY))
    const better = desk.do({ ...hurt(NEXT_DAY), part: 'hand' })
    expect(holding(desk)).toMatchObject([{ act: better, parts: ['hand'] }])
    expect(desk.record.home.hurts).toMatchObject([{ act: better, parts: ['hand'] }])
    // On another day it is another word.
    desk.do(hurt(addDays(NEXT_DAY, 1)))
    expect(holding(desk)).toHaveLength(2)
  })

  test('tapped by mistake is taken back at home on its day only, and the teacher still hears of it', () => {
    const desk = deskWithWeek()
    desk.do(hurt(NEXT_DAY))
    desk.do({ kind: 'hurt-taken-back', date: addDays(NEXT_DAY, 1), item: ITEM })
    expect(holding(desk)).toHaveLength(1)
    desk.do({ kind: 'hurt-taken-back', date: NEXT_DAY, item: ITEM })
    expect(holding(desk)).toEqual([])
    expect(brief(desk.record, TODAY).takenBack).toHaveLength(1)
  })

  test('is lifted at once when the act is undone', () => {
    const desk = deskWithWeek()
    const act = desk.do(hurt(NEXT_DAY))
    desk.do({ kind: 'undone', act })
    expect(hurtsUnanswered(desk.record)).toEqual([])
    expect(holding(desk)).toEqual([])
  })
})

test('a rung brought in from elsewhere is taken to load everything', () => {
  const desk = deskWithWeek()
  const loads = () => desk.case().ladder!.loads
  const { rungs } = desk.case().ladder!
  expect(loads()).toEqual([])
  desk.do({ kind: 'ladder-edited', lesson: desk.lesson, case: A, rungs: [...rungs].reverse() })
  expect(loads()).toEqual([])
  const passage = { ...rungs[0]!, id: 'their-march', name: 'Their march' }
  desk.do({ kind: 'ladder-edited', lesson: desk.lesson, case: A, rungs: [...rungs, passage] })
  expect(loads()).toEqual(BODY_PARTS)
})

describe('pain on the card', () => {
  const withFlags = (flags: readonly HealthFlag[]) => ({ ...new Desk().record.card, flags })

  test('stops everything until it is answered, and again when it is put on anew', () => {
    const desk = new Desk({ flags: ['pain'] })
    expect(stoppedParts(desk.record)).toEqual(BODY_PARTS)
    const [stop] = desk.record.stops
    desk.do({ kind: 'card-changed', card: withFlags(['pain', 'growing']) })
    expect(holding(desk)).toHaveLength(1)
    desk.do({ kind: 'stop-ended', date: TODAY, stop: stop!.act, how: 'gone', words: '' })
    desk.do({ kind: 'card-changed', card: withFlags(['pain']) })
    expect(holding(desk)).toEqual([])
    desk.do({ kind: 'card-changed', card: withFlags([]) })
    desk.do({ kind: 'card-changed', card: withFlags(['pain']) })
    expect(holding(desk)).toHaveLength(1)
    desk.do({ kind: 'card-changed', card: withFlags([]) })
    expect(holding(desk)).toEqual([])
  })

  const holding = (desk: Desk) => stopsHolding(desk.record)
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
