/** What is known before the next lesson: since when, what was told at home, what was taken back. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import { brief, whatWorks } from './index'
import { mondayOf } from '../record'
import type { BriefItem } from './index'
import type { CaseState } from '../record'
import { A, Desk, START, TODAY, withFaults } from '../record/test/desk'

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
    desk.climb()
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
    const healing = { status: { state: 'healing' } } as const
    const found = brief(withFaults(desk.record, healing), TODAY).items
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

describe('what the next lesson starts with', () => {
  const desk = new Desk()
  desk.open().settle()
  desk.remedy()
  const asked = (change: Partial<CaseState>, today: IsoDate = TODAY) =>
    brief(withFaults(desk.record, change), today).items.map((i) => i.kind)
  const mended = (nextRecheck: string | null) =>
    ({ status: { ...desk.case().status, state: 'mended', nextRecheck } }) as Partial<CaseState>

  test('a second look is due from its day on, with the days it is late', () => {
    expect(asked(mended(addDays(TODAY, 1)))).toEqual([])
    expect(asked(mended(TODAY))).toEqual(['recheck-due'])
    const [due] = brief(withFaults(desk.record, mended(addDays(TODAY, -3))), TODAY).items
    expect(due).toMatchObject({ kind: 'recheck-due', daysLate: 3 })
    expect(asked(mended(null))).toEqual([])
  })

  test('a fault that is not begun asks for nothing, one that has come back for its cue and its rung', () => {
    expect(asked({ status: { state: 'open' } })).toEqual([])
    const cue = { words: 'feathers', since: desk.lesson } as never
    const back = { status: { ...desk.case().status, state: 'relapsed' } } as Partial<CaseState>
    expect(asked({ ...back, cue })).toEqual(['recall-cue', 'rung'])
    expect(asked({ ...back, cue: null })).toEqual(['rung'])
    expect(asked({ cue: null })).toEqual(['look-first', 'rung'].concat(weeksAreUp))
  })

  /** Seven weeks lie between the beginning and today; five were planned. */
  const weeksAreUp = ['weeks-up']
  test('weeks are up when more have gone than were planned', () => {
    expect(asked({}, addDays(START, 41))).not.toContain('weeks-up')
    const [up] = brief(desk.record, addDays(START, 42)).items.filter((i) => i.kind === 'weeks-up')
    expect(up).toMatchObject({ weeks: 6, planned: 5 })
  })
})

test('what worked at the intake is said first ever after', () => {
  const desk = new Desk({ works: ['Steady pulse'] }).open()
  desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Sings in tune' })
  expect(whatWorks(desk.record)).toEqual(['Steady pulse', 'Sings in tune'])
  expect(brief(desk.record, TODAY).strength).toBe('Steady pulse')
})

test('what has been named today waits longest: none is said for ever, none is forgotten', () => {
  const desk = new Desk({ works: ['Steady pulse', 'Sings in tune'] }).open()
  desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Steady pulse' })
  expect(whatWorks(desk.record)).toEqual(['Sings in tune', 'Steady pulse'])
  desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Sings in tune' })
  expect(brief(desk.record, TODAY).strength).toBe('Steady pulse')
})
