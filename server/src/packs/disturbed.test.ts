import { measureDisturbed } from '@vein-mend/core/simulate'
import { expect, test } from 'vitest'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'

const packs = await shippedPacks()
/** Of each fault. */
const STUDENTS = 24
/**
 * With one seed the lead over chance came to 1.8, 4.5, 3.8, 3.6, 3.8 and 2.6 points (seeds 7 to 12, mean 3.4): three
 * seeds, the first three, so that it is not lost in chance.
 */
const SEEDS = [7, 8, 9]
const SOME = ['horn', 'piano', 'harp', 'clarinet']

test('where the truth is not quite what the packs say, the offered order is still the best', () => {
  const measured = SOME.flatMap((id) =>
    SEEDS.map((seed) =>
      measureDisturbed(packs.get(id)!, PLAIN_FACTS, { perFault: STUDENTS, seed }),
    ),
  )
  const mean = (of: (m: (typeof measured)[number]) => number) =>
    measured.reduce((sum, d) => sum + of(d), 0) / measured.length
  const offered = mean((d) => d.rankedFirst)
  expect(offered).toBeGreaterThan(mean((d) => d.baselines.random) + 0.03)
  expect(offered).toBeGreaterThan(mean((d) => d.baselines.byPrior) + 0.03)
  expect(offered).toBeLessThan(mean((d) => d.truthKnown))
})
