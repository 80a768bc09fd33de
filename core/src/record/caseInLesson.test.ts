/** A fault from lesson to lesson: its points on the vein and its belief between them. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate, LessonId } from '../kit'
import { afterGap, USUAL_MENDING } from '../mending'
import { CONDITIONS } from '../packs'
import { A, Desk, START } from './test/desk'

const points = (desk: Desk) => desk.case().points
const open = (desk: Desk, lesson: string, date: IsoDate) =>
  desk.do({
    ...({ kind: 'lesson-opened', lesson: lesson as LessonId, date } as const),
    ...{ pack: { id: 'horn', version: '1.0.0' }, mending: USUAL_MENDING },
  })
const close = (desk: Desk, lesson: string) =>
  desk.do({
    ...({ kind: 'lesson-closed', lesson: lesson as LessonId, note: '', family: '' } as const),
    next: null,
  })
const lookIn = (desk: Desk, lesson: string, clean: number) =>
  desk.do({
    ...({
      kind: 'look-taken',
      lesson: lesson as LessonId,
      case: A,
      condition: 'exercise',
    } as const),
    ...{ prompted: false, clean, tries: 4 },
  })

describe('points on the vein', () => {
  test('one for each lesson, from the one in which it was settled, as it stood at its end', () => {
    const desk = new Desk().open().open()
    desk.settle()
    expect(points(desk)).toMatchObject([
      { lesson: 'lesson-2', date: addDays(START, 7), state: 'open', rung: null, hardest: null },
    ])
    desk.remedy()
    desk.open()
    desk.climb()
    desk.open()
    expect(points(desk)).toMatchObject([
      { lesson: 'lesson-2', state: 'healing', rung: 0, rungsPassed: 0 },
      { lesson: 'lesson-3', state: 'healing', rung: 1, rungsPassed: 1 },
      { lesson: 'lesson-4', state: 'healing', rung: 1, rungsPassed: 1, hardest: null },
    ])
  })

  test('the hardest setting in which a look of that lesson was clean, in whatever order they came', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.look(4, 4, 'piece-tempo')
    desk.look(4, 4, 'exercise')
    desk.look(1, 4, CONDITIONS.at(-1))
    expect(points(desk).at(-1)!.hardest).toBe('piece-tempo')
    desk.open().look(1, 4, 'piece-tempo')
    expect(points(desk).at(-1)!.hardest).toBeNull()
    desk.look(4, 4, 'exercise')
    expect(points(desk).map((p) => p.hardest)).toEqual(['piece-tempo', 'exercise'])
  })

  test('two lessons of a day have a point each, and either can be worked in', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    close(desk, 'lesson-1')
    open(desk, 'second', START)
    lookIn(desk, 'second', 4)
    expect(points(desk).map((p) => [p.lesson, p.hardest])).toEqual([
      ['lesson-1', null],
      ['second', 'exercise'],
    ])
    // The ladder of the first is gone over once the second has begun: its point is drawn anew, and last.
    const { rungs } = desk.case().ladder!
    desk.do({ kind: 'ladder-edited', lesson: 'lesson-1' as LessonId, case: A, rungs })
    expect(points(desk).map((p) => [p.lesson, p.state])).toEqual([
      ['second', 'healing'],
      ['lesson-1', 'healing'],
    ])
  })
})

test('the belief runs on over days and stands still within one; it never runs back', () => {
  const desk = new Desk().open()
  desk.settle()
  const { belief } = desk.case()
  expect(desk.case().beliefOn).toBe(START)
  desk.look(4, 4)
  const seen = desk.case().belief
  expect(seen).not.toBeCloseTo(belief, 3)
  close(desk, 'lesson-1')
  open(desk, 'second', START)
  expect(desk.case().belief).toBe(seen)
  close(desk, 'second')
  open(desk, 'third', addDays(START, 14))
  expect(desk.case()).toMatchObject({ beliefOn: addDays(START, 14) })
  const after = desk.case().belief
  expect(after).toBeCloseTo(afterGap(seen, 14, null, USUAL_MENDING), 12)
  // What is prepared for a lesson of the past moves nothing forward and nothing back.
  desk.do({ kind: 'cue-agreed', lesson: 'third' as LessonId, case: A, words: 'Air' })
  expect(desk.case()).toMatchObject({ belief: after, beliefOn: addDays(START, 14) })
})
