/** What rests under a stop: the default is yes where nothing says what a look loads. */
import { expect, test } from 'vitest'
import type { BodyPart } from '../packs'
import { restsForPain } from './index'
import { A, Desk, START } from './test/desk'

/** A fault decided on, with its ladder or without. */
function decided(ladder: boolean): Desk {
  const desk = new Desk().open()
  desk.settle()
  if (ladder) desk.remedy(A, ['hand'])
  return desk
}

function restsUnder(part: BodyPart, desk: Desk): boolean {
  desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Pieces', part })
  return restsForPain(
    desk.record,
    desk.record.cases.find((c) => c.id === A)!,
  )
}

test('a fault whose ladder is climbed rests by what the ladder loads', () => {
  expect(restsUnder('hand', decided(true))).toBe(true)
  expect(restsUnder('hearing', decided(true))).toBe(false)
})

test('a look that no ladder speaks for is played in music, and rests under any stop', () => {
  expect(restsUnder('hearing', decided(false))).toBe(true)
  const calm = decided(false)
  expect(restsForPain(calm.record, calm.record.cases[0]!)).toBe(false)
})
