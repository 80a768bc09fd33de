import { expect, test } from 'vitest'
import { addDays } from '../kit'
import { playedAtHome } from '../practice'
import { weakerHand } from './index'
import { A, Desk, hashOf, START } from '../record/test/desk'

const HASH = hashOf('a')

function deskWithTake(low: number, high: number, analyser = 'timing'): Desk {
  const desk = new Desk().open()
  desk.do(desk.keeping('a'))
  const measure = { name: 'left-more-uneven', value: (low + high) / 2, low, high, unit: 'share' }
  const other = { name: 'unevenness', value: -1, low: -2, high: -0.5, unit: 'ms' }
  desk.do({
    kind: 'take-measured',
    hash: HASH,
    analyser,
    version: '2',
    measures: [other, measure],
  })
  return desk
}

test.each([
  [0.1, 0.6, 'left'],
  [-0.5, -0.1, 'right'],
  [-0.1, 0.6, null],
] as const)('an interval from %d to %d says %s', (low, high, hand) => {
  expect(weakerHand(deskWithTake(low, high).record)?.hand).toBe(hand)
})

test('two fingers that tap are not two hands', () => {
  expect(weakerHand(deskWithTake(0.1, 0.6, 'taps').record)).toBeNull()
})

test('without a take, with one taken out, and after two months nothing is said', () => {
  expect(weakerHand(new Desk().record)).toBeNull()
  const desk = deskWithTake(0.1, 0.6)
  const { record } = desk
  const later = { ...record.lessons[0]!, date: addDays(START, 61) }
  expect(weakerHand({ ...record, lessons: [...record.lessons, later] })).toBeNull()
  desk.do({ kind: 'take-removed', hash: HASH })
  expect(weakerHand(desk.record)).toBeNull()
})

test('what was tapped at home comes with its tick, and goes with it', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  const evenness = { tapped: true, value: 0.06, low: 0.04, high: 0.09, count: 28 }
  const rung = desk.case().ladder?.rungs[0]
  const tick = {
    kind: 'practised',
    date: START,
    item: `${A}-${rung?.id ?? ''}`,
    minutes: 4,
  } as const
  desk.do({ ...tick, done: true, tempo: null, evenness })
  expect(playedAtHome(desk.record)).toEqual([{ date: START, case: A, name: rung?.name, evenness }])
  desk.do({ ...tick, done: true, tempo: null })
  expect(playedAtHome(desk.record)).toEqual([])
})
