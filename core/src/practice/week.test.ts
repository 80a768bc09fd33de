/** The solved week as it is read: blocks in order, each with its reasons, and what gave way. */
import { describe, expect, test } from 'vitest'
import type { CaseId } from '../kit'
import { blocksToGive, DAYS, playingMinutes, readWeek } from './index'
import type { PracticeItem, WeekAsk, WeekGrid } from './index'
import { anItem, aWeek } from './test/weekAsked'

const item = anItem
const ask = (items: readonly PracticeItem[], more: Partial<WeekAsk> = {}) =>
  aWeek(items, { minutes: [30, 30, 30, 30, 30, 70, 0], ...more })

/** `x` on the days of each item. */
const grid = (...rows: readonly string[]): WeekGrid =>
  rows.map((row) => Array.from({ length: DAYS }, (_, d) => row[d] === 'x'))

const reasons = (asked: WeekAsk, day = 0) =>
  readWeek(asked, grid('xxxxxx.')).days[day]!.blocks[0]!.reasons

describe('the order of a day', () => {
  test('set-up, away from the instrument, new while fresh, strength, music, an easy finish', () => {
    const places = ['finish', 'music', 'strength', 'new', 'away', 'set-up'] as const
    const items = places.map((place) => item(place, { place }))
    const plan = readWeek(ask(items), grid(...places.map(() => 'x......')))
    expect(plan.days[0]!.blocks.map((b) => b.item.id)).toEqual(places.toReversed())
  })

  test('minutes are added up, and a day long enough has its pauses taken out', () => {
    const plan = readWeek(ask([item('a'), item('b', { minutes: 8 })]), grid('x....x.', 'x......'))
    expect(plan.days[0]).toMatchObject({ minutes: 13, budget: 30, playing: 25 })
    expect(plan.days[5]).toMatchObject({ minutes: 5, budget: 70, playing: 60 })
    expect(plan.days[6]).toMatchObject({ minutes: 0, budget: 0, playing: 0 })
    expect([29, 30, 59, 60, 90].map(playingMinutes)).toEqual([29, 25, 54, 50, 75])
  })
})

describe('why a block is here', () => {
  test('what the teacher placed says so first', () => {
    const pins = [{ item: 'a', day: 0, on: true }]
    expect(reasons(ask([item('a')], { pins }))[0]).toBe('pinned')
    expect(reasons(ask([item('a')], { pins }), 1)).not.toContain('pinned')
  })

  test('the set-up, a gate got ready for, a new movement, the project that goes first', () => {
    const why = (more: Partial<PracticeItem>, wish: Partial<WeekAsk> = {}) =>
      reasons(ask([item('a', more)], wish))
    expect(why({ kind: 'set-up' })).toContain('set-up-first')
    expect(why({ kind: 'gate' })).toContain('gate-ahead')
    expect(why({ isNew: true })).toContain('new-while-fresh')
    const id = 'case-1' as CaseId
    expect(why({ case: id }, { first: id })).toContain('goes-first')
    expect(why({ case: id }, { first: 'case-2' as CaseId })).not.toContain('goes-first')
  })

  test('the eve of the lesson counts for rungs, the eve of the group for its pieces', () => {
    expect(reasons(ask([item('a')], { eve: 2 }), 2)).toContain('eve-of-lesson')
    expect(reasons(ask([item('a', { kind: 'music' })], { eve: 2 }), 2)).not.toContain(
      'eve-of-lesson',
    )
    const pieces = ask([item('a', { kind: 'group' })], { group: 3 })
    expect(reasons(pieces, 2)).toEqual(expect.arrayContaining(['eve-of-group', 'for-the-group']))
    expect(reasons(pieces, 1)).not.toContain('eve-of-group')
    const monday = ask([item('a', { kind: 'group' })], { group: 0, minutes: Array(7).fill(30) })
    const week = readWeek(monday, grid('......x'))
    expect(week.days[6]!.blocks[0]!.reasons).toContain('eve-of-group')
  })

  test('and no more than why it is there', () => {
    const why = (more: Partial<PracticeItem>, wish: Partial<WeekAsk> = {}) =>
      reasons(ask([item('a', more), item('b')], wish))
    expect(why({})).toEqual(['fits-today'])
    expect(why({ askedDays: 5 })).toEqual(['fits-today'])
    expect(why({ askedDays: 6 })).toEqual(['daily'])
    expect(why({ askedDays: 7 })).toEqual(['daily'])
    expect(why({ spaced: true, kind: 'upkeep' })).toEqual(['upkeep-spaced', 'fits-today'])
    expect(why({ kind: 'set-up' })).toEqual(['set-up-first', 'fits-today'])
    expect(why({ kind: 'gate' })).toEqual(['gate-ahead', 'fits-today'])
    expect(why({ kind: 'group' })).toEqual(['for-the-group', 'fits-today'])
    expect(why({ isNew: true })).toEqual(['new-while-fresh', 'fits-today'])
    // Pins of another block, of another day, and those that keep it away are no reason.
    for (const pin of [
      { item: 'b', day: 0, on: true },
      { item: 'a', day: 1, on: true },
      { item: 'a', day: 0, on: false },
    ]) {
      expect(why({}, { pins: [pin] })).toEqual(['fits-today'])
    }
    const two = [
      { item: 'b', day: 0, on: true },
      { item: 'a', day: 0, on: true },
    ]
    expect(why({}, { pins: two })).toEqual(['pinned', 'fits-today'])
  })

  test('every block has a reason', () => {
    const items = [
      item('a'),
      item('b', { askedDays: 6 }),
      item('c', { spaced: true, kind: 'upkeep' }),
    ]
    const plan = readWeek(ask(items), grid('x......', 'xxxxxx.', 'x..x...'))
    for (const day of plan.days) {
      for (const block of day.blocks) expect(block.reasons.length).toBeGreaterThan(0)
    }
  })
})

describe('what gave way', () => {
  test('is each item with fewer days than were asked, with both figures', () => {
    const items = [item('a', { askedDays: 3 }), item('b', { askedDays: 2 }), item('c')]
    const { gaveWay } = readWeek(ask(items), grid('x.x....', 'xx.....', '.......'))
    expect(gaveWay.map((g) => [g.item.id, g.got, g.asked])).toEqual([
      ['a', 2, 3],
      ['c', 0, 3],
    ])
  })
})

test('the week goes home block by block, without what only the teacher needs', () => {
  const id = 'case-1' as CaseId
  const plan = readWeek(ask([item('a', { case: id })]), grid('x..x...'))
  expect(blocksToGive(plan)).toEqual([
    { item: 'a', name: 'The a', case: id, day: 0, minutes: 5 },
    { item: 'a', name: 'The a', case: id, day: 3, minutes: 5 },
  ])
})
