/** What a lesson came to: only what happened in it, fault by fault. */
import { describe, expect, test } from 'vitest'
import { lessonSummary } from './index'
import type { ActBody } from '../record'
import type { LessonId } from '../kit'
import { A, Desk, START } from '../record/test/desk'

const setup = (desk: Desk, place: 'studio' | 'home', feet: 'right' | 'wrong'): ActBody => ({
  ...{ kind: 'setup-checked', lesson: desk.lesson, place },
  ...{ points: { feet, spine: 'right' }, numbers: {} },
})

const inCase = (desk: Desk) => ({ lesson: desk.lesson, case: A })
const skipping = (desk: Desk): ActBody => ({
  ...{ kind: 'rung-decided', ...inCase(desk), decision: 'up' },
  reason: 'known from before',
})
const of = (desk: Desk, lesson: number) =>
  lessonSummary(desk.record, `lesson-${lesson}` as LessonId)
const fault = (desk: Desk, lesson: number) => of(desk, lesson).faults[0] ?? null

/** Settled and climbed, climbed once more with a cue, looked at and recalled, and a lesson in which nothing was done. */
function fourLessons(): Desk {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  desk.climb()
  desk.open()
  desk.climb()
  desk.do({ kind: 'cue-agreed', ...inCase(desk), words: 'Send it through' })
  desk.open()
  desk.do({ kind: 'cue-recalled', ...inCase(desk), recall: 'hint' })
  desk.look(1, 2, 'exercise')
  desk.look(2, 2)
  return desk.open()
}

describe('a fault in a lesson', () => {
  const desk = fourLessons()

  test('was settled, climbed, given a cue and looked at in the lesson in which it was', () => {
    expect(fault(desk, 1)).toMatchObject({
      ...{ case: A, settled: true, mended: false, relapsed: false, rested: false },
      ...{ cueAgreed: false, recall: null, looks: [], rungsMoved: 1 },
      rung: { name: 'Rung 2', number: 2, of: 3 },
    })
    expect(fault(desk, 2)).toMatchObject({
      ...{ settled: false, cue: 'Send it through', cueAgreed: true, rungsMoved: 1 },
      rung: { name: 'Rung 3', number: 3, of: 3 },
    })
    expect(fault(desk, 3)).toMatchObject({
      ...{ settled: false, cueAgreed: false, recall: 'hint', rungsMoved: 0 },
      looks: [
        { clean: 1, tries: 2, condition: 'exercise' },
        { clean: 2, tries: 2, condition: 'piece-tempo' },
      ],
    })
  })

  test('of which nothing was done is not named, nor is one that came later', () => {
    expect(fault(desk, 4)).toBeNull()
    desk.settle('case-1-b' as typeof A, 'thin-air')
    expect(of(desk, 1).faults.map((f) => f.case)).toEqual([A])
    expect(of(desk, 4).faults).toMatchObject([{ case: 'case-1-b', settled: true, rung: null }])
  })

  test('each thing by itself is enough to name it', () => {
    const after = (...acts: ((desk: Desk) => void)[]) => {
      const alone = new Desk().open()
      alone.settle()
      alone.remedy()
      alone.open()
      for (const act of acts) act(alone)
      return fault(alone, 2)
    }
    expect(after()).toBeNull()
    expect(after((d) => d.look(1, 2))).toMatchObject({ looks: [{ clean: 1 }], rungsMoved: 0 })
    expect(after((d) => d.climb())).toMatchObject({ rungsMoved: 1, skipped: 0, recall: null })
    expect(after((d) => d.do(skipping(d)))).toMatchObject({ rungsMoved: 0, skipped: 1 })
    const cue = (d: Desk) => d.do({ kind: 'cue-agreed', ...inCase(d), words: 'Air' })
    expect(after(cue)).toMatchObject({ cueAgreed: true, looks: [] })
    expect(after((d) => d.do({ kind: 'case-rested', ...inCase(d), reason: 'Ill' }))).toMatchObject({
      ...{ rested: true, mended: false },
    })
    const mended: ActBody = {
      kind: 'case-mended',
      lesson: 'lesson-2' as LessonId,
      case: A,
      overruled: 'Heard it',
    }
    expect(after((d) => d.do(mended))).toMatchObject({ mended: true, rested: false })
  })

  test('is mended in the lesson in which it was, and not in those after it', () => {
    const long = new Desk().open()
    long.settle()
    long.open()
    long.do({ kind: 'case-mended', ...inCase(long), overruled: 'Heard it' })
    long.open()
    long.look(2, 2)
    expect([1, 2, 3].map((n) => fault(long, n)!.mended)).toEqual([false, true, false])
  })
})

test('the lesson’s own words, signs and set-up are told as they were noted in it', () => {
  const desk = new Desk().open()
  desk.do({
    ...{ kind: 'setup-checked', lesson: desk.lesson, place: 'studio', numbers: {} },
    points: { feet: 'right', spine: 'wrong', stand: 'right' },
  })
  desk.do({
    ...{ kind: 'sign-noted', lesson: desk.lesson, finding: 'thin', strength: 'marked' },
    ...{ prompted: false, condition: null, text: 'Thin', strand: 'tone' },
  })
  desk.do({
    ...{ kind: 'check-answered', lesson: desk.lesson, check: 'one-breath', name: 'On one breath' },
    ...{ outcome: 'It ends early', label: 'It ends early', says: {} },
  })
  desk.do({ kind: 'plan-noted', lesson: desk.lesson, aim: 'One breath', fresh: 'A slow reel' })
  desk.open()
  expect(of(desk, 1)).toMatchObject({
    ...{ setupRight: 2, setupWrong: 1, aim: 'One breath', fresh: 'A slow reel' },
    signs: [{ text: 'Thin', strength: 'marked' }],
    checks: [{ name: 'On one breath', outcome: 'It ends early' }],
  })
  expect(of(desk, 2)).toMatchObject({
    setupRight: 0,
    setupWrong: 0,
    signs: [],
    aim: '',
    checks: [],
  })
})

test('the summary tells what became of each fault, and leaves out what was not touched', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'open door' })
  desk.open()
  expect(lessonSummary(desk.record, desk.lesson).faults).toEqual([])
  desk.do({ kind: 'cue-recalled', lesson: desk.lesson, case: A, recall: 'alone' })
  desk.look(5, 5)
  desk.climb()
  expect(lessonSummary(desk.record, desk.lesson).faults).toMatchObject([
    { name: 'bell-hand', settled: false, recall: 'alone', rungsMoved: 1, cue: 'open door' },
  ])
})

test('a lesson in short counts its set-up point by point, and says its words and signs', () => {
  const desk = new Desk().open()
  desk.do(setup(desk, 'studio', 'wrong'))
  desk.do(setup(desk, 'home', 'right'))
  const { record } = desk
  const word = (lesson: string, words: string) => ({ lesson, words }) as never
  const spoken = {
    ...record,
    ownWords: [word(desk.lesson, 'like a sigh'), word('lesson-9', 'not')],
  }
  expect(lessonSummary(spoken, desk.lesson)).toMatchObject({
    setupRight: 3,
    setupWrong: 1,
    ownWords: ['like a sigh'],
    signs: [],
    date: START,
  })
  // Looked at again in the same place it counts once.
  desk.do(setup(desk, 'studio', 'right'))
  expect(lessonSummary(desk.record, desk.lesson)).toMatchObject({ setupRight: 4, setupWrong: 0 })
})
