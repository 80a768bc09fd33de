/** Whatever a teacher does, in whatever order: what the record takes, it keeps, gives back, and hands on. */
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate, ActId, CaseId } from '../kit'
import { CONDITIONS } from '../packs'
import { applyAct, HAND_BALANCES, makeHandover, playRecord, readHandover } from './index'
import type { Act, ActBody, StudentRecord } from './index'
import { Desk, START } from './test/desk'

const CASES = ['case-0-a', 'case-0-b', 'case-0-c'] as const
const FAULTS = {
  'case-0-a': 'bell-hand',
  'case-0-b': 'slumped',
  'case-0-c': 'breath-high',
} as const

/** One thing a teacher may try; the record decides whether it happens. */
type Step = (desk: Desk) => void

const attempt =
  (body: (desk: Desk) => ActBody): Step =>
  (desk) => {
    desk.try(body(desk))
  }

const someCase = fc.constantFrom(...CASES).map((id) => id as CaseId)
const tally = fc
  .tuple(fc.integer({ min: 1, max: 6 }), fc.nat(6))
  .map(([tries, c]) => ({ tries, clean: Math.min(c, tries) }))
/** Days the desk of a story has lived through. */
const YEAR = 365
/** Of home only what is not long ago is told. */
const lately = fc.nat(100).map((n) => addDays(START, YEAR - n))
const someDay = fc.integer({ min: 0, max: 60 }).map((n) => addDays(START, n))

const inCase = (make: (state: CaseId) => (desk: Desk) => ActBody) =>
  someCase.map((id) => attempt(make(id)))

const steps: readonly fc.Arbitrary<Step>[] = [
  fc.constant<Step>((desk) => {
    if (desk.lessons < 12) desk.open()
  }),
  someCase.map<Step>((id) => (desk) => {
    if (!desk.record.cases.some((c) => c.id === id))
      desk.settle(id, FAULTS[id as keyof typeof FAULTS])
  }),
  someCase.map<Step>((id) => (desk) => {
    const running = desk.lessons > 0 && desk.case(id)
    if (running && desk.record.cases.filter((c) => c.status.state === 'healing').length < 2) {
      desk.remedy(id)
    }
  }),
  fc
    .tuple(someCase, tally, fc.constantFrom(...CONDITIONS), fc.boolean())
    .map(([id, { clean, tries }, condition, prompted]) =>
      attempt((desk) => ({
        kind: 'look-taken',
        lesson: desk.lesson,
        case: id,
        condition,
        prompted,
        clean,
        tries,
      })),
    ),
  fc
    .tuple(someCase, tally, fc.constantFrom('rung-1', 'rung-2', 'rung-3'))
    .map(([id, t, rung]) =>
      attempt((desk) => ({ kind: 'rung-tried', lesson: desk.lesson, case: id, rung, ...t })),
    ),
  fc
    .tuple(someCase, fc.constantFrom('up', 'stay', 'back'))
    .map(([id, decision]) =>
      attempt((desk) => ({ kind: 'rung-decided', lesson: desk.lesson, case: id, decision })),
    ),
  fc
    .tuple(someCase, fc.constantFrom('alone', 'hint', 'not'))
    .map(([id, recall]) =>
      attempt((desk) => ({ kind: 'cue-recalled', lesson: desk.lesson, case: id, recall })),
    ),
  inCase((id) => (desk) => ({
    kind: 'cue-agreed',
    lesson: desk.lesson,
    case: id,
    words: 'send it all',
  })),
  inCase((id) => (desk) => ({
    kind: 'case-mended',
    lesson: desk.lesson,
    case: id,
    overruled: 'heard it twice',
  })),
  inCase((id) => (desk) => ({
    kind: 'case-reopened',
    lesson: desk.lesson,
    case: id,
    reason: 'there again',
  })),
  inCase((id) => (desk) => ({
    kind: 'relapse-overruled',
    lesson: desk.lesson,
    case: id,
    reason: 'a bad day',
  })),
  inCase((id) => (desk) => ({
    kind: 'case-rested',
    lesson: desk.lesson,
    case: id,
    reason: 'illness',
  })),
  inCase((id) => (desk) => ({ kind: 'case-resumed', lesson: desk.lesson, case: id })),
  fc
    .tuple(someCase, fc.option(someDay))
    .map(([id, to]) => attempt(() => ({ kind: 'recheck-moved', case: id, to, reason: 'away' }))),
  fc.tuple(someDay, fc.integer({ min: -2, max: 20 })).map(([from, days]) =>
    attempt(() => ({
      kind: 'break-noted',
      from,
      to: addDays(from, days),
      why: 'holiday',
      words: '',
    })),
  ),
  fc.constantFrom('all over the place', 'thumb in the air').map((words) =>
    attempt((desk) => ({
      kind: 'word-noted',
      lesson: desk.lesson,
      words,
      prompted: false,
      condition: null,
    })),
  ),
  fc
    .constantFrom('all over the place', 'Thumb in the air')
    .map((words) =>
      attempt(() => ({ kind: 'words-tied', words, finding: 'thumb', text: 'The thumb is high' })),
    ),
  fc
    .tuple(fc.constantFrom(...HAND_BALANCES), fc.option(fc.nat(6)))
    .map(([hands, group]) =>
      attempt(() => ({ kind: 'week-wished', hands, group, first: null, pieces: 'The slow reel' })),
    ),
  fc
    .tuple(fc.constantFrom('legato', 'slurs', 'rolls'), fc.boolean())
    .map(([gate, on]) =>
      attempt(() => ({ kind: 'gate-prepared', date: START, gate, name: gate, on })),
    ),
  fc
    .tuple(lately, fc.boolean())
    .map(([date, done]) =>
      attempt(() => ({ kind: 'practised', date, item: 'music', minutes: 5, done, tempo: null })),
    ),
  lately.map((date) =>
    attempt(() => ({ kind: 'hurt-at-home', date, item: 'music', name: 'Pieces' })),
  ),
  // Undoing is part of any lesson; what stands on another act is left.
  fc.nat(8).map<Step>((back) => (desk) => {
    const act = desk.acts.at(-1 - back)
    const isLesson = act?.kind === 'lesson-opened' || act?.kind === 'lesson-closed'
    if (act && act.kind !== 'undone' && !isLesson && desk.whyNotUndo(act.id) === null) {
      desk.do({ kind: 'undone', act: act.id })
    }
  }),
]

