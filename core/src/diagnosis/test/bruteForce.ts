/** The whole joint, added up case by case: slow, and nothing to get wrong. For tests only. */
import fc from 'fast-check'
import { makeNetwork } from '../network'
import type { Evidence, Network } from '../network'

export function bruteForce(network: Network, evidence: readonly Evidence[]): number[] {
  const n = network.faults.length
  const sums = Array.from({ length: n }, () => 0)
  let total = 0
  for (let mask = 0; mask < 2 ** n; mask++) {
    let p = 1
    network.faults.forEach((f, i) => (p *= mask & (1 << i) ? f.prior : 1 - f.prior))
    for (const e of evidence) {
      const finding = network.findings[e.finding]!
      let absent = 1 - finding.leak
      for (const c of finding.causes) if (mask & (1 << c.fault)) absent *= 1 - c.strength
      p *= e.ifPresent * (1 - absent) + e.ifAbsent * absent
    }
    total += p
    for (let i = 0; i < n; i++) if (mask & (1 << i)) sums[i]! += p
  }
  return sums.map((s) => s / total)
}

const report = fc.constantFrom(
  { ifPresent: 1, ifAbsent: 0 },
  { ifPresent: 0, ifAbsent: 1 },
  { ifPresent: 0.75, ifAbsent: 0.25 },
  { ifPresent: 0.2, ifAbsent: 0.7 },
)

/** Random networks of so many faults (at most eight) and findings (at most ten), with reports on some. */
export const networksOf = (mostFaults: number, mostFindings: number) =>
  fc
    .record({
      priors: fc.array(fc.double({ min: 0.01, max: 0.9, noNaN: true }), {
        minLength: 1,
        maxLength: mostFaults,
      }),
      leaks: fc.array(fc.double({ min: 0.01, max: 0.5, noNaN: true }), {
        minLength: 1,
        maxLength: mostFindings,
      }),
      strengths: fc.array(fc.option(fc.double({ min: 0.05, max: 0.99, noNaN: true })), {
        minLength: 80,
        maxLength: 80,
      }),
      reports: fc.array(fc.option(report), { minLength: 10, maxLength: 10 }),
    })
    .map(({ priors, leaks, strengths, reports }) => {
      const network = makeNetwork(
        priors.map((prior, i) => ({ id: `fault-${i}`, prior })),
        leaks.map((leak, f) => ({
          id: `finding-${f}`,
          leak,
          causes: priors.flatMap((_, d) => {
            const strength = strengths[f * 8 + d] ?? null
            return strength === null ? [] : [{ fault: d, strength }]
          }),
        })),
      )
      const evidence: Evidence[] = leaks.flatMap((_, f) => {
        const r = reports[f] ?? null
        return r === null ? [] : [{ finding: f, ...r }]
      })
      return { network, evidence }
    })

export const networksWithEvidence = networksOf(8, 10)
