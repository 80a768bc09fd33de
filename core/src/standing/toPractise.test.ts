/** The practice sheet: what goes home, in which order, and what rests. */
import { expect, test } from 'vitest'
import { toPractise } from './index'
import type { StudentRecord } from '../record'
import { A, Desk, START, withFaults } from '../record/test/desk'
import { B } from '../record/test/instrument'

/** Two projects of three rungs, the first on its second; half an hour on an ordinary day. */
function twoProjects(): Desk {
  const desk = new Desk({ homeMinutes: [30, 30, 30, 30, 30, 0, 0] }).open()
  desk.settle()
  desk.remedy(A, ['breath'])
  desk.settle(B, 'thin')
  desk.remedy(B, ['hand'])
  desk.climb()
  desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: B, words: 'Feathers' })
  return desk
}

test('each project sends its rung, the lower first: what is new is practised while fresh', () => {
  const desk = twoProjects()
  expect(toPractise(desk.record)).toMatchObject({
    name: 'Isla Marrow',
    items: [
      {
        ...{ case: B, fault: 'thin', rung: { id: 'rung-1' }, rungNumber: 1, rungsInAll: 3 },
        ...{ cue: 'Feathers', minutes: 4 },
      },
      {
        ...{ case: A, fault: 'bell-hand', rung: { id: 'rung-2' }, rungNumber: 2, rungsInAll: 3 },
        ...{ cue: null, minutes: 8 },
      },
    ],
    ...{ resting: [], stops: [], minutesAsked: 12, minutesAtHome: 30, minutesOver: 0 },
  })
  for (let i = 0; i < 2; i++) desk.climb(B)
  expect(toPractise(desk.record).items.map((i) => i.case)).toEqual([A, B])
  for (let i = 0; i < 2; i++)
    desk.do({ kind: 'rung-decided', lesson: desk.lesson, case: B, decision: 'back' })
  // By how far up it is, and not by its number: the second of two is higher than the third of nine.
  const { rungs } = desk.case().ladder!
  const more = [4, 5, 6, 7, 8, 9].map((n) => ({ ...rungs[0]!, id: `rung-${n}` }))
  const edit = (of: typeof A, to: typeof rungs) =>
    desk.do({ kind: 'ladder-edited', lesson: desk.lesson, case: of, rungs: [...to] })
  edit(A, rungs.slice(0, 2))
  edit(B, [...rungs, ...more])
  for (let i = 0; i < 2; i++) desk.climb(B)
  expect(toPractise(desk.record).items.map((i) => [i.rungNumber, i.rungsInAll])).toEqual([
    [3, 9],
    [2, 2],
  ])
})

test('what outgrows the day is counted over it', () => {
  const { record } = twoProjects()
  const short: StudentRecord = {
    ...record,
    card: { ...record.card, homeMinutes: [7, 0, 0, 0, 0, 0, 0] },
  }
  expect(toPractise(short)).toMatchObject({ minutesAtHome: 7, minutesOver: 5 })
})

test('what loads the part that hurts rests, and one without a ladder sends nothing', () => {
  const desk = twoProjects()
  desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Music', part: 'hand' })
  expect(toPractise(desk.record)).toMatchObject({
    ...{ items: [{ case: A }], resting: ['thin'], minutesAsked: 8 },
    stops: [{ source: 'home', parts: ['hand'] }],
  })
  expect(toPractise(withFaults(desk.record, { ladder: null }))).toMatchObject({
    items: [],
    resting: [],
  })
})

test('one of its rungs that hurt at home rests, whatever it loads', () => {
  const desk = twoProjects()
  const item = `${A}-rung-2`
  desk.do({ kind: 'hurt-at-home', date: START, item, name: 'Rung 2', part: 'leg' })
  expect(toPractise(desk.record)).toMatchObject({ items: [{ case: B }], resting: ['bell-hand'] })
})
