import { sharedRemedy } from '@vein-mend/core/packs'
import { measureSeparability } from '@vein-mend/core/simulate'
import type { PackSeparability } from '@vein-mend/core/simulate'
import { describe, expect, test } from 'vitest'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'

const packs = await shippedPacks()
/** Of each fault. */
const STUDENTS = 24
const SEED = 7
/**
 * With one seed the lead over chance came to 1.8, 4.5, 3.8, 3.6, 3.8 and 2.6 points (seeds 7 to 12, mean 3.4): three
 * seeds, the first three, so that it is not lost in chance.
 */
const MORE_SEEDS = [8, 9]
// The whole of the packs, with more students, is measured by ./mend packs; here a family each.
const SOME = ['horn', 'piano', 'harp', 'clarinet'].map((id) => {
  const knowledge = packs.get(id)!
  return [
    id,
    knowledge,
    measureSeparability(knowledge, PLAIN_FACTS, { perFault: STUDENTS, seed: SEED }),
  ] as const
})

const DISTURBED = SOME.flatMap(([, knowledge, { disturbed }]) => [
  disturbed,
  ...MORE_SEEDS.map(
    (seed) => measureSeparability(knowledge, PLAIN_FACTS, { perFault: STUDENTS, seed }).disturbed,
  ),
])

test('where the truth is not quite what the packs say, the offered order is still the best', () => {
  const mean = (of: (m: PackSeparability['disturbed']) => number) =>
    DISTURBED.reduce((sum, d) => sum + of(d), 0) / DISTURBED.length
  const offered = mean((d) => d.rankedFirst)
  expect(offered).toBeGreaterThan(mean((d) => d.baselines.random) + 0.03)
  expect(offered).toBeGreaterThan(mean((d) => d.baselines.byPrior) + 0.03)
  expect(offered).toBeLessThan(SOME.reduce((sum, [, , m]) => sum + m.rankedFirst, 0) / SOME.length)
})

test('the same seed gives the same figures, student by student', () => {
  const [, knowledge, measured] = SOME.at(-1)!
  const again = measureSeparability(knowledge, PLAIN_FACTS, { perFault: STUDENTS, seed: SEED })
  expect(again).toEqual(measured)
})

describe.each(SOME)('%s tells its faults apart', (_id, knowledge, measured) => {
  test('nine in ten are ranked first within three checks, and the offered order is the best', () => {
    expect(measured.rankedFirst).toBeGreaterThanOrEqual(0.9)
    expect(measured.rankedFirst).toBeGreaterThanOrEqual(measured.baselines.random)
    expect(measured.rankedFirst).toBeGreaterThanOrEqual(measured.baselines.byPrior)
  })

  test('what no check can part is mended by the same remedy', () => {
    const alone = measured.faults.filter(
      (f) =>
        f.stillMistakenShare >= 0.2 &&
        f.mistakenFor !== null &&
        sharedRemedy(knowledge, f.fault, f.mistakenFor) === undefined,
    )
    expect(alone.map((f) => `${f.fault} and ${f.mistakenFor ?? ''}`)).toEqual([])
  })

  test('the same seed gives the same figures here too', () => {
    const [once, again] = [1, 2].map(() =>
      measureSeparability(knowledge, PLAIN_FACTS, { perFault: 2, seed: 7 }),
    )
    expect(again).toEqual(once)
  })
})
