import type { HomeResponse, IdentifiedRequest } from '@vein-mend/contract'
import type { IsoDate } from '@vein-mend/core/kit'
import type { ActId } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import {
  afterRefused,
  afterSent,
  dayShown,
  NOTHING_KEPT,
  parseKept,
  withWaiting,
} from './homeQueue'

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
  stopped: [],
}

function tick(id: string, item: string, done = true): IdentifiedRequest {
  const act = { kind: 'practised', date: MONDAY, item, minutes: 5, done, tempo: 60 } as const
  return { ...act, id: id as ActId }
}
const [a, b, c] = [tick('a', 'one'), tick('b', 'two'), tick('c', 'three')]

describe('what waits on the phone', () => {
  test('is gone when the server has it; what came meanwhile still waits', () => {
    const kept = { ...NOTHING_KEPT, waiting: [a, b, c] }
    expect(afterSent(kept, PAGE, [a, b])).toEqual({ ...NOTHING_KEPT, seen: PAGE, waiting: [c] })
  })

  test('lets one that is refused aside, so that those behind it get through', () => {
    const kept = { ...NOTHING_KEPT, waiting: [a, b, c] }
    const after = afterRefused(kept, { code: 'day_in_future', path: ['acts', 1, 'date'] }, [a, b])
    expect(after.waiting).toEqual([a, c])
    expect(after.refused).toEqual([b])
  })

  test('a refusal that names none puts the first aside, and none when nothing was sent', () => {
    const kept = { ...NOTHING_KEPT, waiting: [a] }
    expect(afterRefused(kept, { code: 'x', path: [] }, [a]).refused).toEqual([a])
    expect(afterRefused(kept, { code: 'x', path: [] }, [])).toEqual(kept)
  })

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
    expect(withWaiting(PAGE, [hurt]).stopped).toEqual([{ item: 'x', name: 'X' }])
  })

  test('is read back from what an earlier page kept', () => {
    expect(parseKept(null)).toEqual(NOTHING_KEPT)
    const earlier = parseKept(JSON.stringify({ shape: 1, seen: PAGE, waiting: [a] }))
    expect(earlier).toEqual({ ...NOTHING_KEPT, waiting: [a] })
    const kept = { ...NOTHING_KEPT, seen: PAGE, refused: [a] }
    expect(parseKept(JSON.stringify(kept))).toEqual(kept)
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
