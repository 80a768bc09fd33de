/** What the places leave of a day goes to the projects and to the student's own music; common practice, no source. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Rng } from '../kit'
import { DAYS, fillWeek, playingMinutes, readWeek } from './index'
import type { PracticeItem, WeekAsk, WeekGrid } from './index'
import { barred } from './programme'
import { anItem, aWeek } from './test/weekAsked'

const MUSIC = anItem('music', { kind: 'music', place: 'music', askedDays: 6 })

function filled(ask: WeekAsk, ...rows: readonly string[]) {
  const grid: WeekGrid = rows.map((row) => Array.from({ length: DAYS }, (_, d) => row[d] === 'x'))
  const plan = fillWeek(ask, readWeek(ask, grid))
  return plan.days.map((d) => d.blocks.map((b) => `${b.item.id} ${b.minutes}`).join(', '))
}

describe('what is left of a day', () => {
  test('lengthens the music that is there', () => {
    const ask = aWeek([anItem('a', { askedDays: 1 }), MUSIC])
    expect(filled(ask, 'x......', 'xx.....')[0]).toBe('a 5, music 15')
    expect(filled(ask, 'x......', 'xx.....')[1]).toBe('music 20')
  })

  test('opens the music where there is none, unless it is too little', () => {
    const ask = aWeek([anItem('a', { askedDays: 1 }), MUSIC], { minutes: [20, 7, 0, 0, 0, 0, 0] })
    expect(filled(ask, 'xx.....', '.......').slice(0, 2)).toEqual(['a 5, music 15', 'a 5'])
  })

  test('goes first to a project that has no place that day, if only for a touch', () => {
    const ask = aWeek([anItem('a', { askedDays: 6 }), MUSIC], { minutes: [8, 6, 7, 0, 0, 0, 0] })
    expect(filled(ask, '.......', 'xxx....').slice(0, 3)).toEqual([
      'a 3, music 5',
      'music 6',
      'a 2, music 5',
    ])
  })

  test('brings no new movement beyond the day’s share, nothing the teacher took off, nothing barred by the group', () => {
    const fresh = ['n1', 'n2', 'n3'].map((id) => anItem(id, { isNew: true, place: 'new' }))
    const [monday] = filled(aWeek(fresh), 'x......', 'x......', '.......')
    expect(monday).toBe('n1 5, n2 5')
    const off = { pins: [{ item: 'a', day: 1, on: false }] }
    expect(filled(aWeek([anItem('a')], off), 'x......').slice(0, 3)).toEqual(['a 5', '', 'a 5'])
    const group = aWeek([MUSIC], { group: 2 })
    expect(filled(group, '.......')[2]).toBe('')
  })

  test('adds no minute to one hand where the hands have a balance to keep', () => {
    const ask = aWeek([anItem('left', { hand: 'left' }), MUSIC], { leftToRight: 2 })
    expect(filled(ask, 'x......', '.......')[1]).toBe('music 20')
  })

  test('says so beside the other reasons, and what was touched no longer gave way', () => {
    const ask = aWeek([anItem('a', { askedDays: 2 }), MUSIC])
    const plan = fillWeek(ask, readWeek(ask, [[true], []]))
    expect(plan.days[1]!.blocks.map((b) => b.reasons[0])).toEqual(['a-touch', 'rest-of-the-day'])
    expect(plan.gaveWay.map((g) => g.item.id)).toEqual([])
  })
})

function randomWeek(rng: Rng): { ask: WeekAsk; grid: WeekGrid } {
  const items = Array.from({ length: 4 }, (_, i): PracticeItem => {
    const isNew = rng() < 0.3
    return anItem(`i${i}`, {
      isNew,
      minutes: 2 + Math.floor(rng() * 6),
      askedDays: 1 + Math.floor(rng() * 6),
      hand: rng() < 0.3 ? 'left' : null,
    })
  })
  const ask = aWeek([...items, MUSIC], {
    minutes: Array.from({ length: DAYS }, () => Math.floor(rng() * 70)),
    group: rng() < 0.5 ? Math.floor(rng() * DAYS) : null,
  })
  // Anything that a solver could hand on: within the day's minutes, nothing where it is barred.
  const left = ask.minutes.map(playingMinutes)
  const fresh = ask.minutes.map(() => 0)
  const grid = ask.items.map((item) =>
    left.map((_, d) => {
      const fits = item.minutes <= left[d]! && !barred(ask, item, d)
      const on = rng() < 0.4 && fits && (!item.isNew || fresh[d]! < ask.newPerDay)
      if (on) left[d]! -= item.minutes
      if (on && item.isNew) fresh[d]! += 1
      return on
    }),
  )
  return { ask, grid }
}

test('over random weeks: no day overflows, nothing that was placed is moved, and music is played wherever minutes are left', () => {
  const rng = seededRng(20261129)
  for (let round = 0; round < 300; round++) {
    const { ask, grid } = randomWeek(rng)
    const before = readWeek(ask, grid)
    const after = fillWeek(ask, before)
    const troubles = after.days.flatMap((day, d) => {
      const had = before.days[d]!.blocks
      const kept = had.every((b) =>
        day.blocks.some((now) => now.item === b.item && now.minutes >= b.minutes),
      )
      const once = new Set(day.blocks.map((b) => b.item)).size === day.blocks.length
      const fresh = day.blocks.filter((b) => b.item.isNew).length
      const left = day.playing - day.minutes
      return [
        ...(left < 0 ? [`day ${d} overflows`] : []),
        ...(kept ? [] : [`day ${d} lost a block`]),
        ...(once ? [] : [`day ${d} has one twice`]),
        ...(fresh > ask.newPerDay ? [`day ${d} has ${fresh} new`] : []),
        ...(left >= 3 && d !== ask.group ? [`day ${d} leaves ${left} minutes`] : []),
      ]
    })
    expect(troubles).toEqual([])
  }
})
