/** Steps of a lesson that come and go with what is on record, and the minutes they get. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { BodyPart, Knowledge } from '../packs'
import { agenda, stepAt } from './index'
import type { AgendaKind } from './index'
import type { CaseState } from '../record'
import type { LessonId } from '../kit'
import { A, Desk, START, withFaults } from '../record/test/desk'
import { B } from '../record/test/instrument'

const point = (id: string) => ({
  id,
  parts: [{ id: 'no', say: 'not right', finding: `no-${id}` }],
  lasts: false,
  number: null,
  grows: false,
})
const WITH_SETUP = { setup: [point('feet')], playing: ['hand', 'arm'] } as unknown as Knowledge
const PLAIN = { setup: [], playing: ['hand', 'arm'] } as unknown as Knowledge

const steps = (desk: Desk, knowledge = PLAIN) => agenda(desk.record, desk.lesson, knowledge)
const kinds = (desk: Desk, knowledge = PLAIN) => steps(desk, knowledge).map((s) => s.kind)
const step = (desk: Desk, kind: AgendaKind, knowledge = PLAIN) =>
  steps(desk, knowledge).find((s) => s.kind === kind)

const hurts = (desk: Desk, part: BodyPart) =>
  desk.do({
    ...({ kind: 'sign-noted', lesson: desk.lesson, finding: `${part}-hurts` } as const),
    ...({ text: 'It hurts', strand: 'tension', strength: 'marked', prompted: false } as const),
    ...{ condition: null, stops: part },
  })

describe('steps', () => {
  test('a lesson with nothing on record names what works, diagnoses, plays and closes', () => {
    expect(kinds(new Desk().open())).toEqual(['what-works', 'diagnose', 'music', 'close'])
    expect(steps(new Desk().open()).map((s) => [s.about, s.done])).toEqual(
      Array.from({ length: 4 }, () => [null, false]),
    )
  })

  test('the set-up stands there while something of it is due, and ticked once it was looked at', () => {
    const desk = new Desk({ ageBand: 'adult' }).open()
    const look = (found: 'right' | 'wrong') =>
      desk.do({
        ...({ kind: 'setup-checked', lesson: desk.lesson, place: 'studio', numbers: {} } as const),
        points: { feet: found },
      })
    expect(step(desk, 'set-up', WITH_SETUP)).toMatchObject({ about: null, done: false })
    look('wrong')
    expect(step(desk, 'set-up', WITH_SETUP)).toMatchObject({ done: true })
    desk.open()
    expect(step(desk, 'set-up', WITH_SETUP)).toMatchObject({ done: false })
    look('right')
    expect(step(desk, 'set-up', WITH_SETUP)).toMatchObject({ done: true })
    desk.open()
    expect(step(desk, 'set-up', WITH_SETUP)).toBeUndefined()
  })

  test('what stops comes first of all; without what plays there is no music', () => {
    const desk = new Desk().open()
    hurts(desk, 'leg')
    expect(kinds(desk)).toEqual(['stop', 'what-works', 'diagnose', 'music', 'close'])
    expect(steps(desk)[0]).toMatchObject({ about: null, done: false })
    hurts(desk, 'arm')
    expect(kinds(desk)).toEqual(['stop', 'what-works', 'diagnose', 'close'])
  })

  test('a fault whose exercises load what hurts is neither looked at nor climbed, and its cue is still recalled', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy(A, ['hand'])
    desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'Feathers' })
    desk.open()
    const about = (kind: AgendaKind) => step(desk, kind)?.about?.id
    expect(['recall', 'look', 'rung'].map((k) => about(k as AgendaKind))).toEqual([A, A, A])
    hurts(desk, 'hand')
    expect(about('recall')).toBe(A)
    // The hand plays: without it there is no music either.
    expect(kinds(desk)).toEqual(['stop', 'what-works', 'recall', 'diagnose', 'close'])
  })

  test('a second look that is due comes after the looks at what is worked on, with its fault', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'Heard it' })
    desk.settle(B, 'thin')
    desk.remedy(B)
    desk.open()
    expect(step(desk, 'recheck')).toBeUndefined()
    // Two weeks to the first second look: common practice, no source.
    desk.open()
    expect(kinds(desk).slice(1, 4)).toEqual(['look', 'recheck', 'diagnose'])
    expect(step(desk, 'recheck')).toMatchObject({ about: { id: A }, done: false })
    desk.look(4, 4)
    expect(step(desk, 'recheck')).toBeUndefined()
  })

  test('the diagnosis is done once a fault was settled, or with a project once a sign was noted', () => {
    const done = (desk: Desk) => step(desk, 'diagnose')!.done
    const fresh = new Desk().open()
    hurts(fresh, 'leg')
    expect(done(fresh)).toBe(false)
    fresh.settle()
    expect(done(fresh)).toBe(true)
    fresh.open()
    expect(done(fresh)).toBe(false)
    fresh.settle(B, 'thin')
    expect(done(fresh)).toBe(true)
    const working = new Desk().open()
    working.settle()
    working.remedy()
    working.open()
    expect(done(working)).toBe(false)
    hurts(working, 'leg')
    expect(done(working)).toBe(true)
  })

  test('the lesson is closed once it is closed', () => {
    const desk = new Desk().open()
    expect(step(desk, 'close')!.done).toBe(false)
    desk.do({
      ...({ kind: 'lesson-closed', lesson: desk.lesson, note: '', family: '' } as const),
      next: null,
    })
    expect(step(desk, 'close')!.done).toBe(true)
  })
})

describe('minutes', () => {
  // One for what works, five to diagnose, three to close: our choice, no source.
  test('a lesson with room gives every step its minutes and the rest to music', () => {
    const desk = new Desk({ lessonMinutes: 30 }).open()
    expect(steps(desk).map((s) => [s.kind, s.from, s.minutes])).toEqual([
      ['what-works', 0, 1],
      ['diagnose', 1, 5],
      ['music', 6, 21],
      ['close', 27, 3],
    ])
  })

  test('one that is too short shortens every step alike and keeps four minutes of music', () => {
    const desk = new Desk({ lessonMinutes: 10 }).open()
    const half = 6 / 9
    const placed = steps(desk)
    expect(placed.map((s) => s.kind)).toEqual(['what-works', 'diagnose', 'music', 'close'])
    const minutes = [half, 5 * half, 4, 3 * half]
    minutes.forEach((m, i) => expect(placed[i]!.minutes).toBeCloseTo(m, 12))
    expect(placed[3]!.from).toBeCloseTo(10 - 3 * half, 12)
  })

  test('the clock stands at the last step that has begun, and at none before or after the lesson', () => {
    const placed = steps(new Desk({ lessonMinutes: 30 }).open())
    const at = (minutes: number) => stepAt(placed, minutes)?.kind ?? null
    expect([0, 0.9, 1, 5.9, 6, 26.9, 27, 29.9].map(at)).toEqual([
      ...['what-works', 'what-works', 'diagnose', 'diagnose'],
      ...['music', 'music', 'close', 'close'],
    ])
    expect([-0.1, 30, 31].map(at)).toEqual([null, null, null])
  })
})

describe('the agenda and its clock', () => {
  test('the steps fill the lesson exactly, however many there are', () => {
    for (const lessonMinutes of [20, 30, 45]) {
      const desk = new Desk({ lessonMinutes }).open()
      desk.settle()
      desk.remedy()
      desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'open door' })
      desk.open()
      const steps = agenda(desk.record, desk.lesson, WITH_SETUP)
      expect(steps.reduce((sum, s) => sum + s.minutes, 0)).toBeCloseTo(lessonMinutes, 9)
      expect(steps.map((s) => s.kind)).toEqual([
        'what-works',
        'set-up',
        'recall',
        'look',
        'diagnose',
        'rung',
        'music',
        'close',
      ])
      expect(stepAt(steps, 0)?.kind).toBe('what-works')
      expect(stepAt(steps, lessonMinutes - 0.1)?.kind).toBe('close')
      expect(stepAt(steps, lessonMinutes + 1)).toBeNull()
    }
  })

  test('a step is ticked by what was noted, not by the clock', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.open()
    const done = () =>
      agenda(desk.record, desk.lesson, WITH_SETUP).find((s) => s.kind === 'look')?.done
    expect(done()).toBe(false)
    desk.look(4, 5)
    expect(done()).toBe(true)
  })

  test('one step after the other is done by what was noted', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.open()
    const steps = () => agenda(desk.record, desk.lesson, WITH_SETUP)
    const next = () => steps().find((s) => !s.done)?.kind ?? null
    expect(next()).toBe('what-works')
    expect(steps().find((s) => s.kind === 'diagnose')!.done).toBe(false)
    // A sign says nothing of what works.
    desk.do({
      kind: 'sign-noted',
      lesson: desk.lesson,
      finding: 'muted',
      text: 'Muted',
      strand: 'tone',
      strength: 'absent',
      prompted: false,
      condition: null,
    })
    expect(next()).toBe('what-works')
    desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Steady pulse' })
    expect(next()).toBe('set-up')
    desk.do({
      ...({ kind: 'setup-checked', lesson: desk.lesson, place: 'studio', numbers: {} } as const),
      points: { feet: 'right' },
    })
    expect(next()).toBe('look')
    desk.look(4, 5)
    // Something was noted, so it is known what else there is.
    expect(next()).toBe('rung')
  })
})

describe('what is done', () => {
  const desk = new Desk()
  desk.open().settle()
  desk.remedy()
  desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'feathers' })
  const found = (kind: string, change: Partial<CaseState> = {}) =>
    agenda(withFaults(desk.record, change), desk.lesson, PLAIN).find((s) => s.kind === kind)
  const ladder = (more: object) => ({ ladder: { ...desk.case().ladder!, ...more } })

  test('a rung is done where it was begun or tried in this lesson, or is new', () => {
    const open = { startedOn: addDays(START, -7), lessonsOnRung: 1, tries: [] }
    expect(found('rung', ladder(open))?.done).toBe(false)
    expect(found('rung', ladder({ ...open, startedOn: START }))?.done).toBe(true)
    expect(found('rung', ladder({ ...open, lessonsOnRung: 0 }))?.done).toBe(true)
    const tried = (lesson: string) => [{ clean: 1, tries: 2, lesson }]
    expect(found('rung', ladder({ ...open, tries: tried(desk.lesson) }))?.done).toBe(true)
    expect(found('rung', ladder({ ...open, tries: tried('lesson-9') }))?.done).toBe(false)
  })

  test('a cue is recalled from the lesson after the one it was agreed in', () => {
    expect(found('recall')).toBeUndefined()
    const cue = { words: 'feathers', since: 'lesson-0' as LessonId } as never
    expect(found('recall', { cue })?.done).toBe(false)
    const recall = (lesson: string) => ({ cue, recalls: [{ lesson } as never] })
    expect(found('recall', recall(desk.lesson))?.done).toBe(true)
    expect(found('recall', recall('lesson-0'))?.done).toBe(false)
    expect(found('recall', { cue: null })).toBeUndefined()
  })

  test('a look is done once it was taken in this lesson', () => {
    expect(found('look')?.done).toBe(false)
    const look = (lesson: string) => ({ looks: [{ lesson } as never] })
    expect(found('look', look('lesson-0'))?.done).toBe(false)
    expect(found('look', look(desk.lesson))?.done).toBe(true)
  })
})
