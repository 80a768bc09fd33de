import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Check, Finding } from '../packs'
import { mindChanges } from './mindChanges'
import { REPORTS } from './network'
import type { Evidence, Network } from './network'
import { pairChances } from './pairChances'
import { posterior } from './posterior'
import { rankChecks } from './rankChecks'
import { networksOf } from './test/bruteForce'

/** The joint of two faults, added up case by case. */
function jointOf(network: Network, evidence: readonly Evidence[], a: number, b: number): number {
  let both = 0
  let total = 0
  for (let mask = 0; mask < 2 ** network.faults.length; mask++) {
    let p = 1
    network.faults.forEach((f, i) => (p *= mask & (1 << i) ? f.prior : 1 - f.prior))
    for (const e of evidence) {
      const finding = network.findings[e.finding]!
      const absent = finding.causes
        .filter((c) => mask & (1 << c.fault))
        .reduce((x, c) => x * (1 - c.strength), 1 - finding.leak)
      p *= e.ifPresent * (1 - absent) + e.ifAbsent * absent
    }
    total += p
    if (mask & (1 << a) && mask & (1 << b)) both += p
  }
  return both / total
}

describe('two faults at once', () => {
  test('the chance of both agrees with the joint added up case by case', () => {
    fc.assert(
      fc.property(networksOf(6, 8), ({ network, evidence }) => {
        const all = network.faults.map((_, i) => i)
        for (const pair of pairChances(network, evidence, all)) {
          const a = network.faultIndex.get(pair.a)!
          const b = network.faultIndex.get(pair.b)!
          expect(pair.both).toBeCloseTo(jointOf(network, evidence, a, b), 6)
          expect(pair.both + pair.onlyA + pair.onlyB + pair.neither).toBeCloseTo(1, 9)
        }
      }),
      { seed: 1990, numRuns: 60 },
    )
  })
})

function asFinding(id: string): Finding {
  return { id, byCheckOnly: false } as unknown as Finding
}

function asCheck(finding: string): Check {
  const outcome = (s: 'marked' | 'absent') => ({ id: s, label: s, says: { [finding]: s } })
  return {
    id: `check-${finding}`,
    name: '',
    instruction: '',
    minutes: 1,
    asks: [finding],
    outcomes: [outcome('marked'), outcome('absent')],
    avoid: {},
    does: 'plays',
    loads: [],
  }
}

describe('what would change my mind', () => {
  test('every change that is named would come about, and says what it would say', () => {
    let named = 0
    fc.assert(
      fc.property(networksOf(6, 8), ({ network, evidence }) => {
        const noted = new Set(evidence.map((e) => e.finding))
        const open = network.findings.filter((_, i) => !noted.has(i)).map((f) => f.id)
        const now = posterior(network, evidence)
        const { ranked } = rankChecks(network, now, open.map(asCheck), {
          answered: new Set(),
          flags: [],
          painful: [],
        })
        const leader = now.probability.indexOf(Math.max(...now.probability))
        for (const change of mindChanges(network, now, ranked, open.map(asFinding))) {
          const [id, there] =
            change.what.kind === 'sign'
              ? [change.what.finding.id, change.what.there]
              : [change.what.check.id.replace('check-', ''), change.what.outcome.label === 'marked']
          const report = REPORTS[there ? 'marked' : 'absent']
          const after = posterior(network, [
            ...evidence,
            { finding: network.findingIndex.get(id)!, ...report },
          ]).probability
          expect(after[leader]).toBeCloseTo(change.oldFirstProbability, 6)
          expect(change.newFirstProbability).toBeCloseTo(Math.max(...after), 6)
          expect(after[leader]!).toBeLessThan(now.probability[leader]!)
          expect(after[leader]!).toBeLessThanOrEqual(Math.max(...after))
          named += 1
        }
      }),
      // In most random networks no single sign would change the first place.
      { seed: 1956, numRuns: 600 },
    )
    expect(named).toBeGreaterThan(50)
  })

  test('the six likeliest of all that would come about are named, and those alone', () => {
    let named = 0
    fc.assert(
      fc.property(networksOf(6, 8), ({ network, evidence }) => {
        const noted = new Set(evidence.map((e) => e.finding))
        const now = posterior(network, evidence)
        const leader = now.probability.indexOf(Math.max(...now.probability))
        const all = network.findings.flatMap(({ id }, finding) => {
          if (noted.has(finding)) return []
          const absent = now.withAbsence([finding]).total
          return (['marked', 'absent'] as const).flatMap((said) => {
            const probability = said === 'absent' ? absent : 1 - absent
            const report = { finding, ...REPORTS[said] }
            const after = posterior(network, [...evidence, report]).probability
            const loses = now.probability[leader]! - after[leader]!
            const other = after.indexOf(Math.max(...after)) !== leader
            return other && probability >= 0.02 && loses >= 0.05 ? [{ id, said, probability }] : []
          })
        })
        const likeliest = [...all].sort((x, y) => y.probability - x.probability).slice(0, 6)
        const open = network.findings.filter((_, i) => !noted.has(i)).map((f) => asFinding(f.id))
        const changes = mindChanges(network, now, [], open).map(({ what, probability }) => ({
          id: what.kind === 'sign' ? what.finding.id : '',
          said: what.kind === 'sign' && what.there ? 'marked' : 'absent',
          probability,
        }))
        expect(changes.map((c) => [c.id, c.said])).toEqual(likeliest.map((c) => [c.id, c.said]))
        changes.forEach((c, i) => {
          expect(c.probability).toBeCloseTo(likeliest[i]!.probability, 9)
        })
        named += changes.length
      }),
      { seed: 1957, numRuns: 1500 },
    )
    expect(named).toBeGreaterThan(100)
  })
})
