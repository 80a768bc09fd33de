import { sharedRemedy } from '@vein-mend/core/packs'
import { measureSeparability } from '@vein-mend/core/simulate'
import { describe, expect, test } from 'vitest'
import { shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const FACTS = {
  stage: 'elementary',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
} as const

// The whole of the packs, with more students, is measured by ./mend packs; here a family each.
describe.each(['horn', 'piano', 'harp', 'clarinet'])('%s tells its faults apart', (id) => {
  const knowledge = packs.get(id)!
  const measured = measureSeparability(knowledge, FACTS, { perFault: 12, seed: 7 })

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

  test('the same seed gives the same figures', () => {
    const again = measureSeparability(knowledge, FACTS, { perFault: 12, seed: 7 })
    expect(again).toEqual(measured)
  })
})
