import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { bruteForce, networksWithEvidence } from './test/bruteForce'
import { decibans, seededRng } from '../kit'
import { absenceOf } from './absence'
import { explain } from './explain'
import { explainedSetPlan, explainedSetSums } from './explainedSets'
import { makeNetwork, REPORTS } from './network'
import type { Evidence } from './network'
import { posterior } from './posterior'
import { missedAtMost } from './upToThree'

const SEED = { seed: 20261124, numRuns: 300 }

describe('exact marginals', () => {
  test('agree with the joint added up case by case on random networks', () => {
    fc.assert(
      fc.property(networksWithEvidence, ({ network, evidence }) => {
        const truth = bruteForce(network, evidence)
        const ours = posterior(network, evidence)
        expect(ours.method).toBe('exact')
        ours.probability.forEach((p, i) => expect(p).toBeCloseTo(truth[i]!, 8))
      }),
      SEED,
    )
  })

  test('a further absence has the probability the joint gives it', () => {
    fc.assert(
      fc.property(networksWithEvidence, fc.nat(), ({ network, evidence }, pick) => {
        const finding = pick % network.findings.length
        const before = evidence.filter((e) => e.finding !== finding)
        const then = posterior(network, before).withAbsence([finding])
        const truth = bruteForce(network, [...before, { finding, ...REPORTS.absent }])
        then.withFault.forEach((p, i) => expect(p / then.total).toBeCloseTo(truth[i]!, 8))
      }),
      SEED,
    )
  })

  test('the steps of an explanation add up to the log odds', () => {
    fc.assert(
      fc.property(networksWithEvidence, ({ network, evidence }) => {
        const truth = bruteForce(network, evidence)
        const why = explain(network, evidence, [0])[0]!
        const sum = why.steps.reduce((a, s) => a + s.decibans, why.prior)
        expect(sum).toBeCloseTo(decibans(truth[0]!), 6)
      }),
      SEED,
    )
  })

  test('with no signs noted the priors stand', () => {
    const network = makeNetwork([{ id: 'a', prior: 0.3 }], [])
    expect(posterior(network, []).probability[0]).toBeCloseTo(0.3, 12)
  })

  test('the last word on a sign counts, and a report that says nothing changes nothing', () => {
    const network = makeNetwork(
      [{ id: 'a', prior: 0.3 }],
      [{ id: 'x', leak: 0.1, causes: [{ fault: 0, strength: 0.8 }] }],
    )
    const twice: Evidence[] = [
      { finding: 0, ...REPORTS.marked },
      { finding: 0, ...REPORTS.absent },
    ]
    const once = posterior(network, [{ finding: 0, ...REPORTS.absent }])
    expect(posterior(network, twice).probability[0]).toBe(once.probability[0])
    const even = posterior(network, [{ finding: 0, ifPresent: 0.5, ifAbsent: 0.5 }])
    expect(even.probability[0]).toBeCloseTo(0.3, 12)
  })

  test('a sign outside the network is a bug', () => {
    const network = makeNetwork([{ id: 'a', prior: 0.3 }], [])
    expect(() => posterior(network, [{ finding: 4, ...REPORTS.marked }])).toThrow(RangeError)
    expect(() => makeNetwork([{ id: 'a', prior: 1.2 }], [])).toThrow(RangeError)
    expect(() => makeNetwork([{ id: 'a', prior: -0.1 }], [])).toThrow(RangeError)
    const with1 = (leak: number, strength: number) => () =>
      makeNetwork([{ id: 'a', prior: 0.3 }], [{ id: 'x', leak, causes: [{ fault: 0, strength }] }])
    // A sign that is always there tells nothing.
    for (const [leak, strength] of [
      [1, 0.5],
      [-0.1, 0.5],
      [0.1, 1.1],
      [0.1, -0.1],
    ] as const) {
      expect(with1(leak, strength), `${leak} ${strength}`).toThrow(RangeError)
    }
    expect(with1(0, 1)).not.toThrow()
    expect(with1(0.1, 0)).not.toThrow()
  })
})

