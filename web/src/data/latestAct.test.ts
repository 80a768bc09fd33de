import type { IsoDate, IsoInstant } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { Act, ActId, IdentifiedRequest, LessonId } from '@vein-mend/core/record'
import { expect, test } from 'vitest'
import { latestAct } from './latestAct'

const id = (n: number) => `act-${n}` as ActId
const stamp = (n: number) => ({
  id: id(n),
  at: '2026-03-02T10:00:00.000Z' as IsoInstant,
  by: 'teacher',
})
const lesson = 'lesson-1' as LessonId
const strength = (words: string) => ({ kind: 'strength-named', lesson, words }) as const
const added: Act = {
  kind: 'student-added',
  card: { ...EMPTY_CARD, name: 'Isla', instrument: 'horn' },
  ...stamp(1),
}
const begun: Act = { ...strength('breathes low'), ...stamp(2) }
const onRecord = [
  { act: begun, undone: false },
  { act: added, undone: false },
]
const undoing = (n: number, of: number): IdentifiedRequest => ({
  kind: 'undone',
  act: id(of),
  id: id(n),
})
const named = (n: number): IdentifiedRequest => ({ ...strength('steady pulse'), id: id(n) })

test('the newest on record, where nothing is on its way', () => {
  expect(latestAct(onRecord, [])).toEqual({ id: id(2), kind: 'strength-named' })
})

test('what is on its way is later than what has arrived', () => {
  expect(latestAct(onRecord, [named(3), named(4)])).toEqual({ id: id(4), kind: 'strength-named' })
})

test('pressed again before the first undoing has arrived, it takes back the one before', () => {
  const sent = [named(3), named(4), undoing(5, 4)]
  expect(latestAct(onRecord, sent)?.id).toBe(id(3))
  expect(latestAct(onRecord, [...sent, undoing(6, 3)])?.id).toBe(id(2))
  expect(latestAct(onRecord, [...sent, undoing(6, 3), undoing(7, 2)])).toBeNull()
})

test('what was undone on record is passed over, and the student stays', () => {
  const undone = onRecord.map((r, i) => (i === 0 ? { ...r, undone: true } : r))
  expect(latestAct(undone, [])).toBeNull()
})

test('what was told from home is not taken back by a key in the lesson', () => {
  const told: Act = {
    kind: 'home-noted',
    date: '2026-03-02' as IsoDate,
    words: 'the thumb is sore',
    ...stamp(3),
    by: 'home',
  }
  expect(latestAct([{ act: told, undone: false }, ...onRecord], [])?.id).toBe(id(2))
})
