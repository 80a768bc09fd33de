/** The comparison itself, on stories short enough to count by hand. */
import { describe, expect, test } from 'vitest'
import { A, Desk } from '../record/test/desk'
import { EMPTY_CARD } from '../record'
import type { LessonId } from '../kit'
import { compareWithTruth } from './index'
import type { ComparedStudent, StudentScript } from './index'

const FAULT = 'bell-hand'

const script = (fromLesson: number): StudentScript => ({
  key: 'isla',
  card: EMPTY_CARD,
  hidden: [{ fault: FAULT, fromLesson, pace: 0.5 }],
  strengths: [],
  cues: {},
  notes: [],
  daysBeforeToday: [],
})

/** `there` lesson by lesson, `+` when the fault is there; what the teacher does in each. */
function student(
  there: string,
  does: Readonly<Record<number, (desk: Desk) => void>>,
  fromLesson = 1,
): ComparedStudent {
  const desk = new Desk()
  const truth = there.split(' ').map((sign, i) => {
    desk.open()
    does[i + 1]?.(desk)
    return { lesson: `lesson-${i + 1}` as LessonId, there: sign === '+' ? [FAULT] : [] }
  })
  return { script: script(fromLesson), played: { acts: desk.acts, truth } }
}

const settle = (desk: Desk) => void desk.settle(A, FAULT)
const settleWrongly = (desk: Desk) => void desk.settle(A, 'slumped')
const mend = (desk: Desk) =>
  void desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'it is gone' })
const reopen = (desk: Desk) =>
  void desk.do({ kind: 'case-reopened', lesson: desk.lesson, case: A, reason: 'there again' })

const report = (...students: ComparedStudent[]) => compareWithTruth(students)

describe('found', () => {
  test('a fault of the third lesson that is settled in the fifth took two lessons', () => {
    const found = report(student('- - + + +', { 5: settle }, 3))
    expect(found).toMatchObject({ hidden: 1, found: 1, lessonsToFind: 2, wronglySettled: 0 })
  })

  test('one nobody settled is not found, and one that never showed is not asked for', () => {
    expect(report(student('+ + +', {}))).toMatchObject({ hidden: 1, found: 0 })
    expect(report(student('+ + +', {})).lessonsToFind).toBe(Infinity)
    expect(report(student('- - -', {}, 9))).toMatchObject({ hidden: 0, found: 0 })
  })

  test('one the student never had is settled wrongly', () => {
    expect(report(student('+ + +', { 2: settleWrongly }))).toMatchObject({
      found: 0,
      wronglySettled: 1,
    })
  })
})

describe('called mended', () => {
  test('two lessons after it was gone: rightly, and that late', () => {
    // There in lessons 1 and 2, gone from the third on; called in the fifth.
    const found = report(student('+ + - - -', { 1: settle, 5: mend }))
    expect(found).toMatchObject({ calledMended: 1, wronglyMended: 0, lessonsLate: 2 })
    expect(found.atTheEnd).toEqual({
      mendedAndGone: 1,
      mendedButThere: 0,
      workedOnAndThere: 0,
      workedOnButGone: 0,
    })
  })

  test('while it is still there: wrongly, and late by nothing', () => {
    const found = report(student('+ + +', { 1: settle, 2: mend }))
    expect(found).toMatchObject({ calledMended: 1, wronglyMended: 1, lessonsLate: 0 })
    expect(found.atTheEnd.mendedButThere).toBe(1)
  })

  test('late is the mean over those rightly called', () => {
    const once = student('+ - - -', { 1: settle, 2: mend })
    const later = student('+ - - -', { 1: settle, 4: mend })
    const wrongly = student('+ + + +', { 1: settle, 2: mend })
    expect(report(once, later, wrongly)).toMatchObject({
      students: 3,
      lessons: 12,
      calledMended: 3,
      wronglyMended: 1,
      lessonsLate: 1,
    })
  })

  test('not called though it is gone: worked on in vain', () => {
    expect(report(student('+ - -', { 1: settle })).atTheEnd.workedOnButGone).toBe(1)
  })
})

describe('come back', () => {
  test('and noticed in the lesson after', () => {
    const found = report(student('+ - - + +', { 1: settle, 3: mend, 5: reopen }))
    expect(found).toMatchObject({ cameBack: 1, noticed: 1 })
    expect(found.atTheEnd.workedOnAndThere).toBe(1)
  })

  test('and nobody noticed', () => {
    expect(report(student('+ - - + +', { 1: settle, 3: mend }))).toMatchObject({
      cameBack: 1,
      noticed: 0,
    })
  })

  test('before it was called mended it has not come back', () => {
    expect(report(student('+ - +', { 1: settle }))).toMatchObject({ cameBack: 0 })
  })
})

test('a student without a record is a mistake of the caller', () => {
  const nobody = { script: script(1), played: { acts: [], truth: [] } }
  expect(() => report(nobody)).toThrow(RangeError)
})
