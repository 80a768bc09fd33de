/** An act changes what it names, and nothing beside it. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate, ActId, CaseId } from '../kit'
import { BODY_PARTS } from '../packs'
import type { BodyPart } from '../packs'
import { keptShare, mondayOf, stoppedParts, stopsHolding } from './index'
import { A, Desk, hashOf, START } from './test/desk'

const week = mondayOf(START)
const B = 'case-0-b' as CaseId

describe('what stops the playing', () => {
  const sign = (
    desk: Desk,
    finding: string,
    stops: 'arm' | 'lips-jaw',
    strength: 'marked' | 'absent',
  ) =>
    desk.do({
      kind: 'sign-noted',
      lesson: desk.lesson,
      finding,
      strength,
      prompted: false,
      condition: null,
      text: finding,
      strand: 'tension',
      stops,
    })
  const holding = (desk: Desk) => stopsHolding(desk.record).map((s) => s.finding)

  test('is ended by its own sign asked for and gone, and the other holds on', () => {
    const desk = new Desk().open()
    sign(desk, 'hurts-in-the-arm', 'arm', 'marked')
    sign(desk, 'lip-is-numb', 'lips-jaw', 'marked')
    expect(holding(desk)).toEqual(['hurts-in-the-arm', 'lip-is-numb'])
    sign(desk, 'hurts-in-the-arm', 'arm', 'absent')
    expect(holding(desk)).toEqual(['lip-is-numb'])
  })

  test('told again by its sign is the same stop, and another once it had ended', () => {
    const desk = new Desk().open()
    const first = sign(desk, 'hurts-in-the-arm', 'arm', 'marked')
    sign(desk, 'hurts-in-the-arm', 'arm', 'marked')
    expect(desk.record.stops.map((s) => s.act)).toEqual([first])
    sign(desk, 'hurts-in-the-arm', 'arm', 'absent')
    sign(desk, 'hurts-in-the-arm', 'arm', 'marked')
    expect(desk.record.stops.map((s) => s.ended?.how ?? null)).toEqual(['gone', null])
  })

  test('is ended one by one by the teacher, who cannot end what does not hold', () => {
    const desk = new Desk().open()
    const arm = sign(desk, 'hurts-in-the-arm', 'arm', 'marked')
    sign(desk, 'lip-is-numb', 'lips-jaw', 'marked')
    const end = (stop: ActId) =>
      desk.try({ kind: 'stop-ended', date: START, stop, how: 'gone', words: '' })
    expect(end(arm)).toBeNull()
    expect(holding(desk)).toEqual(['lip-is-numb'])
    expect(end(arm)).toBe('no_such_stop')
    expect(end('act-nobody' as ActId)).toBe('no_such_stop')
    // What was ended keeps how, and on which day.
    sign(desk, 'hurts-in-the-arm', 'arm', 'marked')
    sign(desk, 'hurts-in-the-arm', 'arm', 'absent')
    expect(desk.record.stops.map((s) => s.ended?.act ?? null)).toHaveLength(3)
    expect(desk.record.stops[0]!.ended).toMatchObject({ how: 'gone', on: START })
    expect(desk.record.stops[0]!.ended!.act).not.toBe(desk.record.stops[2]!.ended!.act)
  })
})

describe('the week at home', () => {
  const pin = (desk: Desk, item: string, day: number, on: boolean | null) =>
    desk.do({ kind: 'week-pinned', week, item, day, on })

  test('a pin is for its item and its day', () => {
    const desk = new Desk().open()
    pin(desk, 'one', 1, true)
    pin(desk, 'one', 2, true)
    pin(desk, 'two', 1, true)
    pin(desk, 'one', 1, null)
    expect(desk.record.home.pins.map((p) => [p.item, p.day])).toEqual([
      ['one', 2],
      ['two', 1],
    ])
    pin(desk, 'two', 1, false)
    expect(desk.record.home.pins.map((p) => [p.item, p.on])).toEqual([
      ['one', true],
      ['two', false],
    ])
  })

  const tick = (desk: Desk, item: string, date: IsoDate, minutes = 4, done = true) =>
    desk.do({ kind: 'practised', date, item, minutes, done, tempo: null })
  const ticks = (desk: Desk) =>
    desk.record.home.ticked.flatMap((w) => w.ticks.map((t) => `${t.item} ${t.date} ${t.minutes}`))

  test('a tick is for its item and its day, put on anew or taken off', () => {
    const desk = new Desk().open()
    const next = addDays(START, 1)
    tick(desk, 'one', START)
    tick(desk, 'one', next)
    tick(desk, 'two', START)
    tick(desk, 'one', START, 6)
    expect(ticks(desk).toSorted()).toEqual([`one ${START} 6`, `one ${next} 4`, `two ${START} 4`])
    tick(desk, 'one', START, 6, false)
    expect(ticks(desk).toSorted()).toEqual([`one ${next} 4`, `two ${START} 4`])
  })

  test('what was kept is asked for by days and by fault, in any order', () => {
    const desk = new Desk().open()
    desk.settle(A, 'bell-hand')
    desk.settle(B, 'thin-air')
    const block = (fault: CaseId | null, item: string, day: number) => ({
      ...{ item, name: item, case: fault, day, minutes: 4 },
    })
    const blocks = [
      block(A, 'one', 0),
      block(B, 'two', 0),
      block(A, 'one', 1),
      block(null, 'it', 1),
    ]
    desk.do({ kind: 'week-given', week, blocks })
    tick(desk, 'one', week)
    tick(desk, 'it', addDays(week, 1), 2)
    const { home } = desk.record
    const share = (from: number, to: number, fault: CaseId | null = null) =>
      keptShare(home, addDays(week, from), addDays(week, to), fault)
    expect([share(0, 1), share(1, 2), share(0, 2), share(0, 1)]).toEqual([0.5, 0.25, 0.375, 0.5])
    expect([share(0, 2, A), share(0, 2, B), share(1, 2, A), share(0, 1, A)]).toEqual([0.5, 0, 0, 1])
    // Days on which nothing was asked tell nothing, and the last day is not in it.
    expect([share(2, 7), share(1, 1), share(1, 2, B)]).toEqual([null, null, null])
    // Another state of the log is another answer.
    tick(desk, 'two', week)
    expect(keptShare(desk.record.home, week, addDays(week, 1))).toBe(1)
  })
})

describe('takes', () => {
  test('are taken out one by one, and once', () => {
    const desk = new Desk().open()
    const keep = (letter: string) => desk.try(desk.keeping(letter))
    const remove = (letter: string) => desk.try({ kind: 'take-removed', hash: hashOf(letter) })
    expect([keep('a'), keep('b'), keep('a')]).toEqual([null, null, 'take_kept_already'])
    expect(remove('a')).toBeNull()
    expect(desk.record.takes.map((t) => [t.words, t.removed])).toEqual([
      ['a', true],
      ['b', false],
    ])
    expect([remove('a'), remove('c')]).toEqual(['unknown_take', 'unknown_take'])
  })
})

describe('faults', () => {
  test('are settled once, under an id of their own, driven by faults that are there', () => {
    const desk = new Desk().open()
    desk.settle(A, 'bell-hand')
    const settle = (...of: Parameters<Desk['settling']>) => desk.try(desk.settling(...of))
    expect(settle(B, 'bell-hand')).toBe('fault_already_settled')
    expect(settle(A, 'thin-air')).toBe('case_exists')
    expect(settle(B, 'thin-air', ['case-nobody' as CaseId])).toBe('unknown_case')
    expect(settle(B, 'thin-air', [A, 'case-nobody' as CaseId])).toBe('unknown_case')
    expect(settle(B, 'thin-air', [A])).toBeNull()
  })
})

test('levels stand in the order of their days, one for each', () => {
  const desk = new Desk()
  const note = (days: number, hands: number) =>
    desk.do({
      kind: 'levels-noted',
      date: addDays(START, days),
      hands,
      reading: null,
      ear: null,
      pieces: null,
    })
  note(7, 3)
  note(0, 2)
  note(9, 5)
  note(3, 1)
  note(7, 4)
  expect(desk.record.levels.map((l) => l.hands)).toEqual([2, 1, 4, 5])
})

describe('what hurt at home', () => {
  const hurt = (desk: Desk, days: number, item: string, part?: BodyPart) =>
    desk.do({
      ...({ kind: 'hurt-at-home', date: addDays(START, days), item, name: item } as const),
      ...(part ? { part } : {}),
    })
  const back = (desk: Desk, days: number, item: string) =>
    desk.do({ kind: 'hurt-taken-back', date: addDays(START, days), item })
  const holding = (desk: Desk) =>
    stopsHolding(desk.record).map((s) => [s.item, s.on, ...s.parts.slice(0, 1)].join(' '))

  test('a place said afterwards takes the place of "somewhere", for its item and its day alone', () => {
    const desk = new Desk()
    hurt(desk, 0, 'one')
    hurt(desk, 0, 'two', 'arm')
    hurt(desk, 1, 'one', 'arm')
    hurt(desk, 0, 'one', 'hand')
    const told = [`two ${START} arm`, `one ${addDays(START, 1)} arm`, `one ${START} hand`]
    expect(holding(desk)).toEqual(told)
    expect(desk.record.home.hurts.map((h) => `${h.item} ${h.date} ${h.parts.join()}`)).toEqual(told)
    const stop = stopsHolding(desk.record).at(-1)!.act
    desk.do({ kind: 'stop-ended', date: START, stop, how: 'gone', words: '' })
    hurt(desk, 0, 'one')
    expect(desk.record.stops).toHaveLength(4)
    expect(holding(desk).at(-1)).toBe(`one ${START} hand`)
    expect(stoppedParts(desk.record)).toEqual(BODY_PARTS)
  })

  test('of another place it is a stop of its own: the first goes on holding, and each is answered by itself', () => {
    const desk = new Desk()
    hurt(desk, 0, 'one', 'hand')
    hurt(desk, 0, 'one', 'neck-back')
    expect(stoppedParts(desk.record)).toEqual(['hand', 'neck-back'])
    // Said once more, of places that rest already or of none, it is the same word.
    hurt(desk, 0, 'one', 'hand')
    hurt(desk, 0, 'one')
    expect(stopsHolding(desk.record)).toHaveLength(2)
    const [first] = stopsHolding(desk.record)
    desk.do({ kind: 'stop-ended', date: START, stop: first!.act, how: 'gone', words: '' })
    expect(stoppedParts(desk.record)).toEqual(['neck-back'])
  })

  test('several places told at once stop all of them, and one alone can be taken back', () => {
    const desk = new Desk()
    const told = { kind: 'hurt-at-home', date: START, item: 'one', name: 'one' } as const
    desk.do({ ...told, parts: ['neck-back', 'hand'] })
    expect(stoppedParts(desk.record)).toEqual(['hand', 'neck-back'])
    hurt(desk, 0, 'one', 'arm')
    desk.do({ kind: 'hurt-taken-back', date: START, item: 'one', part: 'arm' })
    expect(stoppedParts(desk.record)).toEqual(['hand', 'neck-back'])
    desk.do({ kind: 'hurt-taken-back', date: START, item: 'one' })
    expect(stoppedParts(desk.record)).toEqual([])
  })

  test('taken back it takes back its item on its day, and nothing that a sign or the card told', () => {
    const desk = new Desk({ flags: ['pain'] })
    hurt(desk, 0, 'one')
    hurt(desk, 0, 'two')
    hurt(desk, 1, 'one')
    back(desk, 0, 'one')
    const left = stopsHolding(desk.record).map((s) => `${s.source} ${s.item ?? ''} ${s.on}`)
    expect(left).toEqual([
      ...[`card  ${START}`, `home two ${START}`, `home one ${addDays(START, 1)}`],
    ])
    desk.do({ kind: 'card-changed', card: { ...desk.record.card, flags: [] } })
    expect(stopsHolding(desk.record).map((s) => s.source)).toEqual(['home', 'home'])
    const ended = desk.record.stops.map((s) => s.ended?.how ?? null)
    expect(ended).toEqual(['gone', 'taken-back', null, null])
  })
})

test('breaks stand by their first day, in whatever order they were noted', () => {
  const desk = new Desk()
  const note = (days: number, words: string) => {
    const [from, to] = [addDays(START, days), addDays(START, days + 2)]
    desk.do({ kind: 'break-noted', from, to, why: 'holiday', words })
  }
  note(20, 'third')
  note(0, 'first')
  note(30, 'fourth')
  note(10, 'second')
  expect(desk.record.breaks.map((b) => b.words)).toEqual(['first', 'second', 'third', 'fourth'])
})

test('a gate held is held by itself, and let go by itself', () => {
  const desk = new Desk()
  const hold = (gate: string, open: boolean | null) =>
    desk.do({ kind: 'gate-overruled', date: START, gate, name: gate, open, reason: 'Heard it' })
  hold('slur', true)
  hold('tongue', false)
  hold('slur', false)
  const held = () => desk.record.overruledGates.map((g) => `${g.gate} ${g.open}`)
  expect(held()).toEqual(['tongue false', 'slur false'])
  hold('tongue', null)
  expect(held()).toEqual(['slur false'])
})

test('a lesson has one cue, the last agreed in it; those of other lessons stay', () => {
  const desk = new Desk().open()
  desk.settle()
  const agree = (words: string) =>
    desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words })
  agree('Feathers')
  agree('Snow')
  desk.open()
  agree('An open door')
  expect(desk.case().cues.map((c) => c.words)).toEqual(['Snow', 'An open door'])
  expect(desk.case().cue).toEqual({ words: 'An open door', since: 'lesson-2' })
})

test('what the teacher decides between lessons touches one fault', () => {
  const desk = new Desk().open()
  for (const [id, fault] of [
    [A, 'bell-hand'],
    [B, 'thin'],
  ] as const) {
    desk.settle(id, fault)
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: id, overruled: 'Heard it' })
  }
  const other = desk.case(B)
  const to = addDays(START, 40)
  desk.do({ kind: 'recheck-moved', case: A, to, reason: 'Exams' })
  expect(desk.case()).toMatchObject({
    status: { nextRecheck: to },
    overrules: [{ reason: 'Heard it' }, { reason: 'Exams' }],
  })
  expect(desk.case(B)).toEqual(other)
})
