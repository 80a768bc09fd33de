import { describe, expect, test } from 'vitest'
import { USUAL_MENDING } from '../mending'
import type { IsoDate, ActId, CaseId, LessonId } from '../kit'
import { brief, toPractise, summarise } from '../standing'
import { looksByLesson, restsForPain, ruleFor, stoppedParts } from './index'
import { A, Desk, hashOf, TODAY } from './test/desk'

function mendedDesk(): Desk {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  for (let i = 0; i < 4; i++) desk.open().look(5, 5)
  desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A })
  return desk
}

describe('from settled to mended', () => {
  test('the rule holds only after two clean lessons, and then a recheck is dated', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.open().look(5, 5)
    expect(ruleFor(desk.record, desk.case()).holds).toBe(false)
    expect(desk.try({ kind: 'case-mended', lesson: desk.lesson, case: A })).toBe('mended_rule_open')
    for (let i = 0; i < 3; i++) desk.open().look(5, 5)
    expect(ruleFor(desk.record, desk.case())).toMatchObject({ holds: true, cleanLessons: 4 })
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A })
    expect(desk.case().status).toMatchObject({
      state: 'mended',
      on: '2026-02-09',
      nextRecheck: '2026-02-23',
    })
  })

  test('opening a lesson in which nobody has looked yet does not break the row', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.open().look(5, 5)
    desk.open().look(5, 5)
    desk.open()
    expect(ruleFor(desk.record, desk.case()).cleanLessons).toBe(2)
  })

  test('the teacher may call it mended against the rule, with a reason that is kept', () => {
    const desk = new Desk().open()
    desk.settle()
    expect(
      desk.try({
        kind: 'case-mended',
        lesson: desk.lesson,
        case: A,
        overruled: 'heard at the concert',
      }),
    ).toBeNull()
    expect(desk.case().status.state).toBe('mended')
  })

  test('a clean recheck moves the date on and an unclean one is a relapse', () => {
    const desk = mendedDesk()
    desk.open()
    desk.open().look(5, 5)
    expect(desk.case().status).toMatchObject({ cleanRechecks: 1, nextRecheck: '2026-03-23' })
    desk.look(1, 4)
    expect(desk.case().status).toMatchObject({ state: 'relapsed', times: 1 })
    desk.remedy()
    expect(desk.case().status.state).toBe('healing')
    // It did its work once: that is no failure.
    expect(desk.case().formerRemedies).toEqual([])
  })

  test('a clean look before the recheck is due moves no date', () => {
    const desk = mendedDesk()
    desk.open().look(5, 5)
    expect(desk.case().status).toMatchObject({ cleanRechecks: 0, nextRecheck: '2026-02-23' })
  })
})

test('the mended rule counts lessons from the one in which the fault was settled, the present one once it was looked at', () => {
  const desk = new Desk().open().open()
  desk.settle()
  desk.look(5, 5)
  desk.open()
  desk.look(5, 5)
  desk.open()
  const row = looksByLesson(desk.record, desk.case())
  expect(row.map((l) => [l.lesson, l.looks.length])).toEqual([
    ['lesson-2', 1],
    ['lesson-3', 1],
    ['lesson-4', 0],
  ])
  expect(ruleFor(desk.record, desk.case()).cleanLessons).toBe(2)
})

describe('the ladder', () => {
  test('steps up and back between foot and top, and counts the rungs passed', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    const decide = (decision: 'up' | 'back') =>
      desk.try({
        ...{ kind: 'rung-decided', lesson: desk.lesson, case: A, decision },
        reason: 'for once',
      })
    expect(decide('back')).toBe('foot_of_ladder')
    desk.climb()
    desk.climb()
    expect(decide('up')).toBe('top_of_ladder')
    expect(desk.case()).toMatchObject({ rungsPassed: 2, ladder: { at: 2 } })
    expect(decide('back')).toBeNull()
    expect(desk.case().ladder!.at).toBe(1)
  })

  test('tries belong to the rung the student is on', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    const tried = (rung: string, clean: number, tries = 5) =>
      desk.try({ kind: 'rung-tried', lesson: desk.lesson, case: A, rung, clean, tries })
    expect(tried('rung-2', 4)).toBe('not_on_this_rung')
    expect(tried('rung-1', 6)).toBe('more_clean_than_tries')
    expect(tried('rung-1', 0, 0)).toBe('tries_missing')
    expect(tried('rung-1', 1, 1)).toBeNull()
    desk.do({ kind: 'undone', act: desk.acts.at(-1)!.id })
    expect(tried('rung-1', 4)).toBeNull()
    expect(desk.case().ladder!.tries).toHaveLength(1)
  })

  test('three lessons on one rung are stuck, and the brief says so', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'open door' })
    for (let i = 0; i < 3; i++) desk.open()
    const kinds = brief(desk.record, TODAY).items.map((i) => i.kind)
    expect(kinds).toEqual(['recall-cue', 'look-first', 'rung', 'stuck', 'weeks-up'])
    expect(summarise(desk.record).stuck).toEqual(['bell-hand'])
  })

  test('a third project is refused and names the two', () => {
    const desk = new Desk().open()
    for (const [id, fault] of [
      ['a', 'one'],
      ['b', 'two'],
      ['c', 'three'],
    ] as const) {
      desk.settle(id as CaseId, fault)
    }
    desk.remedy('a' as CaseId)
    desk.remedy('b' as CaseId)
    expect(() => desk.remedy('c' as CaseId)).toThrow('two_projects_already')
  })
})

