/** Faults that are settled and remedies begun: filled out from the instrument's knowledge, and why it does not allow some. */
import { describe, expect, test } from 'vitest'
import { USUAL_MENDING } from '../mending'
import { applyAct, completeAct, mondayOf } from './index'
import type { ActRequest } from './index'
import { A, Desk, START } from './test/desk'
import { ask, B, BEGINNER, begun, KNOWLEDGE, L, noted } from './test/instrument'

const MONDAY = mondayOf(START)

const settling = (id: string, more: object = {}): ActRequest => ({
  kind: 'fault-settled',
  lesson: L,
  case: B,
  fault: id,
  ...more,
})

describe('a fault that is settled', () => {
  test('keeps its ranking, its rivals by their chances and the stage', () => {
    const desk = begun()
    ask(desk, noted('of-thin'))
    const settled = ask(desk, settling('thin')) as {
      rivals: { fault: string; probability: number }[]
      probability: number
    }
    expect(settled).toMatchObject({ name: 'The thin', strand: 'tension', severity: 4 })
    expect(settled).toMatchObject({ stage: desk.record.card.stage, drivenBy: [] })
    expect(settled.rivals).toHaveLength(4)
    expect(settled.rivals[0]).toEqual({
      fault: 'thin',
      name: 'The thin',
      probability: settled.probability,
    })
    // Noisy-or by hand: 0.2 (1 - 0.1 · 0.98) against 0.8 · 0.02.
    const there = 0.2 * (1 - 0.1 * 0.98)
    expect(settled.probability).toBeCloseTo(there / (there + 0.8 * 0.02), 9)
    expect(desk.case(B)).toMatchObject({ settledOn: L, overruled: null, status: { state: 'open' } })
  })

  test('against the ranking needs a reason, which is kept', () => {
    const desk = begun()
    ask(desk, noted('of-thin'))
    expect(ask(desk, settling('loud'))).toMatchObject({
      code: 'reason_missing',
      path: ['overruled'],
      facts: { first: 'The thin' },
    })
    expect(ask(desk, settling('loud', { overruled: 'heard it' }))).toMatchObject({
      probability: BEGINNER,
    })
    expect(desk.case(B).overruled).toBe('heard it')
    // What is settled already is first no more: the next may be taken without a reason.
    const thin = ask(desk, settling('thin', { case: A })) as { rivals: { fault: string }[] }
    const next = thin.rivals.find((r) => r.fault !== 'thin' && r.fault !== 'loud')!.fault
    expect(ask(desk, settling(next, { case: 'case-0-d' }))).toMatchObject({ name: `The ${next}` })
    expect(ask(desk, settling('thin', { case: 'case-0-c' }))).toMatchObject({
      code: 'fault_already_settled',
      facts: { name: 'The thin' },
    })
  })

  test('names the open faults that drive it, and no mended ones', () => {
    const desk = begun()
    desk.settle(A, 'bell-hand')
    ask(desk, noted('of-thin'))
    expect(ask(desk, settling('thin'))).toMatchObject({ drivenBy: [A] })
    const other = begun()
    other.settle(A, 'loud')
    ask(other, noted('of-thin'))
    expect(ask(other, settling('thin'))).toMatchObject({ drivenBy: [] })
    const { record } = desk
    const mended = record.cases
      .filter((c) => c.id === A)
      .map((c) => ({ ...c, status: { state: 'mended', nextRecheck: null } as never }))
    const asked = completeAct(settling('thin'), { ...record, cases: mended }, KNOWLEDGE)
    expect(asked).toMatchObject({ value: { drivenBy: [] } })
  })

  test('is refused where the fault, the student or the lesson is not known', () => {
    const desk = begun()
    expect(ask(desk, settling('nobody'))).toMatchObject({ code: 'unknown_fault' })
    expect(ask(desk, settling('thin', { lesson: 'lesson-9' }))).toMatchObject({
      code: 'unknown_lesson',
    })
    desk.open()
    expect(
      ask(desk, settling('thin', { lesson: desk.lesson, overruled: 'Heard it' })),
    ).toMatchObject({
      name: 'The thin',
    })
    const nobody = completeAct(settling('thin'), null, KNOWLEDGE)
    expect(nobody).toMatchObject({ refusal: { code: 'unknown_student' } })
  })
})

