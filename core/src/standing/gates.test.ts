import { describe, expect, test } from 'vitest'
import type { Fault, Knowledge } from '../packs'
import { completeAct } from '../record'
import { gateOpenings, gatesFailedBy, gateStates } from './index'
import { Desk, START } from '../record/test/desk'

// The legato gate: rounded hand most of the time, tips not caving, wrist at height, whole arm supporting; no
// calendar. Common practice, no source.
const need = (text: string, without: string) => ({ text, without, share: 0.7 })
const knowledge = {
  schools: [],
  setup: [],
  faults: [],
  gates: [
    {
      id: 'detached',
      name: 'Detached',
      after: [],
      afterIn: {},
      needs: [need('wrist', 'wrist-hangs')],
    },
    {
      id: 'legato',
      name: 'Legato',
      after: ['detached'],
      afterIn: {},
      needs: [
        need('Rounded hand', 'knuckles-flat'),
        need('Tips', 'tips-cave'),
        need('Wrist', 'wrist-hangs'),
        need('Arm', 'thin-soft'),
      ],
    },
  ],
} as unknown as Knowledge

const ALL = ['knuckles-flat', 'tips-cave', 'wrist-hangs', 'thin-soft']

function look(desk: Desk, there: readonly string[], findings = ALL): void {
  desk.open()
  for (const finding of findings) {
    desk.do({
      kind: 'sign-noted',
      lesson: desk.lesson,
      finding,
      text: finding,
      strand: 'tension',
      strength: there.includes(finding) ? 'marked' : 'absent',
      prompted: false,
      condition: null,
    })
  }
}

const stateOf = (desk: Desk, id: string) =>
  gateStates(desk.record, knowledge).find((g) => g.gate.id === id)!

/** A desk whose lessons may go on past the usual day of the tests. */
const newDesk = () => new Desk()

describe('the legato gate', () => {
  test('nobody looked: too few lessons, and it says so', () => {
    expect(stateOf(newDesk().open(), 'legato').state).toBe('too-few')
  })

  test('opens after four good lessons of four, and says since when', () => {
    const desk = newDesk()
    for (let i = 0; i < 3; i++) look(desk, [])
    expect(stateOf(desk, 'legato').state).toBe('too-few')
    look(desk, [])
    expect(stateOf(desk, 'legato').state).toBe('open')
    expect(gateOpenings(desk.record, knowledge).get('legato')).toBe(desk.record.lessons[3]!.date)
  })

  test('one need that does not hold keeps it shut, and is named with its share', () => {
    const desk = newDesk()
    for (let i = 0; i < 6; i++) look(desk, i % 2 === 0 ? ['tips-cave'] : [])
    const gate = stateOf(desk, 'legato')
    expect(gate.state).toBe('not-yet')
    expect(gate.needs.filter((n) => !n.holds).map((n) => [n.need.text, n.good, n.seen])).toEqual([
      ['Tips', 3, 6],
    ])
  })

  test('a need nobody has looked at keeps it from being called open, and what it waits for is named', () => {
    const desk = newDesk()
    for (let i = 0; i < 5; i++) look(desk, [], ['knuckles-flat', 'tips-cave', 'thin-soft'])
    expect(stateOf(desk, 'legato').state).toBe('too-few')
    expect(stateOf(desk, 'legato').waitsFor).toEqual(['detached'])
  })
})

describe('getting ready for a gate', () => {
  const ready = (gate: string, on = true) =>
    ({ kind: 'gate-prepared', date: START, gate, name: gate, on }) as const

  test('two at once are enough, and one that is let wait makes room', () => {
    const desk = new Desk()
    desk.do(ready('legato'))
    desk.do(ready('staccato'))
    expect(desk.try(ready('scales'))).toBe('two_gates_already')
    expect(desk.try(ready('legato'))).toBeNull()
    desk.do(ready('staccato', false))
    expect(desk.try(ready('scales'))).toBeNull()
    expect(desk.record.preparing.map((p) => p.gate)).toEqual(['legato', 'scales'])
  })

  test('its name is the pack\u2019s, and one the pack does not have is refused', () => {
    const asked = { kind: 'gate-prepared', date: START, gate: 'legato', on: true } as const
    expect(completeAct(asked, null, knowledge)).toMatchObject({
      ok: true,
      value: { name: 'Legato' },
    })
    expect(completeAct({ ...asked, gate: 'tremolo' }, null, knowledge)).toMatchObject({
      ok: false,
      refusal: { code: 'unknown_gate', path: ['gate'] },
    })
  })
})

