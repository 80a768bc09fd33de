import { describe, expect, test } from 'vitest'
import type { IsoDate } from '../kit'
import { brief, summarise } from './index'
import { A, Desk, START } from './test/desk'

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
})
