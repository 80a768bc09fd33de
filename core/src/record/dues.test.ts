import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import { duesOfAll, inOrderOfLessons, summarise } from './index'
import type { StudentSummary } from './index'
import { Desk, TODAY } from './test/desk'

const base = summarise(new Desk().record)
const student = (name: string, more: Partial<StudentSummary> = {}): StudentSummary => ({
  ...base,
  name,
  ...more,
})
const said = (students: readonly StudentSummary[]) =>
  duesOfAll(students, TODAY).map(({ student: s, due }) => `${s.name}: ${due.kind}`)

describe('not to be forgotten', () => {
  test('pain comes first, what hurt at home before that; then looks that are due, what is stuck, looks to come', () => {
    const all = [
      student('soon', { nextRecheck: addDays(TODAY, 3) }),
      student('stuck', { stuck: ['A'] }),
      student('due', { nextRecheck: addDays(TODAY, -2) }),
      student('pain', { pain: true }),
      student('hurt', { hurtAtHome: ['Long notes'] }),
      student('tomorrow', { nextRecheck: addDays(TODAY, 1) }),
    ]
    expect(said(all)).toEqual([
      'hurt: hurt-at-home',
      'pain: pain',
      'due: recheck',
      'stuck: stuck',
      'tomorrow: recheck',
      'soon: recheck',
    ])
  })

  test('a second look more than a week off is not named yet', () => {
    expect(said([student('a', { nextRecheck: addDays(TODAY, 7) })])).toHaveLength(1)
    expect(said([student('a', { nextRecheck: addDays(TODAY, 8) })])).toEqual([])
  })

  test('each thing of one student has its own line', () => {
    const [a] = [student('a', { pain: true, stuck: ['x', 'y'], hurtAtHome: ['z'] })]
    expect(said([a])).toEqual(['a: hurt-at-home', 'a: pain', 'a: stuck', 'a: stuck'])
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
