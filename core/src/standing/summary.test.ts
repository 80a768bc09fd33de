import { describe, expect, test } from 'vitest'
import type { IsoDate } from '../kit'
import { brief, summarise } from './index'
import { A, Desk, START } from '../record/test/desk'

describe('a student in one line', () => {
  test('nothing has happened yet', () => {
    expect(summarise(new Desk().record)).toEqual({
      name: 'Isla Marrow',
      instrument: 'horn',
      stage: 'beginner',
      lessons: 0,
      lastLesson: null,
      nextLesson: null,
      openLesson: null,
      faults: { open: 0, healing: 0, resting: 0, mended: 0, relapsed: 0 },
      looksToCome: [],
      relapsed: [],
      homeWords: [],
      homeWordsMore: 0,
      stuck: [],
      ready: [],
      hurtAtHome: [],
      projects: [],
      pain: false,
      ownWords: [],
    })
  })

  test('lessons, faults by state, projects with their cue, and the lesson that is open', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.settle('case-0-b' as typeof A, 'slumped')
    desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'feathers' })
    const line = summarise(desk.record)
    expect(line).toMatchObject({
      lessons: 1,
      lastLesson: START,
      openLesson: 'lesson-1',
      faults: { open: 1, healing: 1, mended: 0 },
      projects: [{ name: 'bell-hand', cue: 'feathers' }],
      stuck: [],
    })
    const next = '2026-01-19' as IsoDate
    desk.do({ kind: 'lesson-closed', lesson: desk.lesson, note: '', family: '', next })
    expect(summarise(desk.record)).toMatchObject({ openLesson: null, nextLesson: next })
  })

  test('the soonest second look of those mended, and what is stuck on its rung', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    for (let i = 0; i < 6; i++) {
      const tries = { rung: 'rung-1', clean: 1, tries: 5 }
      desk.do({ kind: 'rung-tried', lesson: desk.lesson, case: A, ...tries })
      desk.open()
    }
    expect(summarise(desk.record).stuck).toEqual(['bell-hand'])
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'it is gone' })
    const line = summarise(desk.record)
    expect(line.faults).toMatchObject({ healing: 0, mended: 1 })
    expect(line.looksToCome).toEqual([{ name: 'bell-hand', on: '2026-03-09' }])
    expect([line.stuck, line.projects]).toEqual([[], []])
  })

  test('a fault of which the rule holds is named until the teacher has called it mended', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    expect(summarise(desk.record).ready).toEqual([])
    for (let i = 0; i < 6; i++) {
      desk.open()
      desk.look(5, 5)
    }
    expect(summarise(desk.record).ready).toEqual(['bell-hand'])
    expect(brief(desk.record, START).items.map((i) => i.kind)).toContain('ready')
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: '' })
    expect(summarise(desk.record).ready).toEqual([])
  })

  test('what hurt at home is named by itself; pain is what a sign or the card told', () => {
    const desk = new Desk()
    desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Pieces' })
    expect(summarise(desk.record)).toMatchObject({ hurtAtHome: ['Pieces'], pain: false })
    expect(summarise(new Desk({ flags: ['pain'] }).record)).toMatchObject({
      hurtAtHome: [],
      pain: true,
    })
  })

  test('second looks to come, soonest first; one that is put off for good is none', () => {
    const desk = new Desk().open()
    const mend = (id: typeof A, fault: string, to: string | null) => {
      desk.settle(id, fault)
      desk.do({ kind: 'case-mended', lesson: desk.lesson, case: id, overruled: 'It is gone' })
      desk.do({ kind: 'recheck-moved', case: id, to: to as IsoDate, reason: 'Exams' })
    }
    mend(A, 'late', '2026-03-20')
    mend('case-0-b' as typeof A, 'soon', '2026-03-01')
    mend('case-0-c' as typeof A, 'never', null)
    mend('case-0-d' as typeof A, 'between', '2026-03-10')
    mend('case-0-e' as typeof A, 'soon too', '2026-03-01')
    desk.settle('case-0-f' as typeof A, 'open')
    expect(summarise(desk.record).looksToCome).toEqual([
      { name: 'soon', on: '2026-03-01' },
      { name: 'soon too', on: '2026-03-01' },
      { name: 'between', on: '2026-03-10' },
      { name: 'late', on: '2026-03-20' },
    ])
  })

  test('what has come back and is not being mended yet', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.settle('case-0-b' as typeof A, 'slumped')
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'It is gone' })
    desk.open().look(0, 4)
    expect(summarise(desk.record)).toMatchObject({
      relapsed: ['bell-hand'],
      faults: { relapsed: 1, open: 1 },
    })
    desk.remedy()
    expect(summarise(desk.record)).toMatchObject({ relapsed: [], faults: { healing: 1, open: 1 } })
  })

  test('words from home since the last lesson, from its day on; before there was one, all', () => {
    const desk = new Desk()
    const told = (date: string, words: string) =>
      desk.do({ kind: 'home-noted', date: date as IsoDate, words })
    told('2026-01-10', 'Looks forward')
    const words = () => summarise(desk.record).homeWords
    expect(words()).toEqual([{ on: '2026-01-10', words: 'Looks forward' }])
    desk.open()
    told(START, 'The first evening')
    told('2026-01-15', 'It squeaks')
    expect(words()).toEqual([
      { on: START, words: 'The first evening' },
      { on: '2026-01-15', words: 'It squeaks' },
    ])
    // However much was said, the latest stands there, and how much more there is.
    for (let i = 0; i < 40; i++) told('2026-01-16', `Evening ${i}`)
    expect(words().map((w) => w.words)).toEqual(['Evening 37', 'Evening 38', 'Evening 39'])
    expect(summarise(desk.record).homeWordsMore).toBe(39)
  })
})