describe('the last word on a gate', () => {
  const say = (open: boolean | null) =>
    ({
      kind: 'gate-overruled',
      date: START,
      gate: 'detached',
      name: 'Detached',
      open,
      reason: 'heard it in the concert',
    }) as const

  test('holds it open without evidence, lets the next one come, and keeps the reason', () => {
    const desk = newDesk()
    for (let i = 0; i < 4; i++) look(desk, [], ['knuckles-flat', 'tips-cave', 'thin-soft'])
    expect(stateOf(desk, 'detached').state).toBe('too-few')
    desk.do(say(true))
    expect(stateOf(desk, 'detached')).toMatchObject({
      state: 'open',
      overruled: { open: true, reason: 'heard it in the concert' },
    })
    expect(stateOf(desk, 'legato').waitsFor).toEqual([])
  })

  test('holds it shut against evidence, and lets the evidence speak again', () => {
    const desk = newDesk()
    for (let i = 0; i < 4; i++) look(desk, [])
    desk.do(say(false))
    expect(stateOf(desk, 'detached').state).toBe('not-yet')
    expect(stateOf(desk, 'legato')).toMatchObject({ state: 'waits-for-others', overruled: null })
    desk.do(say(null))
    expect(stateOf(desk, 'detached')).toMatchObject({ state: 'open', overruled: null })
    expect(desk.record.overruledGates).toEqual([])
  })

  test('says nothing about when the evidence opened it', () => {
    const desk = newDesk().open()
    desk.do(say(true))
    expect(gateOpenings(desk.record, knowledge).size).toBe(0)
    for (let i = 0; i < 4; i++) look(desk, [])
    const on = gateOpenings(desk.record, knowledge).get('detached')
    expect(on).toBe(desk.record.lessons.at(-1)!.date)
  })
})

describe('a gate that has just failed', () => {
  const caving = { shows: { 'tips-cave': 0.9, 'thin-soft': 0.3 } } as unknown as Fault
  const failed = (desk: Desk, fault = caving) =>
    gatesFailedBy(desk.record, knowledge, fault).map((g) => [
      g.gate.id,
      g.needs.map((n) => n.need.without),
    ])

  test('is said by the needs that the fault’s signs speak of, and by no others', () => {
    const desk = newDesk()
    look(desk, [])
    look(desk, ['tips-cave', 'wrist-hangs'])
    expect(failed(desk)).toEqual([['legato', ['tips-cave']]])
    expect(failed(desk, { shows: { 'pedal-muddy': 0.9 } } as unknown as Fault)).toEqual([])
  })

  test('is said by the last look, whatever those before it were', () => {
    const desk = newDesk()
    look(desk, [])
    look(desk, [])
    look(desk, ['tips-cave'])
    expect(failed(desk)).toEqual([['legato', ['tips-cave']]])
    look(desk, [])
    expect(failed(desk)).toEqual([])
  })

  test('is not said once the last look was clean, though the gate is still shut', () => {
    const desk = newDesk()
    look(desk, ['tips-cave'])
    look(desk, [])
    expect(stateOf(desk, 'legato').state).not.toBe('open')
    expect(failed(desk)).toEqual([])
  })

  test('is not said where the teacher holds it open', () => {
    const desk = newDesk()
    look(desk, ['tips-cave'])
    desk.do({
      kind: 'gate-overruled',
      date: START,
      gate: 'legato',
      name: 'Legato',
      open: true,
      reason: 'Only the two bars of the march',
    })
    expect(failed(desk)).toEqual([])
  })
})
