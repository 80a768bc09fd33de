import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import { dayClearOf } from './index'
import type { ActBody } from './index'
import { A, Desk, START } from './test/desk'

/** A fault called mended in the second lesson by the teacher's own judgement. */
function mendedDesk(): Desk {
  const desk = new Desk()
  desk.open().settle()
  desk.remedy()
  desk.open()
  desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'heard it at home' })
  return desk
}

const day = (text: string) => text as IsoDate
const holiday = (from: IsoDate, to: IsoDate): ActBody => ({
  kind: 'break-noted',
  from,
  to,
  why: 'holiday',
  words: '',
})

const recheckOf = (desk: Desk) => {
  const { status } = desk.case()
  return status.state === 'mended' ? status.nextRecheck : null
}

describe('breaks', () => {
  test('a day in a break moves to the first after it, through breaks that touch', () => {
    const breaks = [
      { from: day('2026-02-02'), to: day('2026-02-08') },
      { from: day('2026-02-09'), to: day('2026-02-10') },
    ]
    expect(dayClearOf(day('2026-02-01'), breaks)).toBe('2026-02-01')
    expect(dayClearOf(day('2026-02-02'), breaks)).toBe('2026-02-11')
    expect(dayClearOf(day('2026-02-10'), breaks)).toBe('2026-02-11')
  })

  // Two weeks to the first second look: common practice, no source.
  test('a second look that falls into a holiday is due in the first days after it', () => {
    const desk = mendedDesk()
    const due = addDays(START, 21)
    expect(recheckOf(desk)).toBe(due)
    desk.do(holiday(addDays(due, -3), addDays(due, 4)))
    expect(recheckOf(desk)).toBe(addDays(due, 5))
  })

  test('it moves too when the holiday was on record before, and comes back when it is undone', () => {
    const desk = new Desk()
    desk.open().settle()
    desk.remedy()
    const due = addDays(START, 21)
    const noted = desk.do(holiday(due, due))
    desk.open()
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'heard it' })
    expect(recheckOf(desk)).toBe(addDays(due, 1))
    desk.do({ kind: 'undone', act: noted })
    expect(recheckOf(desk)).toBe(due)
  })

  test('one that ends before it begins is refused, and one of more than a year', () => {
    const desk = new Desk()
    expect(desk.try(holiday(day('2026-02-02'), day('2026-02-01')))).toBe('break_ends_before')
    expect(desk.try(holiday(day('2026-02-02'), day('2027-08-01')))).toBe('break_too_long')
    expect(desk.try(holiday(day('2026-02-02'), day('2026-02-02')))).toBeNull()
  })
})

describe('overruling', () => {
  test('a bad day is no relapse: mended from the day it was, and the rechecks begin again', () => {
    const desk = mendedDesk()
    desk.open()
    desk.open().look(1, 5)
    expect(desk.case().status.state).toBe('relapsed')
    desk.do({
      kind: 'relapse-overruled',
      lesson: desk.lesson,
      case: A,
      reason: 'cold hands from the ferry',
    })
    expect(desk.case().status).toMatchObject({
      state: 'mended',
      on: addDays(START, 7),
      cleanRechecks: 0,
      nextRecheck: addDays(START, 21 + 14),
    })
    expect(desk.case().overrules.map((o) => o.reason)).toEqual([
      'heard it at home',
      'cold hands from the ferry',
    ])
  })

  test('what has not come back cannot be kept as mended', () => {
    const desk = mendedDesk()
    const act = {
      kind: 'relapse-overruled',
      lesson: desk.lesson,
      case: A,
      reason: 'x y z',
    } as const
    expect(desk.try(act)).toBe('not_relapsed')
  })

  test('a second look goes to the day the teacher says, between lessons, even into a break, or away', () => {
    const desk = mendedDesk()
    desk.do({ kind: 'lesson-closed', lesson: desk.lesson, note: '', family: '', next: null })
    const to = addDays(START, 30)
    desk.do(holiday(to, to))
    desk.do({ kind: 'recheck-moved', case: A, to, reason: 'concert that day' })
    expect(recheckOf(desk)).toBe(to)
    desk.do({ kind: 'recheck-moved', case: A, to: null, reason: 'never again seen' })
    expect(recheckOf(desk)).toBeNull()
    expect(desk.case().status.state).toBe('mended')
  })

  test('only what is mended has a second look to move', () => {
    const desk = new Desk()
    desk.open().settle()
    const act = { kind: 'recheck-moved', case: A, to: START, reason: 'x y z' } as const
    expect(desk.try(act)).toBe('not_mended')
  })
})

describe('a remedy that is given up', () => {
  test('counts against its fault, with its days and how far it got', () => {
    const desk = new Desk()
    desk.open().settle()
    desk.remedy()
    desk.open()
    desk.climb()
    desk.open().remedy()
    expect(desk.case().formerRemedies).toEqual([
      {
        remedy: 'open-the-bell',
        name: 'Open the bell',
        from: START,
        until: addDays(START, 14),
        rungsPassed: 1,
      },
    ])
  })
})
