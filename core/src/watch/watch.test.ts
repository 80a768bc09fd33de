import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { Fault, Knowledge } from '../packs'
import type { CaseId } from '../kit'
import { endStops, raiseStop } from '../record'
import { A, Desk, START } from '../record/test/desk'
import { handOfFault, lagOf, progressOf, stuckOf } from './index'

const B = 'case-b' as CaseId

const fault = (id: string, more: Partial<Fault> = {}) => ({
  id,
  name: id,
  prior: { beginner: 0.2, elementary: 0.2, intermediate: 0.2, advanced: 0.2 },
  likelier: [],
  shows: { muted: 0.8 },
  leadsTo: {},
  remedies: [],
  severity: 3,
  ...more,
})

const finding = (id: string, place: string) => ({ id, text: id, place, leak: 0.03, stop: null })
const remedy = (id: string) => ({ id, name: id, aim: `for ${id}`, loads: [], rungs: [] })

const knowledge = {
  faults: [
    fault('bell-hand', { remedies: ['open-the-bell', 'hand-cup'] }),
    fault('too-little-air'),
    fault('slumped', { shows: { slumps: 0.9 }, leadsTo: { 'bell-hand': 0.5 } }),
    fault('left-thumb', { shows: { 'thumb-grips': 0.9, muted: 0.1 } }),
  ],
  findings: [
    finding('muted', 'sound'),
    finding('slumps', 'back'),
    finding('thumb-grips', 'left hand'),
  ],
  checks: [],
  remedies: [remedy('open-the-bell'), remedy('hand-cup')],
  gates: [],
  schools: [],
  setup: [],
} as unknown as Knowledge

/** A desk with the fault settled and its ladder running for so many further lessons. */
function ladderDesk(lessons: number): Desk {
  const desk = new Desk()
  desk.open()
  desk.do({
    kind: 'sign-noted',
    lesson: desk.lesson,
    finding: 'muted',
    text: 'muted',
    strand: 'tone',
    strength: 'marked',
    prompted: false,
    condition: null,
  })
  desk.settle()
  desk.remedy()
  for (let i = 0; i < lessons; i++) desk.open()
  return desk
}

const stuck = (desk: Desk) => stuckOf(desk.record, desk.case(), knowledge)

describe('stuck', () => {
  // Three lessons on one rung: common practice, no source.
  test('two lessons on a rung are not, three are', () => {
    expect(stuck(ladderDesk(2))).toBeNull()
    expect(stuck(ladderDesk(3))?.why).toEqual({ kind: 'same-rung', lessons: 3 })
  })

  test('what may be tried: smaller, another remedy, upstream, a rival; never what was tried', () => {
    const tries = stuck(ladderDesk(3))!.tries
    expect(tries.map((t) => t.kind)).toEqual([
      'smaller-rung',
      'other-remedy',
      'upstream',
      'rival',
      'rival',
    ])
    expect(tries[1]).toMatchObject({ remedy: 'hand-cup' })
    expect(tries[2]).toMatchObject({ fault: 'slumped', case: null })
    expect(tries[3]).toMatchObject({ fault: 'too-little-air' })
  })

  test('the remedy that does not help makes its rival likelier than the day it was chosen', () => {
    const chance = (lessons: number, again: boolean) => {
      const desk = ladderDesk(lessons)
      if (again) {
        desk.remedy()
        for (let i = 0; i < 3; i++) desk.open()
      }
      const rival = stuck(desk)!.tries.find((t) => t.kind === 'rival')
      return rival?.kind === 'rival' ? rival.probability : 0
    }
    expect(chance(3, true)).toBeGreaterThan(chance(3, false))
  })

  test('the teacher gives it time, and is asked again three lessons later', () => {
    const desk = ladderDesk(3)
    desk.do({ kind: 'stuck-dismissed', case: A, reason: 'growing fast, it will come' })
    expect(stuck(desk)).toBeNull()
    desk.open().open()
    expect(stuck(desk)).toBeNull()
    desk.open()
    expect(stuck(desk)?.why).toEqual({ kind: 'same-rung', lessons: 6 })
  })

  test('what rests because it hurt is not stuck, until that is answered', () => {
    const desk = ladderDesk(3)
    const hurt = { act: desk.acts[0]!.id, source: 'home', words: 'sore', on: START } as const
    const resting = raiseStop(desk.record, { ...hurt, parts: ['hand'], item: `${A}-rung` })
    expect(stuckOf(resting, desk.case(), knowledge)).toBeNull()
    const gone = { act: desk.acts[1]!.id, how: 'gone', on: START, words: '' } as const
    const answered = endStops(resting, () => true, gone)
    expect(stuckOf(answered, desk.case(), knowledge)?.why.kind).toBe('same-rung')
  })

  test('a step up ends it', () => {
    const desk = ladderDesk(3)
    desk.climb()
    expect(stuck(desk)).toBeNull()
  })
})

