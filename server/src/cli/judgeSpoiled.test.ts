/** Players without a fault, and all that can stand in a file beside them: nothing of it is told as a fault. */
import { describe, expect, test } from 'vitest'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'
import { judgeSpoiled } from './judgeSpoiled'

const packs = await shippedPacks()
const some = ['piano', 'organ', 'marimba', 'violin'].flatMap((name) => packs.get(name) ?? [])
const rows = [1, 2].map((seed) => judgeSpoiled(some, PLAIN_FACTS, seed))

describe('takes of every rung', () => {
  const sum = (of: (row: (typeof rows)[number][number]) => number) =>
    rows.flat().reduce((n, row) => n + of(row), 0)

  test('spoiled in twenty ways tell nothing three to one that is not there, but in one of a thousand', () => {
    expect(rows[0]).toHaveLength(20)
    expect(sum((r) => r.takes)).toBeGreaterThan(2000)
    expect(sum((r) => r.falselyTold) / sum((r) => r.takes)).toBeLessThanOrEqual(0.001)
  })

  test('say what was set apart, where something was', () => {
    for (const name of ['a click', 'two layers', 'a layer an octave up', 'counted in on a key']) {
      const own = rows.flat().filter((r) => r.spoiler === name)
      const share = own.reduce((n, r) => n + r.named, 0) / own.reduce((n, r) => n + r.takes, 0)
      expect(share, name).toBeGreaterThanOrEqual(0.9)
    }
    expect(rows.flat().find((r) => r.spoiler === 'nothing')).toMatchObject({ named: 0, slips: 0 })
  })
})
