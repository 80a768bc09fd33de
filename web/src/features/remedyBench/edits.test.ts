import type { LadderRung } from '@vein-mend/core/remedy'
import { expect, test } from 'vitest'
import { inserted, merged, split } from './edits'

function rung(id: string, more: Partial<LadderRung> = {}): LadderRung {
  return {
    id,
    name: id,
    instruction: `Do ${id}.`,
    way: 'parts',
    condition: 'exercise',
    dose: { times: 6, minutes: 4 },
    pass: { kind: 'share', clean: 4, of: 5 },
    ...more,
  }
}
const LADDER = [rung('one'), rung('two'), rung('three')]
const ids = (rungs: readonly LadderRung[]) => rungs.map((r) => r.id)

test('a rung is put in after its place, under an id nobody has', () => {
  expect(ids(inserted(LADDER, 0, rung('x', { name: 'Two' })))).toEqual([
    'one',
    'two-2',
    'two',
    'three',
  ])
  expect(ids(inserted(LADDER, -1, rung('x', { name: '!' })))[0]).toBe('rung')
})

test('a rung is split into two of half the dose, the first under the old id, so that the student stays on it', () => {
  const after = split(LADDER, 1)
  expect(ids(after)).toHaveLength(4)
  expect(after[1]).toMatchObject({ id: 'two', dose: { times: 3, minutes: 2 } })
  expect(after[2]).toMatchObject({ name: 'two (whole)', dose: { times: 3, minutes: 2 } })
  expect(new Set(ids(after)).size).toBe(4)
})

test('half of the smallest dose is still a dose', () => {
  const [first] = split([rung('tiny', { dose: { times: 1, minutes: 0.5 } })], 0)
  expect(first!.dose).toEqual({ times: 1, minutes: 0.5 })
})

test('two rungs become one with both minutes; the last has none to join', () => {
  const after = merged(LADDER, 0)
  expect(ids(after)).toEqual(['one', 'three'])
  expect(after[0]).toMatchObject({ name: 'one, two', instruction: 'Do one. Do two.' })
  expect(after[0]!.dose.minutes).toBe(8)
  expect(merged(LADDER, 2)).toEqual(LADDER)
})