describe('lag', () => {
  const today = addDays(START, 70)

  test('a fault belongs to the hand it is mostly seen in', () => {
    const [bell, , , thumb] = knowledge.faults
    expect(handOfFault(thumb!, knowledge)).toBe('left')
    expect(handOfFault(bell!, knowledge)).toBeNull()
  })

  test('a hand is behind when it carries the trouble and has for long, and not before that is known', () => {
    const after = (lessons: number, settledIn: number) => {
      const desk = new Desk()
      desk.today = addDays(START, 100)
      for (let n = 1; n <= lessons; n++) {
        desk.open()
        if (n === settledIn) desk.settle(B, 'left-thumb')
      }
      return lagOf(desk.record, knowledge, today)
    }
    const behind = expect.objectContaining({ kind: 'hand', behind: 'left' }) as unknown
    expect(after(8, 1)).toMatchObject({ tooFew: true })
    expect(after(8, 1).found).not.toContainEqual(behind)
    expect(after(10, 1).found).toContainEqual(behind)
    expect(after(10, 8).found).not.toContainEqual(behind)
  })

  test('a fault nobody has looked at for six weeks is named with its weeks', () => {
    const desk = new Desk()
    desk.open().settle()
    const unseenAfter = (days: number) =>
      lagOf(desk.record, knowledge, addDays(START, days)).found.filter((f) => f.kind === 'unseen')
    expect(unseenAfter(41)).toEqual([])
    expect(unseenAfter(42)).toEqual([{ kind: 'unseen', case: A, weeks: 6 }])
  })

  test('reading that runs two steps ahead of the hands is said, and whether it grows', () => {
    const desk = new Desk()
    const note = (date: string, hands: number, reading: number) =>
      desk.do({
        kind: 'levels-noted',
        date: date as typeof START,
        hands,
        reading,
        ear: null,
        pieces: null,
      })
    note('2026-01-12', 2, 3)
    expect(lagOf(desk.record, knowledge, today).found).toEqual([])
    note('2026-02-09', 2, 4)
    expect(lagOf(desk.record, knowledge, today).found).toEqual([
      { kind: 'outrun', ahead: 'reading', steps: 2, grew: true },
    ])
    note('2026-02-23', 3, 5)
    expect(lagOf(desk.record, knowledge, today).found).toEqual([
      { kind: 'outrun', ahead: 'reading', steps: 2, grew: false },
    ])
  })
})

describe('progress', () => {
  test('says what was mended within its days, what heals on which rung, and what waits', () => {
    const desk = ladderDesk(1)
    desk.do({
      kind: 'case-mended',
      lesson: desk.lesson,
      case: A,
      overruled: 'clean at the concert',
    })
    desk.settle(B, 'left-thumb')
    const end = addDays(START, 7)
    const whole = progressOf(desk.record, knowledge, START, end)
    expect(whole).toMatchObject({
      lessons: 2,
      mended: [{ name: 'bell-hand', aim: 'for open-the-bell', on: end }],
      healing: [],
      next: [{ name: 'left-thumb' }],
      kept: null,
    })
    expect(progressOf(desk.record, knowledge, START, addDays(START, 6)).mended).toEqual([])
  })

  test('counts the rungs passed within its days only', () => {
    const desk = ladderDesk(1)
    const up = () => desk.climb()
    up()
    desk.open()
    up()
    const passed = (from: number) =>
      progressOf(desk.record, knowledge, addDays(START, from), addDays(START, 30)).healing[0]!
        .rungsPassed
    expect(passed(0)).toBe(2)
    expect(passed(8)).toBe(1)
  })
})
