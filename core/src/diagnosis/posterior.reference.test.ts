/** Worked values printed elsewhere. */
import { inferences } from 'bayesjs'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { makeNetwork, REPORTS } from './network'
import { posterior } from './posterior'
import { asTables } from './test/asTables'
import { networksOf } from './test/bruteForce'

// S. Russell and P. Norvig, Artificial Intelligence: A Modern Approach (3rd ed. 2010), figure 14.9:
// the noisy-OR table for a fever caused by a cold, flu or malaria, with 0.6, 0.2 and 0.1 as inhibitions.
describe('the fever table of Russell and Norvig', () => {
  test.each([
    [0, 0, 0, 0],
    [0, 0, 1, 0.9],
    [0, 1, 0, 0.8],
    [0, 1, 1, 0.98],
    [1, 0, 0, 0.4],
    [1, 0, 1, 0.94],
    [1, 1, 0, 0.88],
    [1, 1, 1, 0.988],
  ])('cold %i, flu %i, malaria %i: fever %f', (cold, flu, malaria, fever) => {
    const network = makeNetwork(
      [
        { id: 'cold', prior: cold },
        { id: 'flu', prior: flu },
        { id: 'malaria', prior: malaria },
      ],
      [
        {
          id: 'fever',
          leak: 0,
          causes: [
            { fault: 0, strength: 0.4 },
            { fault: 1, strength: 0.8 },
            { fault: 2, strength: 0.9 },
          ],
        },
      ],
    )
    expect(1 - posterior(network, []).withAbsence([0]).total).toBeCloseTo(fever, 12)
  })
})

// J. Kruschke, Doing Bayesian Data Analysis (2nd ed. 2015), section 5.3 (place from memory): a rare disease (0.001), a test with a
// hit rate of 0.99 and a false alarm rate of 0.05: 0.019 after one positive test; then one negative: 0.00021.
describe('the disease test of Kruschke', () => {
  const network = makeNetwork(
    [{ id: 'disease', prior: 0.001 }],
    [
      { id: 'first test', leak: 0.05, causes: [{ fault: 0, strength: 1 - 0.01 / 0.95 }] },
      { id: 'second test', leak: 0.05, causes: [{ fault: 0, strength: 1 - 0.01 / 0.95 }] },
    ],
  )
  test('after a positive test', () => {
    const p = posterior(network, [{ finding: 0, ...REPORTS.marked }]).probability[0]
    expect(p).toBeCloseTo(0.0194, 4)
  })
  test('after a second test that is negative', () => {
    const p = posterior(network, [
      { finding: 0, ...REPORTS.marked },
      { finding: 1, ...REPORTS.absent },
    ]).probability[0]
    expect(p).toBeCloseTo(0.00021, 5)
  })
})

// J. Pearl, Probabilistic Reasoning in Intelligent Systems (1988), section 2.2.2: virtual evidence enters
// only by its likelihood ratio. An uncertain report of 3 : 1 turns odds of 1 : 1 into 3 : 1.
test('a report of three to one makes even odds three to one', () => {
  const network = makeNetwork(
    [{ id: 'fault', prior: 0.5 }],
    [{ id: 'sign', leak: 0, causes: [{ fault: 0, strength: 1 }] }],
  )
  const p = posterior(network, [{ finding: 0, ...REPORTS.slight }]).probability[0]
  expect(p).toBeCloseTo(0.75, 12)
})

// bayesjs 0.6.5: variable elimination, a general-purpose library with no knowledge of noisy-OR.
test('random networks have the marginals a general inference library finds', () => {
  fc.assert(
    fc.property(networksOf(4, 4), ({ network, evidence }) => {
      const plain = evidence.filter((e) => e.ifPresent === 0 || e.ifAbsent === 0)
      const given = Object.fromEntries(
        plain.map((e) => [network.findings[e.finding]!.id, e.ifPresent === 0 ? 'F' : 'T']),
      )
      const first = network.faults[0]!.id
      const theirs = inferences.variableElimination.infer(
        asTables(network),
        { [first]: 'T' },
        given,
      )
      expect(posterior(network, plain).probability[0]).toBeCloseTo(theirs, 8)
    }),
    { seed: 71, numRuns: 40 },
  )
})
