/** Somebody has looked at what hurt: what they allow goes on, and nothing else. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { ActId } from '../kit'
import {
  actsHandedOn,
  completeAct,
  EMPTY_CARD,
  isHandedOnUnread,
  recordAsOf,
  stoppedParts,
  stopsHolding,
  stopsOpen,
} from './index'
import type { Knowledge } from '../packs'
import type { StudentRecord } from './index'
import { Desk, START, TODAY } from './test/desk'

const item = 'case-0-a-ladder'
/** Told from home of everything, since nobody said where. */
function hurt() {
  const desk = new Desk().open()
  const stop = desk.do({ kind: 'hurt-at-home', date: START, item, name: 'Scale' })
  return { desk, stop }
}
const looked = (stop: ActId, more: object = {}) => ({
  ...{ kind: 'stop-looked-at' as const, date: TODAY, stop, who: 'physiotherapist' as const },
  ...{ on: START, allowed: ['breath' as const], until: null },
  ...more,
})

describe('what somebody who looked allows', () => {
  test('is not held any more, and what they did not name is', () => {
    const { desk, stop } = hurt()
    desk.do(looked(stop))
    expect(stoppedParts(desk.record)).not.toContain('breath')
    expect(stoppedParts(desk.record)).toContain('hand')
    expect(stopsHolding(desk.record)[0]?.eased).toMatchObject({ who: 'physiotherapist', on: START })
  })

  test('is nothing at first: a look alone lets nothing go on', () => {
    const { desk, stop } = hurt()
    const before = stoppedParts(desk.record)
    desk.do(looked(stop, { allowed: [] }))
    expect(stoppedParts(desk.record)).toEqual(before)
  })

  test('ends the stop where all of it is allowed for good, and only then', () => {
    const { desk, stop } = hurt()
    const all = stoppedParts(desk.record)
    desk.do(looked(stop, { allowed: all, until: addDays(TODAY, 3) }))
    expect(stopsHolding(desk.record)).toEqual([])
    expect(stopsOpen(desk.record)).toHaveLength(1)
    desk.do(looked(stop, { allowed: all }))
    expect(stopsOpen(desk.record)).toEqual([])
    expect(desk.record.stops[0]?.ended).toMatchObject({ how: 'looked-at', on: TODAY })
  })

  test('until a day is held again after it, and by no day that is not over', () => {
    const { desk, stop } = hurt()
    const until = addDays(TODAY, 3)
    desk.do(looked(stop, { until }))
    expect(stoppedParts(recordAsOf(desk.record, until))).not.toContain('breath')
    const after = recordAsOf(desk.record, addDays(until, 1))
    expect(stoppedParts(after)).toContain('breath')
    expect(stopsHolding(after)[0]?.eased).toBeNull()
  })

  test('is nothing that the stop was not told of', () => {
    const desk = new Desk().open()
    const stop = desk.do({ kind: 'hurt-at-home', date: START, item, name: 'Scale', part: 'leg' })
    const until = addDays(TODAY, 3)
    desk.do(looked(stop, { allowed: ['hand'], until }))
    expect(stoppedParts(desk.record)).toEqual(['leg'])
    expect(stoppedParts(recordAsOf(desk.record, addDays(until, 1)))).toEqual(['leg'])
  })

  test('is held again when home says it again on the same day', () => {
    const { desk, stop } = hurt()
    const all = stoppedParts(desk.record)
    desk.do(looked(stop))
    desk.do({ kind: 'hurt-at-home', date: START, item, name: 'Scale' })
    expect(stoppedParts(desk.record)).toEqual(all)
  })

  test('is held again when it is told again', () => {
    const desk = new Desk().open()
    const sign = {
      ...{ kind: 'sign-noted' as const, lesson: desk.lesson, finding: 'lip-is-numb' },
      ...{ strength: 'marked' as const, prompted: false, condition: null },
      ...{ text: 'Lip is numb', strand: 'tension' as const, stops: 'lips-jaw' as const },
    }
    const stop = desk.do(sign)
    desk.do(looked(stop, { allowed: ['lips-jaw'], until: addDays(TODAY, 3) }))
    expect(stoppedParts(desk.record)).toEqual([])
    desk.do(sign)
    expect(stoppedParts(desk.record)).toEqual(['lips-jaw'])
    expect(desk.record.stops).toHaveLength(1)
  })

  test('is refused of what was answered, of a day to come, and where it ends before it begins', () => {
    const { desk, stop } = hurt()
    expect(desk.try(looked(stop, { on: addDays(TODAY, 1) }))).toBe('looked_at_later')
    expect(desk.try(looked(stop, { until: addDays(START, -1) }))).toBe('allowed_until_before')
    desk.do({ kind: 'stop-ended', date: TODAY, stop, how: 'gone', words: '' })
    expect(desk.try(looked(stop))).toBe('no_such_stop')
  })
})

test('a stop is not ended by a look of which nobody says whose it was', () => {
  const { desk, stop } = hurt()
  const request = { kind: 'stop-ended', date: TODAY, stop, words: '' } as const
  const asked = (how: 'gone' | 'looked-at') =>
    completeAct({ ...request, how }, desk.record, {} as Knowledge)
  expect(asked('looked-at')).toMatchObject({ ok: false, refusal: { code: 'say_who_looked' } })
  expect(asked('gone')).toMatchObject({ ok: true })
})

test('it is handed on only with a yes of its own; without it the stop stands as it was told', () => {
  const { desk, stop } = hurt()
  const act = desk.do(looked(stop))
  desk.do({ kind: 'undone', act })
  const asked = (state: 'given' | 'refused'): Pick<StudentRecord, 'card'> => ({
    card: {
      ...EMPTY_CARD,
      consents: { ...EMPTY_CARD.consents, 'health-on': { state, by: 'Mother', on: START } },
    },
  })
  const kinds = (record: Pick<StudentRecord, 'card'>) =>
    actsHandedOn(record, desk.acts).map((a) => a.kind)
  expect(kinds(asked('given'))).toEqual(desk.acts.map((a) => a.kind))
  for (const no of [{ card: EMPTY_CARD }, asked('refused')]) {
    expect(kinds(no)).toContain('hurt-at-home')
    expect(kinds(no)).not.toContain('stop-looked-at')
    expect(kinds(no)).not.toContain('undone')
    // Cut off in the middle it is no JSON, and stays behind all the same.
    expect(isHandedOnUnread(no, '{"kind":"stop-looked-at","who":"phys')).toBe(false)
    expect(isHandedOnUnread(no, '{"kind":"something-later"}')).toBe(true)
  }
  expect(isHandedOnUnread(asked('given'), '{"kind":"stop-looked-at"}')).toBe(true)
})
