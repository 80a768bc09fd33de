/** What to mend next: safety, then what lies upstream, then what came back, then the graver one. Common practice. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { Knowledge } from '../packs'
import { proposeProjects } from './index'
import type { CaseId } from '../kit'
import { Desk, START } from '../record/test/desk'

const BASE_FIRST = 'from-the-base'
const knowledge = {
  faults: ['a', 'b', 'c', 'd'].map((id) => ({ id, remedies: id === 'd' ? [] : [`mend-${id}`] })),
  remedies: ['a', 'b', 'c'].map((id) => ({
    id: `mend-${id}`,
    loads: id === 'a' ? ['hand'] : ['leg'],
  })),
  schools: [
    { id: 'from-where-they-stand', topic: 'where to begin', usual: true },
    { id: BASE_FIRST, topic: 'where to begin', usual: false },
  ],
  playing: ['hand'],
} as unknown as Knowledge

type Strand = 'posture' | 'tension' | 'tone'

function settle(
  desk: Desk,
  id: string,
  severity: number,
  strand: Strand = 'tone',
  drivenBy: string[] = [],
) {
  desk.do({
    kind: 'fault-settled',
    stage: 'beginner',
    lesson: desk.lesson,
    case: `case-${id}` as CaseId,
    fault: id,
    name: `fault ${id}`,
    strand,
    severity,
    probability: 0.8,
    rivals: [],
    drivenBy: drivenBy as CaseId[],
  })
}

const proposed = (desk: Desk, days = 0) =>
  proposeProjects(desk.record, knowledge, addDays(START, days))
const order = (desk: Desk) => proposed(desk).map((p) => p.state.fault)
const reasons = (desk: Desk, fault: string, days = 0) =>
  proposed(desk, days)
    .find((p) => p.state.fault === fault)!
    .reasons.map((r) => r.kind)

describe('the order of what waits', () => {
  test('what may harm goes before what is grave, and that before the rest', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 3)
    settle(desk, 'b', 5)
    settle(desk, 'c', 4)
    expect(order(desk)).toEqual(['b', 'c', 'a'])
    expect([reasons(desk, 'b'), reasons(desk, 'c'), reasons(desk, 'a')]).toEqual([
      ['may-harm'],
      ['grave'],
      [],
    ])
  })

  test('what drives another goes before a graver one that drives nothing', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 2)
    settle(desk, 'b', 3, 'tone', ['case-a'])
    settle(desk, 'c', 4)
    expect(order(desk)).toEqual(['a', 'c', 'b'])
    expect(proposed(desk)[0]!.reasons).toEqual([{ kind: 'drives', names: ['fault b'] }])
  })

  test('from the base, posture goes first; from where they stand it does not', () => {
    const settled = (schools: Record<string, string>) => {
      const desk = new Desk({ schools }).open()
      settle(desk, 'a', 4, 'tone')
      settle(desk, 'b', 2, 'posture')
      return desk
    }
    const base = settled({ 'where to begin': BASE_FIRST })
    expect(order(base)).toEqual(['b', 'a'])
    expect(reasons(base, 'b')).toEqual(['base-first'])
    expect(reasons(base, 'a')).toEqual(['grave'])
    const usual = settled({})
    expect(order(usual)).toEqual(['a', 'b'])
    expect(reasons(usual, 'b')).toEqual([])
  })

  test('what every remedy of would load a stopped part comes last and says so', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 5)
    settle(desk, 'b', 1)
    settle(desk, 'd', 1)
    desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Pieces', part: 'hand' })
    expect(order(desk).at(-1)).toBe('a')
    expect(reasons(desk, 'a')).toContain('hurts')
    expect(reasons(desk, 'b')).not.toContain('hurts')
    // A fault without a remedy loads nothing.
    expect(reasons(desk, 'd')).not.toContain('hurts')
  })

  test('what is being mended or is mended is not proposed; what came back is', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 3)
    settle(desk, 'b', 4)
    const b = 'case-b' as CaseId
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: b, overruled: 'heard it' })
    expect(order(desk)).toEqual(['a'])
    desk.open()
    desk.do({ kind: 'case-reopened', lesson: desk.lesson, case: b, reason: 'it is back' })
    expect(order(desk)).toEqual(['b', 'a'])
    expect(reasons(desk, 'b')).toEqual(['came-back', 'grave'])
  })

  test('a long wait is said from three weeks on', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 2)
    expect(reasons(desk, 'a', 20)).toEqual([])
    expect(proposed(desk, 21)[0]!.reasons).toEqual([{ kind: 'waits', weeks: 3 }])
  })

  test('what may harm goes before what came back, whatever that drives', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 3)
    desk.do({
      kind: 'case-mended',
      lesson: desk.lesson,
      case: 'case-a' as CaseId,
      overruled: 'x y',
    })
    settle(desk, 'c', 4, 'tone', ['case-a'])
    settle(desk, 'b', 5)
    desk.open()
    const back = { kind: 'case-reopened', lesson: desk.lesson, reason: 'It is back' } as const
    desk.do({ ...back, case: 'case-a' as CaseId })
    expect(order(desk)).toEqual(['b', 'a', 'c'])
    // Driving nothing, what came back goes before a graver one that did not.
    const other = new Desk().open()
    settle(other, 'a', 2)
    other.do({
      kind: 'case-mended',
      lesson: other.lesson,
      case: 'case-a' as CaseId,
      overruled: 'x y',
    })
    settle(other, 'c', 4)
    other.open()
    other.do({ ...back, lesson: other.lesson, case: 'case-a' as CaseId })
    expect(order(other)).toEqual(['a', 'c'])
  })

  test('a fault that is mended is driven by nothing any more', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 2)
    settle(desk, 'b', 2, 'tone', ['case-a'])
    settle(desk, 'c', 2, 'tone', ['case-a'])
    desk.do({
      kind: 'case-mended',
      lesson: desk.lesson,
      case: 'case-b' as CaseId,
      overruled: 'x y',
    })
    expect(proposed(desk)[0]!.reasons).toEqual([{ kind: 'drives', names: ['fault c'] }])
  })

  test('what rests says why, and waits for no week; a wait is counted from its own lesson', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 2)
    desk.remedy('case-a' as CaseId)
    desk.do({
      ...({ kind: 'case-rested', lesson: desk.lesson, case: 'case-a' as CaseId } as const),
      reason: 'Band camp',
    })
    desk.open().open()
    settle(desk, 'b', 2)
    expect(reasons(desk, 'b', 28)).toEqual([])
    expect(reasons(desk, 'b', 35)).toEqual(['waits'])
    expect(proposed(desk, 35).find((p) => p.state.fault === 'a')!.reasons).toEqual([
      { kind: 'rests', why: 'Band camp' },
    ])
  })

  test('what is being mended is not proposed', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 2)
    settle(desk, 'b', 2)
    desk.remedy('case-a' as CaseId)
    expect(order(desk)).toEqual(['b'])
  })

  test('one remedy that loads nothing stopped is enough for a fault to be worked on', () => {
    const desk = new Desk().open()
    settle(desk, 'a', 5)
    desk.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Pieces', part: 'hand' })
    const faults = [{ id: 'a', remedies: ['mend-a', 'mend-b'] }]
    const either = { ...knowledge, faults } as unknown as Knowledge
    expect(proposeProjects(desk.record, either, START)[0]!.reasons).toEqual([{ kind: 'may-harm' }])
    const remedies = [{ id: 'mend-a', loads: ['leg', 'hand'] }]
    const partly = { ...knowledge, faults, remedies } as unknown as Knowledge
    expect(proposeProjects(desk.record, partly, START)[0]!.reasons).toContainEqual({
      kind: 'hurts',
    })
    const unknown = { ...knowledge, faults: [] } as unknown as Knowledge
    expect(proposeProjects(desk.record, unknown, START)[0]!.reasons).toEqual([{ kind: 'may-harm' }])
  })
})
