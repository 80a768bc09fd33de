import { sharedRemedy } from '@vein-mend/core/packs'
import { measureSeparability } from '@vein-mend/core/simulate'
import { describe, expect, test } from 'vitest'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'

const packs = await shippedPacks()
/** Of each fault. */
const STUDENTS = 24
const SEED = 7
// The whole of the packs, with more students, is measured by ./mend packs; here a family each.
const SOME = ['horn', 'piano', 'harp', 'clarinet'].map((id) => {
  const knowledge = packs.get(id)!
  return [
    id,
    knowledge,
    measureSeparability(knowledge, PLAIN_FACTS, { perFault: STUDENTS, seed: SEED }),
  ] as const
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