/** Thirty faults that all show in twenty signs: more than the exact sum can take. */
function crowded() {
  const rng = seededRng(5)
  return makeNetwork(
    Array.from({ length: 30 }, (_, i) => ({ id: `f${i}`, prior: 0.002 + 0.01 * rng() })),
    Array.from({ length: 24 }, (_, f) => ({
      id: `s${f}`,
      leak: 0.02,
      causes: Array.from({ length: 30 }, (_, d) => ({
        fault: d,
        strength: d === 3 ? 0.9 : 0.3 * rng(),
      })),
    })),
  )
}

/** Signs that hardly anything brings out, all of them seen but the last. */
function hardlyAnything() {
  const rng = seededRng(21)
  const network = makeNetwork(
    Array.from({ length: 10 }, (_, i) => ({ id: `f${i}`, prior: 0.02 })),
    Array.from({ length: 13 }, (_, f) => ({
      id: `s${f}`,
      leak: 0.0005,
      causes: Array.from({ length: 10 }, (_, d) => ({
        fault: d,
        strength: f === 12 ? 0.5 * rng() : 0.03 * rng(),
      })),
    })),
  )
  const evidence = network.findings.slice(1).map((_, finding) => ({ finding, ...REPORTS.marked }))
  return { network, evidence }
}

describe('where the alternating sum would lose its digits', () => {
  test('what a further absence would do is told by sets of up to three, near the joint', () => {
    const { network, evidence } = hardlyAnything()
    const absent = posterior(network, evidence).withAbsence([12])
    const truth = bruteForce(network, [...evidence, { finding: 12, ...REPORTS.absent }])
    const now = bruteForce(network, evidence)
    const sum = (far: readonly number[]) => far.reduce((all, x) => all + Math.abs(x), 0)
    const left = truth.map((p, i) => (absent.withFault[i] ?? 0) / absent.total - p)
    // More than half of the way, and nowhere off by more than three in a hundred.
    expect(sum(left)).toBeLessThan(sum(truth.map((p, i) => now[i]! - p)) / 2)
    left.forEach((far, i) => expect(Math.abs(far), String(i)).toBeLessThan(0.03))
  })

  test('twelve signs that only leaks can bring out together are still exact', () => {
    const rng = seededRng(21)
    const network = makeNetwork(
      Array.from({ length: 10 }, (_, i) => ({ id: `f${i}`, prior: 0.02 })),
      Array.from({ length: 12 }, (_, f) => ({
        id: `s${f}`,
        leak: 0.0005,
        causes: Array.from({ length: 10 }, (_, d) => ({ fault: d, strength: 0.03 * rng() })),
      })),
    )
    const evidence = network.findings.map((_, finding) => ({ finding, ...REPORTS.marked }))
    const truth = bruteForce(network, evidence)
    const ours = posterior(network, evidence)
    expect(ours.method).toBe('exact')
    ours.probability.forEach((p, i) => expect(p).toBeCloseTo(truth[i]!, 9))
  })

  test('the forward-backward pass agrees with the joint on random networks', () => {
    fc.assert(
      fc.property(networksWithEvidence, ({ network, evidence }) => {
        const open = evidence.filter((e) => e.ifPresent > 0)
        const everyone = network.faults.map((_, i) => i)
        const group = {
          faults: everyone,
          prior: Float64Array.from(network.faults, (f) => f.prior),
          items: open.map((e) => {
            const { leakKeep, keep } = absenceOf(network, [e.finding])
            return { ...e, leakKeep, keep: Float64Array.from(everyone, (d) => keep.get(d) ?? 1) }
          }),
        }
        const sums = explainedSetSums(group, explainedSetPlan(group))
        const truth = bruteForce(network, open)
        sums.withFault.forEach((x, d) => expect(x / sums.total).toBeCloseTo(truth[d]!, 10))
      }),
      SEED,
    )
  })
})