const starting = (id: string): ActRequest => ({
  kind: 'remedy-started',
  lesson: L,
  case: A,
  remedy: id,
  weeks: 5,
})

describe('a remedy that is begun', () => {
  const settled = (...flags: 'small-hands'[]) => {
    const desk = begun(...flags)
    desk.settle()
    return desk
  }

  test('has its ladder, its name and what it loads', () => {
    const desk = settled()
    expect(ask(desk, starting('open'))).toMatchObject({
      name: 'Remedy open',
      loads: ['breath'],
      rungs: [{ id: 'one' }, { id: 'two' }],
    })
    expect(desk.case().ladder!.rungs.map((r) => r.id)).toEqual(['one', 'two'])
  })

  test('is refused where it would load what hurts, and only then', () => {
    const desk = settled()
    ask(desk, noted('hurts'))
    expect(ask(desk, starting('by-hand'))).toMatchObject({
      ...{ code: 'pain_reported', path: ['kind'], facts: { part: 'hand' } },
    })
    expect(ask(desk, starting('open'))).toMatchObject({ loads: ['breath'] })
  })

  test('is refused where it does not suit the student, where nothing is left of it, or where nobody knows it', () => {
    expect(ask(settled('small-hands'), starting('wide'))).toMatchObject({
      code: 'remedy_not_for_student',
      facts: { flag: 'small-hands', why: 'The span is too wide.' },
    })
    expect(ask(settled('small-hands'), starting('nothing'))).toMatchObject({ code: 'no_rungs' })
    expect(ask(settled(), starting('nothing'))).toMatchObject({ rungs: [{ id: 'one' }] })
    expect(ask(settled(), starting('unheard-of'))).toMatchObject({
      code: 'unknown_remedy',
      facts: { remedy: 'unheard-of' },
    })
    expect(completeAct(starting('open'), null, KNOWLEDGE)).toMatchObject({
      refusal: { code: 'unknown_student' },
    })
  })
})

test('a lesson is held with the knowledge and the figures of its day', () => {
  const pack = { id: 'horn', version: '1.2.0', digest: 'abc' }
  const knowledge = { ...KNOWLEDGE, pack, mending: { ...USUAL_MENDING, learn: 0.3 } }
  const request: ActRequest = { kind: 'lesson-opened', lesson: L, date: START }
  expect(completeAct(request, new Desk().record, knowledge)).toEqual({
    ok: true,
    value: { ...request, pack, mending: knowledge.mending },
  })
})

describe('what a ladder loads', () => {
  test('stops its tries and its going on, and those of no other ladder', () => {
    const desk = begun()
    desk.settle()
    desk.remedy(A, ['hand'])
    desk.settle(B, 'thin')
    desk.remedy(B, ['breath'])
    desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Music', part: 'hand' })
    const tried = (of: typeof A): ActRequest => ({
      ...{ kind: 'rung-tried', lesson: L, case: of, rung: 'rung-1', clean: 1, tries: 1 },
    })
    expect(ask(desk, tried(A))).toMatchObject({ code: 'pain_reported', facts: { part: 'hand' } })
    expect(ask(desk, tried(B))).toMatchObject({ clean: 1 })
    // Without a ladder, or a fault, nothing is loaded: what is wrong with it is said by the record.
    const bare = new Desk({ flags: ['pain'] }).open()
    bare.settle()
    expect(completeAct(tried(A), bare.record, KNOWLEDGE).ok).toBe(true)
    expect(completeAct(tried(B), bare.record, KNOWLEDGE).ok).toBe(true)
  })

  test('of a week that asks for nothing, or a gate let go, is nothing', () => {
    const desk = begun()
    desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Music', part: 'hand' })
    const blocks = [{ item: 'music', name: 'Music', case: null, day: 1, minutes: 4 }]
    const given = (of: typeof blocks): ActRequest => ({
      kind: 'week-given',
      week: MONDAY,
      blocks: of,
    })
    expect(ask(desk, given(blocks))).toMatchObject({ code: 'pain_reported' })
    expect(ask(desk, given([]))).toMatchObject({ blocks: [] })
  })
})

test('an act in a record that is not there is a fault of ours', () => {
  const desk = begun()
  expect(() => applyAct(null, desk.acts.at(-1)!)).toThrow(RangeError)
})
