import type { IsoDate, IsoInstant, ActId, LessonId } from '@vein-mend/core/kit'
import { USUAL_MENDING } from '@vein-mend/core/mending'
import type { Knowledge } from '@vein-mend/core/packs'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act, IdentifiedRequest } from '@vein-mend/core/record'
import { expect, test } from 'vitest'
import { latestAct } from './latestAct'
import { withWaiting } from './withWaiting'

const TODAY = '2026-03-02' as IsoDate
const knowledge = {
  pack: { id: 'horn', version: '1.0.0', digest: 'written' },
  mending: USUAL_MENDING,
  findings: [{ id: 'muted', text: 'The tone is muted', strand: 'tone' }],
} as unknown as Knowledge

const id = (n: number) => `act-0000${n}` as ActId
const stamp = (n: number) => ({
  id: id(n),
  at: '2026-03-02T10:00:00.000Z' as IsoInstant,
  by: 'teacher',
})
const added: Act = {
  kind: 'student-added',
  card: { ...EMPTY_CARD, name: 'Isla', instrument: 'horn' },
  ...stamp(1),
}
const strength = (n: number, words: string): IdentifiedRequest => ({
  kind: 'strength-named',
  lesson: 'lesson-1' as LessonId,
  words,
  id: id(n),
})
const undoing = (n: number, of: number): IdentifiedRequest => ({
  kind: 'undone',
  act: id(of),
  id: id(n),
})
const opened: IdentifiedRequest = {
  kind: 'lesson-opened',
  lesson: 'lesson-1' as LessonId,
  date: TODAY,
  id: id(2),
}
const shown = {
  today: TODAY,
  writer: 'teacher',
  record: playRecord([added])!,
  recent: [{ act: added, undone: false }],
}
const waiting = (...requests: readonly IdentifiedRequest[]) =>
  withWaiting(shown, [opened, ...requests], knowledge)
const standing = (found: ReturnType<typeof waiting>) =>
  found.recent.filter((r) => !r.undone).map((r) => r.act.id)

test('what waits is on record already, and first among what was noted last', () => {
  const found = waiting(strength(3, 'breathes low'))
  expect(found.record.lessons).toHaveLength(1)
  expect(standing(found)).toEqual([id(3), id(2), id(1)])
  expect(latestAct(found.recent)?.id).toBe(id(3))
})

test('pressed again before the first undoing has arrived, an undo takes back the one before', () => {
  const sent = [strength(3, 'breathes low'), strength(4, 'steady pulse'), undoing(5, 4)]
  expect(latestAct(waiting(...sent).recent)?.id).toBe(id(3))
  expect(latestAct(waiting(...sent, undoing(6, 3)).recent)?.id).toBe(id(2))
  // The student is taken back by name or not at all.
  expect(latestAct(waiting(...sent, undoing(6, 3), undoing(7, 2)).recent)).toBeNull()
})

test('what is on record and being undone counts as undone, and is not on record twice while it arrives', () => {
  const { record, recent } = waiting(strength(3, 'breathes low'))
  const there = { today: TODAY, writer: 'teacher', record, recent }
  expect(standing(withWaiting(there, [undoing(8, 3)], knowledge))).toEqual([id(2), id(1)])
  expect(standing(withWaiting(there, [strength(3, 'breathes low')], knowledge))).toEqual(
    standing(there),
  )
})

test('what the server would refuse is neither on record nor noted last', () => {
  const elsewhere = { ...strength(3, 'breathes low'), lesson: 'lesson-of-none' as LessonId }
  expect(standing(waiting(elsewhere as IdentifiedRequest))).toEqual([id(2), id(1)])
})

test('what was told from home is not taken back by a key in the lesson', () => {
  const told: Act = {
    kind: 'home-noted',
    date: TODAY,
    words: 'the thumb is sore',
    ...stamp(9),
    by: 'home',
  }
  const recent = [{ act: told, undone: false }, ...waiting().recent]
  expect(latestAct(recent)?.id).toBe(id(2))
})
