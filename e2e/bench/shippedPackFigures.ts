/** How long a diagnosis by the shipped packs takes, with as many signs noted as a lesson never has. */
import { buildNetwork, posterior, rankChecks, REPORTS } from '@vein-mend/core/diagnosis'
import { seededRng, shuffle } from '@vein-mend/core/kit'
import type { Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { join } from 'node:path'
import { readLibrary } from '../../server/src/packs'
import { ROOT } from '../support/server'
import { figure, p95 } from './figures'
import type { Figure } from './figures'

const DRAWS = 10
/** Signs noted as not there, beside those that are. */
const ABSENT = 6
const FACTS = {
  stage: 'elementary',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
} as const satisfies StudentFacts

interface Measured {
  readonly times: readonly number[]
  readonly notExact: number
}

/** Random signs of each pack, all marked; the first round of two warms the machine up. */
function measure(packs: readonly Knowledge[], positives: number): Measured {
  const rng = seededRng(1920 + positives)
  let measured: Measured = { times: [], notExact: 0 }
  for (let round = 0; round < 2; round++) {
    const times: number[] = []
    let inexact = 0
    for (const k of packs) {
      const network = buildNetwork(k, FACTS)
      const notable = k.findings.flatMap((f, i) => (f.byCheckOnly || f.stop ? [] : [i]))
      for (let draw = 0; draw < DRAWS; draw++) {
        const evidence = shuffle(rng, notable)
          .slice(0, positives + ABSENT)
          .map((finding, i) => ({
            finding,
            ...(i < positives ? REPORTS.marked : REPORTS.absent),
          }))
        const start = performance.now()
        const now = posterior(network, evidence)
        rankChecks(network, now, k.checks, { answered: new Set(), flags: [], painful: [] })
        times.push(performance.now() - start)
        if (now.method !== 'exact') inexact += 1
      }
    }
    measured = { times, notExact: inexact / times.length }
  }
  return measured
}

export async function shippedPackFigures(): Promise<Figure[]> {
  const library = await readLibrary(join(ROOT, 'packs'))
  if (!library.ok) throw new Error('the shipped packs are faulty')
  const packs = [...library.packs.values()].filter((k) => k.kind === 'instrument')
  return [12, 20].flatMap((positives) => {
    const { times, notExact } = measure(packs, positives)
    return [
      figure(`diagnosis by each shipped pack, ${positives} positive: p95`, p95(times), 'ms', 16),
      figure(`the same: share not exact`, notExact, '', 0),
    ]
  })
}