/** A desk with room for a year of lessons. */
function newDesk(): Desk {
  const desk = new Desk()
  desk.today = addDays(START, YEAR)
  return desk
}

const story = fc
  .array(fc.oneof(...steps), { minLength: 40, maxLength: 120, size: 'max' })
  .map((all) => all.reduce((desk, step) => (step(desk), desk), newDesk().open()))

const check = (holds: (desk: Desk) => void) =>
  fc.assert(fc.property(story, holds), { seed: 20261125, numRuns: 60 })

const lessonDays = (record: StudentRecord) => record.lessons.map((l) => l.date)

test('the stories told here come to every state, and undo and refuse now and then', () => {
  const states = new Set<string>()
  let [undone, breaks, kinds] = [0, 0, new Set<string>()]
  check((desk) => {
    for (const c of desk.record.cases) for (const p of c.points) states.add(p.state)
    undone += desk.acts.filter((a) => a.kind === 'undone').length
    breaks += desk.record.breaks.length
    kinds = new Set([...kinds, ...desk.acts.map((a) => a.kind)])
  })
  expect([...states].sort()).toEqual(['healing', 'mended', 'open', 'relapsed', 'resting'])
  expect(undone).toBeGreaterThan(20)
  expect(breaks).toBeGreaterThan(20)
  expect(kinds.size).toBeGreaterThan(20)
})

describe('whatever happens in lessons', () => {
  test('the record is the same played at once, played again, and after a stay on disk', () => {
    check((desk) => {
      const { record } = desk
      expect(playRecord(desk.acts)).toEqual(record)
      expect(JSON.parse(JSON.stringify(record))).toEqual(record)
    })
  })

  test('an act more, noted on top, is the same as all of them played from the start', () => {
    check((desk) => {
      const note: ActBody = { kind: 'home-noted', date: START, words: 'We played on the pier.' }
      const act = { ...note, id: 'act-one-more' as ActId, at: desk.acts[0]!.at, by: 'home' } as Act
      expect(applyAct(desk.record, act)).toEqual(playRecord([...desk.acts, act]))
    })
  })

  test('taking back the last act leaves what was there before it', () => {
    check((desk) => {
      const last = desk.acts.at(-1)!
      if (last.kind === 'undone' || desk.whyNotUndo(last.id) !== null) return
      const before = playRecord(desk.acts.slice(0, -1))
      desk.do({ kind: 'undone', act: last.id })
      expect(desk.record).toEqual(before)
    })
  })

  test('handed on, it gives the same record in another studio', () => {
    check((desk) => {
      const handover = makeHandover(desk.record, desk.acts, [], desk.today)
      const read = readHandover(JSON.parse(JSON.stringify(handover)))
      expect(read).toMatchObject({ ok: true })
      if (read.ok) {
        expect(read.value.record).toEqual(desk.record)
        expect(read.value.acts).toEqual(desk.acts)
      }
    })
  })
})

describe('in every record', () => {
  test('how sure we are stays between never and always', () => {
    check((desk) => {
      for (const state of desk.record.cases) {
        for (const p of [state.belief, ...state.points.map((x) => x.belief)]) {
          expect(p).toBeGreaterThan(0)
          expect(p).toBeLessThan(1)
        }
      }
    })
  })

  test('the seam has a place for every lesson from the settling on, in order, the last as things are', () => {
    check((desk) => {
      const { record } = desk
      for (const state of record.cases) {
        const from = record.lessons.findIndex((l) => l.id === state.settledOn)
        expect(state.points.map((p) => p.date)).toEqual(lessonDays(record).slice(from))
        expect(state.points.at(-1)!.state).toBe(state.status.state)
      }
    })
  })

  test('nobody stands beside the ladder, and no more than two projects run', () => {
    check((desk) => {
      const { cases } = desk.record
      for (const { ladder } of cases) {
        if (!ladder) continue
        expect(ladder.at).toBeGreaterThanOrEqual(0)
        expect(ladder.at).toBeLessThan(ladder.rungs.length)
      }
      expect(cases.filter((c) => c.status.state === 'healing').length).toBeLessThanOrEqual(2)
      expect(desk.record.preparing.length).toBeLessThanOrEqual(2)
    })
  })

  test('a second look is due after the mending and never in a break the teacher did not ask for', () => {
    check((desk) => {
      const { record, acts } = desk
      const moved = acts.some((a) => a.kind === 'recheck-moved')
      for (const { status } of record.cases) {
        if (status.state !== 'mended' || status.nextRecheck === null || moved) continue
        const due: IsoDate = status.nextRecheck
        expect(due > status.on).toBe(true)
        expect(record.breaks.some((b) => b.from <= due && due <= b.to)).toBe(false)
      }
    })
  })
})
