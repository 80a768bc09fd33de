/** The shapes of the veins, whatever the record: closed, in order, in their lane, the same every time. */
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { crackOutline, smoothOutline } from './crack'
import type { Stretch } from './crack'

const LANE = 40
const Y = 100

/** A run of stretches end to end, as one state of a fault gives them. */
const someRun = fc
  .record({
    state: fc.constantFrom<Stretch['state']>('open', 'healing', 'resting', 'relapsed'),
    days: fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 12 }),
    widths: fc.array(fc.double({ min: 1, max: 12, noNaN: true }), { minLength: 13, maxLength: 13 }),
    beliefs: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 12, maxLength: 12 }),
    perDay: fc.double({ min: 0.3, max: 40, noNaN: true }),
    seed: fc.integer({ min: 1, max: 50 }),
  })
  .map(({ state, days, widths, beliefs, perDay, seed }) => {
    let day = 0
    const run = days.map((length, i): Stretch => {
      const firstDay = day
      day += length
      return {
        state,
        x1: 20 + firstDay * perDay,
        x2: 20 + day * perDay,
        y: Y,
        width: widths[i] ?? 1,
        nextWidth: widths[i + 1] ?? 1,
        belief: beliefs[i] ?? 0,
        firstDay,
      }
    })
    return { run, seed, perDay }
  })

const check = (holds: (run: readonly Stretch[], seed: number, perDay: number) => void) =>
  fc.assert(
    fc.property(someRun, ({ run, seed, perDay }) => holds(run, seed, perDay)),
    { seed: 7, numRuns: 150 },
  )

describe('a crack', () => {
  test('runs from its first lesson to its last, always to the right', () => {
    check((run, seed, perDay) => {
      const { middle } = crackOutline(run, seed, perDay, LANE)
      expect(middle[0]![0]).toBeCloseTo(run[0]!.x1)
      expect(middle.at(-1)![0]).toBeCloseTo(run.at(-1)!.x2)
      middle.slice(1).forEach(([x], i) => expect(x).toBeGreaterThanOrEqual(middle[i]![0]))
    })
  })

  test('stays in its lane, however thick', () => {
    check((run, seed, perDay) => {
      for (const [, y] of crackOutline(run, seed, perDay, LANE).middle) {
        expect(Math.abs(y - Y)).toBeLessThan(LANE / 2)
      }
    })
  })

  test('its outline goes there above and back below, without crossing itself', () => {
    check((run, seed, perDay) => {
      const { outline, middle } = crackOutline(run, seed, perDay, LANE)
      expect(outline).toHaveLength(2 * middle.length)
      middle.forEach(([x, y], i) => {
        const [above, below] = [outline[i]!, outline.at(-1 - i)!]
        expect(above[0]).toBeCloseTo(x)
        expect(below[0]).toBeCloseTo(x)
        expect(above[1]).toBeLessThanOrEqual(y)
        expect(below[1]).toBeGreaterThanOrEqual(y)
      })
    })
  })

  test('the same record cracks the same way, another fault another way', () => {
    check((run, seed, perDay) => {
      const once = crackOutline(run, seed, perDay, LANE)
      expect(crackOutline(run, seed, perDay, LANE)).toEqual(once)
      if (once.middle.length < 4) return
      expect(crackOutline(run, seed + 1, perDay, LANE)).not.toEqual(once)
    })
  })

  test('the surer it heals, the less it strays', () => {
    check((run, seed, perDay) => {
      const at = (belief: number) =>
        run.map((s): Stretch => ({ ...s, state: 'healing', belief, width: 4, nextWidth: 4 }))
      const stray = (belief: number) =>
        crackOutline(at(belief), seed, perDay, LANE).middle.map(([, y]) => Math.abs(y - Y))
      const sum = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0)
      expect(sum(stray(0.9))).toBeLessThanOrEqual(sum(stray(0.1)))
    })
  })

  test('its thickness is what it says, within an eighth', () => {
    check((run, seed, perDay) => {
      const even = run.map((s): Stretch => ({ ...s, width: 8, nextWidth: 8 }))
      const { outline, middle } = crackOutline(even, seed, perDay, LANE)
      middle.forEach((_, i) => {
        const thick = outline.at(-1 - i)![1] - outline[i]![1]
        expect(thick).toBeGreaterThanOrEqual(8 * 0.875)
        expect(thick).toBeLessThanOrEqual(8 * 1.125)
      })
    })
  })
})

describe('a seam of gold', () => {
  test('is even from its first lesson to its last', () => {
    check((run) => {
      const { outline, middle } = smoothOutline(run)
      expect(middle).toEqual([
        [run[0]!.x1, Y],
        [run.at(-1)!.x2, Y],
      ])
      const [above, , , below] = outline
      expect(below![1] - above![1]).toBeCloseTo(run[0]!.width)
    })
  })

  test('of nothing is nothing', () => {
    expect(smoothOutline([])).toEqual({ outline: [], middle: [] })
    expect(crackOutline([], 1, 1, LANE)).toEqual({ outline: [], middle: [] })
  })
})
