import { expect, test } from 'vitest'
import { addDays } from '../kit'
import { A, Desk, START } from '../record/test/desk'
import { mendingHistories } from './index'

test('gaps, the cue and looks come in the order of the lessons', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'send it all' })
  desk.open()
  desk.do({ kind: 'cue-recalled', lesson: desk.lesson, case: A, recall: 'alone' })
  desk.look(3, 5, 'exercise', true)
  desk.open().open()
  desk.look(5, 5)
  const [history] = mendingHistories(desk.record)
  expect(history!.map((e) => e.kind)).toEqual(['gap', 'recall', 'look', 'gap', 'gap', 'look'])
  expect(history![0]).toEqual({ kind: 'gap', days: 7, kept: null })
  expect(history![2]).toMatchObject({
    look: { setting: 'away-from-music', prompted: true, clean: 3, tries: 5 },
  })
  expect(history![5]).toMatchObject({ look: { setting: 'in-music', prompted: false, clean: 5 } })
})

test('what was kept at home goes in with its gap, fault by fault', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  const item = `${A}-rung-1`
  const block = { item, name: 'Rung 1', case: A, minutes: 4 }
  desk.do({
    kind: 'week-given',
    week: START,
    blocks: [0, 1, 2, 3].map((day) => ({ ...block, day })),
  })
  for (const day of [0, 1]) {
    desk.do({
      kind: 'practised',
      date: addDays(START, day),
      item,
      minutes: 4,
      done: true,
      tempo: null,
    })
  }
  desk.open()
  desk.look(4, 5)
  expect(mendingHistories(desk.record)[0]![0]).toEqual({ kind: 'gap', days: 7, kept: 0.5 })
})

test('a fault nobody looked at tells nothing', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.open()
  expect(mendingHistories(desk.record)).toEqual([])
})