describe('with twenty signs and more', () => {
  test('what is shared with neighbours alone is still solved exactly: fourteen faults, twenty-six signs', () => {
    const rng = seededRng(26)
    const network = makeNetwork(
      Array.from({ length: 14 }, (_, i) => ({ id: `f${i}`, prior: 0.02 + 0.3 * rng() })),
      Array.from({ length: 26 }, (_, f) => ({
        id: `s${f}`,
        leak: 0.02 + 0.1 * rng(),
        causes: [0, 1, 2]
          .map((next) => Math.floor(f / 2) - 1 + next)
          .filter((fault) => fault >= 0 && fault < 14)
          .map((fault) => ({ fault, strength: 0.1 + 0.8 * rng() })),
      })),
    )
    const reports = [REPORTS.marked, REPORTS.slight, REPORTS.unsure, REPORTS.marked]
    const evidence = network.findings.map((_, finding) => ({
      finding,
      ...reports[finding % reports.length]!,
    }))
    const truth = bruteForce(network, evidence)
    const ours = posterior(network, evidence)
    expect([ours.method, ours.missedAtMost]).toEqual(['exact', 0])
    ours.probability.forEach((p, i) => expect(p).toBeCloseTo(truth[i]!, 9))
  })
})

describe('when there are too many signs for the exact sum', () => {
  test('up to three faults at once are weighed, it says so, and bounds what it left out', () => {
    const network = crowded()
    const evidence = network.findings.map((_, finding) => ({ finding, ...REPORTS.marked }))
    const ours = posterior(network, evidence)
    expect(ours.method).toBe('up-to-three')
    expect(ours.missedAtMost).toBeGreaterThan(0)
    expect(ours.missedAtMost).toBeLessThan(0.1)
    expect(ours.probability[3]).toBeGreaterThan(0.95)
  })

  test('the bound holds against the whole joint', () => {
    const rng = seededRng(9)
    const network = makeNetwork(
      Array.from({ length: 12 }, (_, i) => ({ id: `f${i}`, prior: 0.05 })),
      Array.from({ length: 22 }, (_, f) => ({
        id: `s${f}`,
        leak: 0.3,
        causes: Array.from({ length: 12 }, (_, d) => ({ fault: d, strength: 0.6 * rng() })),
      })),
    )
    const evidence = network.findings.map((_, finding) => ({ finding, ...REPORTS.marked }))
    const truth = bruteForce(network, evidence)
    const ours = posterior(network, evidence)
    expect(ours.method).toBe('up-to-three')
    ours.probability.forEach((p, i) =>
      expect(Math.abs(p - truth[i]!)).toBeLessThanOrEqual(ours.missedAtMost),
    )
  })
})

test('what sets of four and more can hold at the most, by hand', () => {
  // Four faults of three in ten are all there in 0.3⁴ = 0.0081; each lets half of a sign through, nothing a tenth.
  const report = { leakKeep: 0.9, keep: Float64Array.of(0.5, 0.5, 0.5, 0.5) }
  const group = (...items: { ifPresent: number; ifAbsent: number }[]) => ({
    faults: [0, 1, 2, 3],
    prior: Float64Array.of(0.3, 0.3, 0.3, 0.3),
    items: items.map((item) => ({ ...item, ...report })),
  })
  const [there, hardly] = [
    { ifPresent: 1, ifAbsent: 0 },
    { ifPresent: 0.4, ifAbsent: 0.6 },
  ]
  // With all four the sign stays away in 0.9 / 16; a report against it is likeliest with none.
  const [likely, against] = [1 - 0.9 / 16, 0.4 + 0.2 * 0.9]
  const share = (ceiling: number, total: number, pruned: number) =>
    (ceiling + pruned) / (total + ceiling + pruned)
  expect(missedAtMost(group(there), 0.2, 0.01)).toBeCloseTo(share(0.0081 * likely, 0.2, 0.01), 12)
  expect(missedAtMost(group(there, hardly), 0.2, 0)).toBeCloseTo(
    share(0.0081 * likely * against, 0.2, 0),
    12,
  )
  expect(missedAtMost(group(), 1, 0.5)).toBeCloseTo(share(0.0081, 1, 0.5), 12)
})
