import type { HomeResponse } from '@vein-mend/contract'
import type { IsoDate, ActId } from '@vein-mend/core/kit'
import { BODY_PARTS } from '@vein-mend/core/packs'
import type { IdentifiedRequest } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { dayShown, PAGE_SHAPE, parseSeen, playsNothing, withWaiting } from './homeQueue'

const MONDAY = '2026-03-02' as IsoDate
const TUESDAY = '2026-03-03' as IsoDate
const PAGE: HomeResponse = {
  name: 'Isla',
  child: true,
  today: MONDAY,
  days: [
    { date: MONDAY, blocks: [] },
    { date: TUESDAY, blocks: [] },
  ],
  rungs: [],
  plain: [],
  trainers: [],
  ticks: [{ date: MONDAY, item: 'music', minutes: 7, tempo: null }],
  stops: [],
  told: { before: [], patience: '', caution: '', rest: '' },
  playing: ['hand', 'arm'],
}

function tick(id: string, item: string, done = true): IdentifiedRequest {
  const act = { kind: 'practised', date: MONDAY, item, minutes: 5, done, tempo: 60 } as const
  return { ...act, id: id as ActId }
}
const a = tick('a', 'one')

describe('what waits on the phone', () => {
  test('shows at once: ticked, unticked, stopped', () => {
    expect(withWaiting(PAGE, [a]).ticks).toHaveLength(2)
    expect(withWaiting(PAGE, [a, tick('d', 'one', false)]).ticks).toEqual(PAGE.ticks)
    expect(withWaiting(PAGE, [tick('e', 'music', false)]).ticks).toEqual([])
    const hurt = {
      id: 'f' as ActId,
      kind: 'hurt-at-home',
      date: MONDAY,
      item: 'x',
      name: 'X',
    } as const
    const stopped = withWaiting(PAGE, [hurt])
    expect(stopped.stops).toEqual([
      { item: 'x', name: 'X', parts: BODY_PARTS, placed: false, today: true },
    ])
    expect(playsNothing(stopped)).toBe(true)
    // Said again with its place, it is one word and not two; feet do not stop a player of hands.
    const feet = withWaiting(PAGE, [hurt, { ...hurt, id: 'g' as ActId, part: 'leg' }])
    expect(feet.stops).toMatchObject([{ item: 'x', parts: ['leg'] }])
    expect(playsNothing(feet)).toBe(false)
    // Another place is a stop of its own; each is taken back by itself.
    const both = withWaiting(PAGE, [
      { ...hurt, parts: ['leg'] },
      { ...hurt, id: 'i' as ActId, parts: ['hand', 'leg'] },
      hurt,
    ])
    expect(both.stops).toMatchObject([{ parts: ['leg'] }, { parts: ['hand'] }])
    expect(playsNothing(both)).toBe(true)
    const notHand = { kind: 'hurt-taken-back', date: MONDAY, item: 'x', part: 'hand' } as const
    expect(withWaiting(both, [{ ...notHand, id: 'j' as ActId }]).stops).toMatchObject([
      { parts: ['leg'] },
    ])
    const slip = { id: 'h' as ActId, kind: 'hurt-taken-back', date: MONDAY, item: 'x' } as const
    expect(withWaiting(PAGE, [hurt, slip]).stops).toEqual([])
    // What another lesson told of is not taken back at home.
    const told = {
      item: null,
      name: 'Pain in the hand',
      parts: ['hand'],
      placed: true,
      today: false,
    } as const
    expect(withWaiting({ ...PAGE, stops: [told] }, [slip]).stops).toEqual([told])
  })

  test('a page of this shape is read back; of another, or half written, it is fetched anew', () => {
    expect(parseSeen(null)).toBeNull()
    expect(parseSeen(JSON.stringify({ shape: PAGE_SHAPE, seen: PAGE }))).toEqual(PAGE)
    expect(parseSeen(JSON.stringify({ shape: 1, seen: PAGE }))).toBeNull()
    expect(parseSeen('{"shape":4,"seen":{"na')).toBeNull()
  })
})

describe('the day shown', () => {
  test("is the server's while it answers, and the phone's own when it is away", () => {
    expect(dayShown(PAGE, false, TUESDAY)).toBe(MONDAY)
    expect(dayShown(PAGE, true, TUESDAY)).toBe(TUESDAY)
  })
  test('stays where the page ends', () => {
    expect(dayShown(PAGE, true, '2026-03-20' as IsoDate)).toBe(MONDAY)
  })
})
