/** How long a large diagnosis takes in Node: 60 faults, 200 findings, marginals and all checks. */
import { makeNetwork, posterior, rankChecks, REPORTS } from '@vein-mend/core/diagnosis'
import type { Evidence, Network } from '@vein-mend/core/diagnosis'
import { pick, seededRng, shuffle } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import type { Check } from '@vein-mend/core/packs'
import bayes from 'bayesjs'
import { asTables } from '../../core/src/diagnosis/test/asTables'
import { figure, p95 } from './figures'
import type { Figure } from './figures'

const FAULTS = 60
const FINDINGS = 200
const CHECKS = 60
const ROUNDS = 60
/** Rounds before the compiler has settled; a desk is in use for half an hour. */
const WARM_UP = 40

/** Each fault shows in seven findings, as those of a real pack do. */
function largeNetwork(rng: Rng): Network {
  const causes = new Map<number, { fault: number; strength: number }[]>()
  for (let fault = 0; fault < FAULTS; fault++) {
    const shown = shuffle(
      rng,
      Array.from({ length: FINDINGS }, (_, i) => i),
    ).slice(0, 7)
    for (const finding of shown) {
      const list = causes.get(finding) ?? []
      list.push({ fault, strength: 0.2 + 0.7 * rng() })
      causes.set(finding, list)
    }
  }
  return makeNetwork(
    Array.from({ length: FAULTS }, (_, i) => ({ id: `fault-${i}`, prior: 0.02 + 0.2 * rng() })),
    Array.from({ length: FINDINGS }, (_, i) => ({
      id: `finding-${i}`,
      leak: 0.04,
      causes: causes.get(i) ?? [],
    })),
  )
}

function someChecks(network: Network, rng: Rng): Check[] {
  return Array.from({ length: CHECKS }, (_, i) => {
    const finding = pick(rng, network.findings).id
    const outcome = (strength: 'marked' | 'absent') => ({
      id: strength,
      label: strength,
      says: { [finding]: strength },
    })
    return {
      id: `check-${i}`,
      name: '',
      instruction: '',
      minutes: 1,
      asks: [finding],
      outcomes: [outcome('marked'), outcome('absent')],
      avoid: {},
      does: 'plays',
      loads: [],
    }
  })
}

/** Positive findings of a few faults that are really there, as a lesson would bring them. */
function someEvidence(network: Network, positives: number, rng: Rng): Evidence[] {
  const here = new Set(
    shuffle(
      rng,
      network.faults.map((_, i) => i),
    ).slice(0, 4),
  )
  const likely = network.findings.map((f, i) => ({
    i,
    likely: f.causes.some((c) => here.has(c.fault)),
  }))
  const order = [
    ...shuffle(
      rng,
      likely.filter((l) => l.likely),
    ),
    ...shuffle(
      rng,
      likely.filter((l) => !l.likely),
    ),
  ]
  return order
    .map(({ i }, place) => ({
      finding: i,
      ...(place < positives ? REPORTS.marked : REPORTS.absent),
    }))
    .slice(0, positives + 6)
}

function measure(positives: number): { milliseconds: number; exact: number; missed: number } {
  const rng = seededRng(60_200 + positives)
  const times: number[] = []
  let exact = 0
  let missed = 0
  for (let round = 0; round < ROUNDS + WARM_UP; round++) {
    const network = largeNetwork(rng)
    const checks = someChecks(network, rng)
    const evidence = someEvidence(network, positives, rng)
    const start = performance.now()
    const now = posterior(network, evidence)
    rankChecks(network, now, checks, { answered: new Set(), flags: [], painful: [] })
    const spent = performance.now() - start
    // The first rounds warm the machine up.
    if (round < WARM_UP) continue
    times.push(spent)
    if (now.method === 'exact') exact++
    missed = Math.max(missed, now.missedAtMost)
  }
  return { milliseconds: p95(times), exact: exact / ROUNDS, missed }
}

/** Networks small enough for full tables. */
const SMALL = { networks: 12, faults: 8, findings: 10, shown: 3 } as const

function smallNetwork(rng: Rng): Network {
  const shown = shuffle(rng, [...Array(SMALL.faults).keys()])
  return makeNetwork(
    shown.map((fault) => ({ id: `fault-${fault}`, prior: 0.05 + 0.2 * rng() })),
    Array.from({ length: SMALL.findings }, (_, i) => ({
      id: `finding-${i}`,
      leak: 0.04,
      causes: shuffle(rng, [...Array(SMALL.faults).keys()])
        .slice(0, SMALL.shown)
        .map((fault) => ({ fault, strength: 0.2 + 0.7 * rng() })),
    })),
  )
}

/** Every marginal of small networks: ours, and those of a general inference library, which have to be the same. */
function exactMarginals(): Figure {
  const rng = seededRng(8)
  const [ours, theirs]: [number[], number[]] = [[], []]
  for (let i = 0; i < SMALL.networks; i++) {
    const network = smallNetwork(rng)
    const evidence = [0, 1, 2].map((finding) => ({ finding, ifPresent: 1, ifAbsent: 0 }))
    const start = performance.now()
    const { probability } = posterior(network, evidence)
    const between = performance.now()
    const tables = asTables(network)
    const given = { 'finding-0': 'T', 'finding-1': 'T', 'finding-2': 'T' }
    const other = network.faults.map(({ id }) =>
      bayes.inferences.junctionTree.infer(tables, { [id]: 'T' }, given),
    )
    ours.push(between - start)
    theirs.push(performance.now() - between)
    const off = other.some((p, f) => Math.abs(p - (probability[f] ?? Number.NaN)) > 1e-8)
    if (off) throw new Error('the marginals are not those of the library')
  }
  const beside = { who: 'a junction tree by bayesjs', value: p95(theirs) }
  return figure('exact marginals, 8 faults and 10 findings: p95', p95(ours), 'ms', 16, beside)
}

export function diagnosisFigures(): Figure[] {
  const twelve = measure(12)
  const twenty = measure(20)
  return [
    exactMarginals(),
    figure('diagnosis, 60 faults, 12 positive: p95', twelve.milliseconds, 'ms', 16),
    figure('diagnosis, 60 faults, 12 positive: share not exact', 1 - twelve.exact, '', 0),
    figure('diagnosis, 60 faults, 20 positive: p95', twenty.milliseconds, 'ms', 100),
    figure('diagnosis, 60 faults, 20 positive: share not exact', 1 - twenty.exact, '', 0),
    figure('diagnosis, 60 faults, 20 positive: bound on what was left out', twenty.missed, '', 0.1),
  ]
}
