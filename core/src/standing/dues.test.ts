import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import { firstThing, groupDues, inOrderOfLessons, summarise } from './index'
import type { StudentSummary } from './index'
import { Desk, TODAY } from '../record/test/desk'

const base = summarise(new Desk().record)
const student = (name: string, more: Partial<StudentSummary> = {}): StudentSummary => ({
  ...base,
  name,
  ...more,
})
const due = (days: number, name = 'A') => ({ name, on: addDays(TODAY, days) })
const said = (students: readonly StudentSummary[]) =>
  groupDues(students, TODAY).map(
    ({ group, dues }) => `${group}: ${dues.map((d) => d.student.name).join(', ')}`,
  )

describe('not to be forgotten', () => {
  test('stands together by what is to be done about it: pain first, second looks by their day', () => {
    const all = [
      student('soon', { looksToCome: [due(3)] }),
      student('stuck', { stuck: ['A'] }),
      student('ready', { ready: ['A'] }),
      student('said', { homeWords: [{ on: TODAY, words: 'The reed broke' }] }),
      student('due', { looksToCome: [due(-2), due(1)] }),
      student('pain', { pain: true }),
      student('hurt', { hurtAtHome: ['Long notes'] }),
    ]
    expect(said(all)).toEqual([
      'pain: pain, hurt',
      'home: said',
      'look-again: due, due, soon',
      'ready: ready',
      'stuck: stuck',
    ])
  })

  test('a second look more than a week off is not named yet', () => {
    expect(said([student('a', { looksToCome: [due(7)] })])).toEqual(['look-again: a'])
    expect(said([student('a', { looksToCome: [due(8)] })])).toEqual([])
  })

  test('second looks of many students stand by their day, those of one day as they come', () => {
    const looks = [
      ...[student('d', { looksToCome: [due(5)] }), student('b', { looksToCome: [due(-1)] })],
      ...[student('e', { looksToCome: [due(5)] }), student('c', { looksToCome: [due(2)] })],
      student('a', { looksToCome: [due(-3)] }),
    ]
    expect(said(looks)).toEqual(['look-again: a, b, c, d, e'])
  })

  test('words from home stand as they come, whatever their day', () => {
    const told = (name: string, days: number) =>
      student(name, { homeWords: [{ on: addDays(TODAY, days), words: 'It squeaks' }] })
    expect(said([told('b', -1), told('a', -3), told('c', -2)])).toEqual(['home: b, a, c'])
  })

  test('each thing of one student has its own entry', () => {
    const a = student('a', { pain: true, stuck: ['x', 'y'], hurtAtHome: ['z'] })
    expect(groupDues([a], TODAY).flatMap((g) => g.dues.map((d) => d.due))).toEqual([
      { kind: 'hurt-at-home', name: 'z' },
      { kind: 'pain' },
      { kind: 'stuck', name: 'x' },
      { kind: 'stuck', name: 'y' },
    ])
  })
})

describe('the one thing to look at first', () => {
  const project = { name: 'Sits slumped', cue: 'mast up' }
  const everything = student('a', {
    lessons: 9,
    hurtAtHome: ['Long notes'],
    pain: true,
    looksToCome: [due(2, 'Bell hand')],
    ready: ['Puffed cheeks'],
    relapsed: ['Elbows'],
    projects: [project],
  })

  test('what hurts, then a look whose day has come, what may be called mended, what has come back, the project', () => {
    let now = everything
    const next = (more: Partial<StudentSummary>) => {
      const first = firstThing(now, addDays(TODAY, 2))
      now = { ...now, ...more }
      return first
    }
    expect(next({ hurtAtHome: [] })).toEqual({ kind: 'hurt-at-home', name: 'Long notes' })
    expect(next({ pain: false })).toEqual({ kind: 'pain' })
    expect(next({ looksToCome: [] })).toEqual({ kind: 'recheck', ...due(2, 'Bell hand') })
    expect(next({ ready: [] })).toEqual({ kind: 'ready', name: 'Puffed cheeks' })
    expect(next({ relapsed: [] })).toEqual({ kind: 'come-back', name: 'Elbows' })
    expect(next({ projects: [] })).toEqual({ kind: 'look', ...project })
    expect(next({ lessons: 0 })).toEqual({ kind: 'listen' })
    expect(next({})).toEqual({ kind: 'first-lesson' })
  })

  test('a second look that is due after the lesson is not asked for in it', () => {
    const quiet = { ...everything, hurtAtHome: [], pain: false }
    expect(firstThing(quiet, addDays(TODAY, 1)).kind).toBe('ready')
  })
})

test('students come in the order of their lessons, an open one first and those without a day last', () => {
  const order = inOrderOfLessons([
    student('no day'),
    student('Friday', { nextLesson: addDays(TODAY, 4) }),
    student('open', { openLesson: 'lesson-1', nextLesson: null }),
    student('missed', { nextLesson: addDays(TODAY, -3) }),
    student('today', { nextLesson: TODAY }),
  ])
  expect(order.map((s) => s.name)).toEqual(['open', 'missed', 'today', 'Friday', 'no day'])
})

test('students of one day come as they stand', () => {
  const next = (name: string, days: number) => student(name, { nextLesson: addDays(TODAY, days) })
  const open = (name: string) => student(name, { openLesson: 'lesson-1' })
  const order = inOrderOfLessons([
    ...[next('b', 1), next('a', 1), open('z'), next('y', 0)],
    ...[open('x'), next('c', 1), student('d'), next('w', 0)],
  ])
  expect(order.map((s) => s.name).join('')).toBe('zxywbacd')
})
