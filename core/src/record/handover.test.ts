/** A student's whole history as one file: what goes in, and which first thing in it cannot be taken. */
import { describe, expect, test } from 'vitest'
import type { Knowledge } from '../packs'
import { Desk, TODAY } from './test/desk'
import {
  EMPTY_CARD,
  HANDOVER_FORMAT,
  HANDOVER_VERSION,
  makeHandover,
  packsUsed,
  readHandover,
  refuseHandingOn,
} from './index'
import type { Act } from './index'
import type { ActId, LessonId } from '../kit'

const desk = new Desk()
desk.open().settle()
desk.remedy()
desk.open()
const wrong = desk.look(1, 5)
desk.do({ kind: 'undone', act: wrong })
desk.look(5, 5)

const PACKS = [{ pack: { id: 'horn', version: '1.0.0' } }] as unknown as readonly Knowledge[]
const file = makeHandover(desk.record, desk.acts, PACKS, TODAY)
/** The file as it comes from a disk, with a change. */
const onDisk = (change: (acts: Record<string, unknown>[]) => unknown = (acts) => acts) => {
  const read = JSON.parse(JSON.stringify(file)) as { acts: Record<string, unknown>[] }
  return { ...read, acts: change(read.acts) }
}
const refusedWith = (value: unknown) => {
  const read = readHandover(value)
  return read.ok ? null : read.refusal
}

test('what is made is read again to the same acts and the same record', () => {
  expect(file).toMatchObject({
    format: HANDOVER_FORMAT,
    version: HANDOVER_VERSION,
    exported: TODAY,
    name: 'Isla Marrow',
    instrument: 'horn',
    packs: PACKS,
  })
  const read = readHandover(onDisk())
  expect(read).toMatchObject({ ok: true })
  if (!read.ok) return
  expect(read.value.acts).toEqual(desk.acts)
  expect(read.value.record).toEqual(desk.record)
  expect(read.value).toMatchObject({ name: 'Isla Marrow', instrument: 'horn', packs: PACKS })
  // What was undone is in the file and not in the record.
  expect(read.value.record.cases[0]!.looks).toHaveLength(1)
})

describe('the first thing that cannot be taken is named with its place', () => {
  test('a file of another kind, of a version to come, or empty', () => {
    expect(refusedWith({ ...onDisk(), format: 'letters' })).toMatchObject({
      code: 'not_a_handover',
      path: ['format'],
    })
    expect(refusedWith({ ...onDisk(), version: HANDOVER_VERSION + 1 })).toMatchObject({
      code: 'not_a_handover',
      path: ['version'],
    })
    expect(refusedWith({ ...onDisk(), exported: 'soon' })?.path).toEqual(['exported'])
    expect(refusedWith({ ...onDisk(), name: '' })?.path).toEqual(['name'])
    expect(refusedWith(onDisk(() => []))?.path).toEqual(['acts'])
    expect(refusedWith(null)).toEqual({
      ...{ code: 'not_a_handover', path: [], facts: { why: 'missing' } },
    })
    const two = readHandover({ ...onDisk(), name: '', instrument: 7 })
    expect(two.ok ? [] : two.faults.map((f) => f.path)).toEqual([['name'], ['instrument']])
  })

  test('an act that is none, by its place and field', () => {
    const bad = onDisk((acts) => acts.map((a, i) => (i === 2 ? { ...a, severity: 9 } : a)))
    const read = readHandover(bad)
    expect(read).toMatchObject({ ok: false, refusal: { path: ['acts', 2, 'severity'] } })
    if (!read.ok) expect(read.faults[0]!.path).toEqual(['acts', 2, 'severity'])
    const unknown = onDisk((acts) => [...acts, { ...acts[0], kind: 'sung' }])
    expect(refusedWith(unknown)).toMatchObject({
      code: 'unknown_act_kind',
      path: ['acts', desk.acts.length, 'kind'],
    })
  })

  test('one act twice, by the second', () => {
    expect(refusedWith(onDisk((acts) => [...acts, acts[1]!]))).toMatchObject({
      code: 'same_act_twice',
      path: ['acts', desk.acts.length, 'id'],
    })
  })

  test('an undoing of what is not in it', () => {
    const bare = {
      ...{ id: 'act-stray1', at: desk.acts[0]!.at, by: 'teacher' },
      ...{ kind: 'undone', act: 'act-999999' },
    }
    expect(refusedWith(onDisk((acts) => [...acts, bare]))).toMatchObject({
      code: 'unknown_act',
      path: ['acts', desk.acts.length, 'act'],
    })
    expect(refusedWith(onDisk((acts) => [bare, ...acts]))).toMatchObject({
      ...{ code: 'unknown_act', path: ['acts', 0, 'act'] },
    })
  })

  test('an act the record refuses, with its kind and why', () => {
    const twice = (acts: Record<string, unknown>[]) => [
      ...acts,
      { ...acts.find((a) => a.kind === 'fault-settled'), id: 'act-second', lesson: 'lesson-2' },
    ]
    expect(refusedWith(onDisk(twice))).toMatchObject({
      code: 'handover_act_refused',
      path: ['acts', desk.acts.length, 'fault'],
      facts: { kind: 'fault-settled', why: 'fault_already_settled' },
    })
  })

  test('a file in which nobody is added', () => {
    const added = desk.acts[0]!
    const none = [
      { ...added },
      { id: 'act-undone0', at: added.at, by: 'teacher', kind: 'undone', act: added.id },
    ]
    expect(refusedWith({ ...onDisk(), acts: none })).toMatchObject({
      ...{ code: 'handover_without_student', path: ['acts'] },
    })
  })
})

test('each version of the knowledge that was used is named once, with its digest where there is one', () => {
  const opened = (n: number, version: string, digest?: string): Act =>
    ({
      kind: 'lesson-opened',
      id: `act-${n}` as ActId,
      lesson: `lesson-${n}` as LessonId,
      pack: { id: 'horn', version, ...(digest === undefined ? {} : { digest }) },
    }) as unknown as Act
  const used = packsUsed([opened(1, '1'), opened(2, '2'), opened(3, '1'), opened(4, '1', 'abc')])
  expect(used).toEqual([
    { id: 'horn', version: '1' },
    { id: 'horn', version: '2' },
    { id: 'horn', version: '1', digest: 'abc' },
  ])
  expect(packsUsed(desk.acts.filter((a) => a.kind !== 'lesson-opened'))).toEqual([])
})

test('handing on needs a yes that is on record', () => {
  const of = (state: 'given' | 'refused' | 'not-asked') => ({
    card: {
      ...EMPTY_CARD,
      name: 'Isla',
      consents: { ...EMPTY_CARD.consents, 'handing-on': { state, by: 'Ann', on: TODAY } },
    },
  })
  expect(refuseHandingOn(of('given') as never)).toBeNull()
  for (const state of ['refused', 'not-asked'] as const) {
    expect(refuseHandingOn(of(state) as never)).toMatchObject({
      code: 'no_consent_to_hand_on',
      path: ['consents', 'handing-on'],
      facts: { name: 'Isla' },
    })
  }
})