describe('what the record refuses', () => {
  test('a lesson in the future, before the last one, or beside one still open', () => {
    const desk = new Desk()
    const open = (date: string, lesson = 'x') =>
      desk.try({
        kind: 'lesson-opened',
        lesson: lesson as LessonId,
        date: date as IsoDate,
        pack: { id: 'horn', version: '1' },
        mending: USUAL_MENDING,
      })
    expect(open('2026-03-20')).toBe('lesson_in_future')
    expect(open('2026-03-02')).toBeNull()
    expect(open('2026-03-02', 'y')).toBe('lesson_still_open')
    desk.do({ kind: 'lesson-closed', lesson: 'x' as LessonId, note: '', family: '', next: null })
    expect(open('2026-02-20', 'y')).toBe('lesson_before_last')
    expect(open('2026-03-02', 'x')).toBe('lesson_exists')
  })
  test('two tabs settling the same fault: the second is told', () => {
    const desk = new Desk().open()
    desk.settle()
    expect(() => desk.settle('other' as CaseId)).toThrow('fault_already_settled')
  })
  test('acts in a closed lesson, a lesson or fault that is not there, a cue nobody agreed', () => {
    const desk = new Desk().open()
    desk.settle()
    const name = (lesson: string) =>
      desk.try({ kind: 'strength-named', lesson: lesson as LessonId, words: 'steady pulse' })
    expect(name('nowhere')).toBe('unknown_lesson')
    expect(desk.try({ kind: 'cue-recalled', lesson: desk.lesson, case: A, recall: 'alone' })).toBe(
      'no_cue',
    )
    expect(
      desk.try({ kind: 'cue-agreed', lesson: desk.lesson, case: 'no' as CaseId, words: 'x' }),
    ).toBe('unknown_case')
    desk.do({
      kind: 'lesson-closed',
      lesson: desk.lesson,
      note: 'well done',
      family: '',
      next: null,
    })
    expect(name('lesson-1')).toBe('lesson_closed')
  })
})

describe('pain', () => {
  test('a report of pain refuses every remedy that loads the part until it is reported gone', () => {
    const desk = new Desk().open()
    desk.settle()
    const dizzy = (strength: 'marked' | 'absent') =>
      desk.do({
        kind: 'sign-noted',
        lesson: desk.lesson,
        finding: 'dizzy',
        text: 'Dizzy',
        strand: 'tension',
        strength,
        prompted: false,
        condition: null,
        stops: 'breath',
      })
    dizzy('marked')
    expect(stoppedParts(desk.record)).toEqual(['breath'])
    desk.remedy(A, ['breath'])
    expect(restsForPain(desk.record, desk.case(A))).toBe(true)
    desk.open()
    expect(stoppedParts(desk.record)).toEqual(['breath'])
    dizzy('absent')
    expect(stoppedParts(desk.record)).toEqual([])
    expect(restsForPain(desk.record, desk.case(A))).toBe(false)
  })
  test('a ladder that was running rests on the sheet while the part hurts', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy(A, ['hand'])
    expect(toPractise(desk.record)).toMatchObject({ minutesAsked: 4, resting: [] })
    desk.do({
      kind: 'sign-noted',
      lesson: desk.lesson,
      finding: 'pain-hand',
      text: 'Pain',
      strand: 'tension',
      strength: 'slight',
      prompted: false,
      condition: null,
      stops: 'hand',
    })
    expect(toPractise(desk.record)).toMatchObject({ items: [], resting: ['bell-hand'] })
  })
})

describe('undo', () => {
  test('takes an act out, and undoing the undoing brings it back', () => {
    const desk = new Desk().open()
    const settled = desk.settle()
    const undone = desk.do({ kind: 'undone', act: settled })
    expect(desk.record.cases).toEqual([])
    desk.do({ kind: 'undone', act: undone })
    expect(desk.record.cases).toHaveLength(1)
  })
  test('is refused while a later act stands on it, and names that act', () => {
    const desk = new Desk().open()
    const settled = desk.settle()
    desk.remedy()
    expect(desk.whyNotUndo(settled)).toMatchObject({
      code: 'later_act_stands_on_it',
      facts: { kind: 'remedy-started', why: 'unknown_case' },
    })
    expect(desk.whyNotUndo(desk.acts.at(-1)!.id)).toBeNull()
    expect(desk.whyNotUndo(desk.acts[0]!.id)?.code).toBe('cannot_undo_student')
    expect(desk.whyNotUndo('none' as ActId)?.code).toBe('unknown_act')
  })
  test('is done once, and never of a removal: the file is gone', () => {
    const desk = new Desk().open()
    const settled = desk.settle()
    desk.do({ kind: 'undone', act: settled })
    expect(desk.whyNotUndo(settled)?.code).toBe('undone_already')
    desk.do(desk.keeping('a'))
    const removed = desk.do({ kind: 'take-removed', hash: hashOf('a') })
    expect(desk.whyNotUndo(removed)?.code).toBe('cannot_undo_removal')
  })
})

test('what the student says of the movement stays beside the cue, lesson by lesson', () => {
  const desk = new Desk().open()
  desk.settle()
  const describe = (words: string) =>
    desk.do({ kind: 'movement-described', lesson: desk.lesson, case: A, words })
  describe('the air goes round a corner')
  desk.open()
  const second = describe('like blowing on soup')
  expect(desk.case().descriptions.map((d) => d.words)).toEqual([
    'the air goes round a corner',
    'like blowing on soup',
  ])
  expect(desk.case().cue).toBeNull()
  desk.do({ kind: 'undone', act: second })
  expect(desk.case().descriptions).toHaveLength(1)
})
