/** What each lesson says of what a gate asks for: signs, looks, the set-up; and when a gate first was open. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { Fault, Gate, Knowledge, Strength } from '../packs'
import { evidenceFor } from './gateEvidence'
import { gateOpenings, gateStates } from './index'
import { A, Desk, TODAY } from '../record/test/desk'
import { B } from '../record/test/instrument'

const need = (without: string) => ({ text: without, without, share: 0.7 })
const shows = (id: string, often: Record<string, number>) =>
  ({ id, shows: often }) as never as Fault
const KNOWLEDGE = {
  schools: [],
  setup: [],
  faults: [
    shows('bell-hand', { muffled: 0.5, thin: 0.4 }),
    shows('thin-air', { thin: 0.9 }),
    shows('late', {}),
  ],
  gates: [],
} as unknown as Knowledge

const says = (desk: Desk, without: string) => {
  const asked = need(without)
  const gates = [{ id: 'one', needs: [asked] }] as unknown as Gate[]
  const seen = evidenceFor(gates, desk.record, KNOWLEDGE).get(asked)!
  return seen.map((s) => [s.lesson, s.good])
}

const sign = (desk: Desk, finding: string, strength: Strength) =>
  desk.do({
    ...({ kind: 'sign-noted', lesson: desk.lesson, finding, text: finding, strength } as const),
    ...({ strand: 'tone', prompted: false, condition: null } as const),
  })

describe('a look at a fault', () => {
  test('speaks for what the fault shows at least half of the time, and of nothing else', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.look(4, 4)
    desk.open().look(1, 4)
    expect(says(desk, 'muffled')).toEqual([
      ['lesson-1', true],
      ['lesson-2', false],
    ])
    expect(says(desk, 'thin')).toEqual([])
    expect(says(desk, 'nobody-shows-it')).toEqual([])
  })

  test('has to be clean each time it was taken in the lesson', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.look(4, 4)
    desk.look(1, 4)
    desk.open()
    desk.look(1, 4)
    desk.look(2, 4)
    desk.open()
    desk.look(4, 4)
    desk.look(4, 4)
    expect(says(desk, 'muffled')).toEqual([
      ['lesson-1', false],
      ['lesson-2', false],
      ['lesson-3', true],
    ])
  })

  test('at another fault says nothing of it', () => {
    const desk = new Desk().open()
    desk.settle(A, 'late')
    desk.settle(B, 'thin-air')
    desk.look(4, 4)
    expect(says(desk, 'thin')).toEqual([])
    expect(says(desk, 'muffled')).toEqual([])
  })
})

test('the last sure word on a sign counts before a look; nobody being sure is no word', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.look(4, 4)
  sign(desk, 'muffled', 'marked')
  desk.open()
  sign(desk, 'muffled', 'unsure')
  desk.open()
  sign(desk, 'muffled', 'marked')
  sign(desk, 'muffled', 'absent')
  desk.open()
  sign(desk, 'muffled', 'slight')
  sign(desk, 'muffled', 'unsure')
  desk.open()
  sign(desk, 'muffled', 'slight')
  expect(says(desk, 'muffled')).toEqual([
    ['lesson-1', false],
    ['lesson-3', true],
    ['lesson-5', false],
  ])
})

describe('gates that wait for each other', () => {
  const gate = (id: string, without: string, after: string[] = []) =>
    ({ id, name: id, after, afterIn: {}, needs: [need(without)] }) as unknown as Gate
  // The first asked for stands last, and one waits for a gate of another school.
  const knowledge = {
    ...KNOWLEDGE,
    gates: [gate('slur', 'slow', ['tongue', 'of-elsewhere']), gate('tongue', 'late')],
  }
  const lesson = (desk: Desk, ...there: string[]) => {
    desk.open()
    for (const finding of ['slow', 'late'])
      sign(desk, finding, there.includes(finding) ? 'marked' : 'absent')
  }
  const states = (desk: Desk) =>
    Object.fromEntries(
      gateStates(desk.record, knowledge).map((g) => [g.gate.id, [g.state, ...g.waitsFor]]),
    )

  test('each is told once, whatever the order; one of another school is not waited for', () => {
    const desk = new Desk()
    for (let i = 0; i < 4; i++) lesson(desk, 'late')
    expect(states(desk)).toEqual({ slur: ['waits-for-others', 'tongue'], tongue: ['not-yet'] })
    expect(gateStates(desk.record, knowledge)).toHaveLength(2)
  })

  test('a gate is open from the lesson that opened it; one that shut again has no such day', () => {
    const desk = new Desk()
    desk.today = addDays(TODAY, 180)
    for (let i = 0; i < 6; i++) lesson(desk)
    const opened = () => Object.fromEntries(gateOpenings(desk.record, knowledge))
    const fourth = desk.record.lessons[3]!.date
    expect(opened()).toEqual({ slur: fourth, tongue: fourth })
    for (let i = 0; i < 4; i++) lesson(desk, 'late')
    expect(states(desk)).toEqual({ slur: ['waits-for-others', 'tongue'], tongue: ['not-yet'] })
    expect(opened()).toEqual({})
    for (let i = 0; i < 8; i++) lesson(desk)
    const again = opened().tongue!
    expect(again > desk.record.lessons[9]!.date).toBe(true)
    expect(opened().slur).toBe(again)
  })

  test('nothing asked for and nothing seen opens nothing', () => {
    expect(states(new Desk())).toEqual({
      slur: ['too-few', 'tongue'],
      tongue: ['too-few'],
    })
  })
})

/** Lessons in which the feet of the set-up were looked at: wrong and right in the studio, wrong at home. */
function feetSeen(lasts: boolean) {
  const asked = need('feet-dangle')
  const parts = [{ id: 'dangle', say: 'they dangle', finding: 'feet-dangle' }]
  const feet = { id: 'feet', ask: 'Feet flat?', parts, lasts, number: null, grows: false }
  const knowledge = { ...KNOWLEDGE, setup: [feet] } as unknown as Knowledge
  const gates = [{ id: 'pedal', needs: [asked] }] as never
  const desk = new Desk().open()
  const check = (place: 'studio' | 'home', feet: 'right' | 'wrong') =>
    desk.do({ kind: 'setup-checked', lesson: desk.lesson, place, points: { feet }, numbers: {} })
  check('studio', 'wrong')
  desk.open()
  check('studio', 'right')
  desk.open()
  check('home', 'wrong')
  return evidenceFor(gates, desk.record, knowledge).get(asked)!
}

test('a gate counts the set-up in the studio, lesson by lesson, and not at home', () => {
  expect(feetSeen(true).map((s) => [s.lesson, s.good])).toEqual([
    ['lesson-1', false],
    ['lesson-2', true],
  ])
})

test('a gate nobody tried is neither failed nor passed by how something is before sound', () => {
  expect(feetSeen(false)).toEqual([])
})
