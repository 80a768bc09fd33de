/** What rests under a stop: default yes where nothing says what a look loads. */
import { expect, test } from 'vitest'
import type { BodyPart } from '../packs'
import { A, Desk, START } from './test/desk'
import { restsForPain } from './index'

function stoppedAt(part: BodyPart, desk: Desk) {
  desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Pieces', part })
  return restsForPain(desk.record, desk.record.cases.find((c) => c.id === A)!)
}

test('a fault whose ladder is climbed rests by what the ladder loads', () => {
  const climbing = () => {
    const desk = new Desk().open().settle()
    desk.remedy()
    return desk
  }
  const loads = climbing().record.cases[0]!.ladder!.loads
  const part = loads[0]!
  expect(stoppedAt(part, climbing())).toBe(true)
  const other = (['leg', 'hearing', 'skin', 'breath'] as const).find((p) => !loads.includes(p))!
  expect(stoppedAt(other, climbing())).toBe(false)
})

test('a look that no ladder speaks for is played in music, and rests under any stop', () => {
  expect(stoppedAt('hearing', new Desk().open().settle())).toBe(true)
  const calm = new Desk().open().settle()
  expect(restsForPain(calm.record, calm.record.cases[0]!)).toBe(false)
})
