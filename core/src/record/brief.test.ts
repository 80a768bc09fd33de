/** What is known before the next lesson: since when, what was told at home, what was taken back. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import { brief, mondayOf } from './index'
import type { BriefItem, CaseState } from './index'
import { A, Desk, START, TODAY } from './test/desk'

const items = (desk: Desk, days: number) => brief(desk.record, addDays(START, days)).items
const kinds = (found: readonly BriefItem[]) => found.map((i) => i.kind)

describe('before there was a lesson', () => {
  const desk = new Desk({ flags: ['growing'] })
  desk.do({ kind: 'home-noted', date: START, words: 'Looks forward' })
  desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Music' })
  desk.do({ kind: 'hurt-taken-back', date: START, item: 'music' })

  test('nothing is asked; everything told so far is said', () => {
    const before = brief(desk.record, addDays(START, 3))
    expect(before).toMatchObject({
      ...{ items: [], strength: null, daysSinceLesson: null, lastAim: '', stops: [], kept: null },
      homeNotes: [{ words: 'Looks forward' }],
      takenBack: [{ item: 'music', ended: { how: 'taken-back' } }],
      flags: ['growing'],
    })
  })
})

test('since the last lesson: its aim, its days, and what was told from its day on', () => {
  const desk = new Desk().open()
  desk.do({ kind: 'plan-noted', lesson: desk.lesson, aim: 'One breath', fresh: '' })
  const tell = (days: number) => {
    const date = addDays(START, days)
    desk.do({ kind: 'home-noted', date, words: `On day ${days}` })
    desk.do({ kind: 'hurt-at-home', date, item: 'music', name: 'Music' })
    desk.do({ kind: 'hurt-taken-back', date, item: 'music' })
  }
  tell(2)
  desk.open()
  tell(7)
  tell(9)
  const now = brief(desk.record, addDays(START, 10))
  expect(now.homeNotes.map((n) => n.words)).toEqual(['On day 7', 'On day 9'])
  expect(now.takenBack.map((s) => s.on)).toEqual([addDays(START, 7), addDays(START, 9)])
  expect(now).toMatchObject({ daysSinceLesson: 3, lastAim: '' })
  desk.do({ kind: 'plan-noted', lesson: desk.lesson, aim: 'Two breaths', fresh: '' })
  expect(brief(desk.record, TODAY).lastAim).toBe('Two breaths')
})

test('a stop that ended otherwise was not taken back', () => {
  const desk = new Desk().open()
  const stop = desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Music' })
  desk.do({ kind: 'stop-ended', date: START, stop, how: 'gone', words: '' })
  expect(brief(desk.record, TODAY)).toMatchObject({ stops: [], takenBack: [] })
})

describe('a fault that is worked on', () => {
  function working(): Desk {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy(A, ['hand'])
    desk.do({ kind: 'rung-decided', lesson: desk.lesson, case: A, decision: 'up' })
    return desk
  }

  test('says which rung of how many', () => {
    const rung = items(working(), 7).find((i) => i.kind === 'rung')
    expect(rung).toMatchObject({ number: 2, of: 3, rung: { name: 'Rung 2' }, state: { id: A } })
  })

  test('that has come back without a ladder asks for nothing to be played', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'Heard it' })
    desk.open().look(0, 4)
    expect(desk.case()).toMatchObject({ status: { state: 'relapsed' }, ladder: null })
    expect(items(desk, 14)).toEqual([])
    // A record of before remedies were asked for may have one that is healing without a ladder.
    const healing: CaseState = { ...desk.case(), status: { state: 'healing' } }
    const found = brief({ ...desk.record, cases: [healing] }, TODAY).items
    expect(kinds(found)).toEqual(['look-first'])
  })

  test('is said to be stuck with how many lessons it stood there', () => {
    const desk = working()
    for (let i = 0; i < 5; i++) desk.open()
    const stuck = items(desk, 35).find((i) => i.kind === 'stuck')
    expect(stuck).toMatchObject({ lessons: desk.case().ladder!.lessonsOnRung })
    expect(kinds(items(working(), 7))).not.toContain('stuck')
  })

  test('is ready once the rule for mended holds', () => {
    const desk = working()
    expect(kinds(items(desk, 1))).not.toContain('ready')
    for (let i = 0; i < 3; i++) desk.open().look(10, 10)
    expect(kinds(items(desk, 22))).toContain('ready')
  })

  test('that loads what hurts is not to be played, and the rest of what is known of it is said', () => {
    const desk = working()
    desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'Feathers' })
    desk.open().open()
    const before = kinds(items(desk, 60))
    expect(before).toEqual(expect.arrayContaining(['recall-cue', 'look-first', 'rung', 'weeks-up']))
    desk.do({
      kind: 'hurt-at-home',
      date: addDays(START, 15),
      item: 'music',
      name: '',
      part: 'hand',
    })
    expect(kinds(items(desk, 60))).toEqual(before.filter((k) => k !== 'look-first' && k !== 'rung'))
    expect(kinds(items(desk, 60))).toContain('weeks-up')
  })
})

test('what was kept of the practice is counted from the last lesson on', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  const blocks = [0, 1, 2, 3, 4, 5, 6].map((day) => ({
    ...{ item: `${A}-rung-1`, name: 'Rung 1', case: A, day, minutes: 4 },
  }))
  desk.do({ kind: 'week-given', week: mondayOf(START), blocks })
  const tick = (days: number) =>
    desk.do({
      ...({ kind: 'practised', date: addDays(START, days), item: `${A}-rung-1` } as const),
      ...{ minutes: 4, done: true, tempo: null },
    })
  tick(1)
  tick(2)
  expect(brief(desk.record, addDays(START, 4)).kept).toBeCloseTo(0.5, 12)
  desk.open()
  expect(brief(desk.record, addDays(START, 9)).kept).toBeNull()
  tick(7)
  expect(brief(desk.record, addDays(START, 9)).kept).toBeCloseTo(0.5, 12)
})
