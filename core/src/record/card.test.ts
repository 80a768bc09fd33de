/** Minutes at home, as the card has them. */
import { expect, test } from 'vitest'
import { EMPTY_CARD, minutesGuessed, ordinaryDayMinutes, weekMinutes } from './index'

const week = (...homeMinutes: number[]) => ({ ...EMPTY_CARD, homeMinutes })

test('an ordinary day is the middle one of those on which there is practice', () => {
  const minutes = (...of: number[]) => ordinaryDayMinutes(week(...of))
  expect(minutes(0, 0, 0, 0, 0, 0, 0)).toBe(0)
  expect(minutes(30, 0, 5, 0, 10, 0, 0)).toBe(10)
  expect(minutes(100, 20, 3, 20, 0, 9, 0)).toBe(20)
  expect(minutes(0, 0, 0, 0, 0, 0, 15)).toBe(15)
})

test('minutes nobody has changed are a guess, and those of a week add up', () => {
  expect(minutesGuessed(EMPTY_CARD)).toBe(true)
  const last = EMPTY_CARD.homeMinutes.map((m, d) => (d === 6 ? m + 5 : m))
  expect(minutesGuessed({ ...EMPTY_CARD, homeMinutes: last })).toBe(false)
  expect(weekMinutes({ ...EMPTY_CARD, homeMinutes: [10, 0, 5, 0, 0, 20, 1] })).toBe(36)
})
