import { describe, expect, test } from 'vitest'
import { explains, faultsInPlay } from './faultsInPlay'
import { makeNetwork, REPORTS } from './network'
import type { Evidence } from './network'
import type { Posterior } from './posterior'

/** Three faults of one chance in ten; the first shows in one sign, the second in another, the third in neither. */
const network = makeNetwork(
  ['a', 'b', 'c'].map((id) => ({ id, prior: 0.1 })),
  [
    { id: 'of-a', leak: 0.04, causes: [{ fault: 0, strength: 0.8 }] },
    { id: 'of-b', leak: 0.04, causes: [{ fault: 1, strength: 0.8 }] },
  ],
)
const now = (...probability: number[]): Posterior =>
  ({ probability: Float64Array.from(probability) }) as unknown as Posterior
const noted = (finding: number, strength: keyof typeof REPORTS): Evidence => ({
  finding,
  ...REPORTS[strength],
})
const inPlay = (at: Posterior, evidence: readonly Evidence[] = []) => [
  ...faultsInPlay(network, at, evidence),
]

describe('the faults the next check is to tell apart', () => {
  test('are those that were raised to four times their odds, each weighed by how likely it is', () => {
    // One in ten raised by 6 dB stands at 0.307; by 3 dB at 0.181.
    expect(inPlay(now(0.31, 0.2, 0.1))).toEqual([[0, 0.31]])
    expect(inPlay(now(0.31, 0.5, 0.1)).map(([d]) => d)).toEqual([0, 1])
  })

  test('weigh half as much again where others rest on them', () => {
    const under = makeNetwork(
      network.faults.map((f) => ({ ...f, underOthers: f.id === 'b' })),
      network.findings,
    )
    const [a, b] = [...faultsInPlay(under, now(0.4, 0.4, 0.1), [])]
    expect(a).toEqual([0, 0.4])
    expect(b?.[1]).toBeCloseTo(0.6)
  })

  test('where none was raised so far are those that were raised a little', () => {
    expect(inPlay(now(0.3, 0.19, 0.1)).map(([d]) => d)).toEqual([0, 1])
  })

  test('where none was raised are those that could have brought out what was noted as there', () => {
    const flat = now(0.12, 0.1, 0.1)
    expect(inPlay(flat, [noted(0, 'slight')]).map(([d]) => d)).toEqual([0])
    expect(inPlay(flat, [noted(0, 'marked'), noted(1, 'marked')]).map(([d]) => d)).toEqual([0, 1])
    // What is not there, and what says as much for as against, was brought out by nothing.
    expect(inPlay(flat, [noted(0, 'absent'), noted(1, 'marked')]).map(([d]) => d)).toEqual([1])
    const even = { finding: 0, ifPresent: 0.5, ifAbsent: 0.5 }
    expect(inPlay(flat, [even, noted(1, 'marked')]).map(([d]) => d)).toEqual([1])
  })

  test('are all of them while nothing was noted', () => {
    expect(inPlay(now(0.1, 0.1, 0.1)).map(([d]) => d)).toEqual([0, 1, 2])
    expect(inPlay(now(0.1, 0.1, 0.1), [noted(0, 'absent')]).map(([d]) => d)).toEqual([0, 1, 2])
  })
})

test('the signs speak for a fault when its odds have doubled', () => {
  expect(explains(network, now(0.19, 0.17, 0.1), 0)).toBe(true)
  expect(explains(network, now(0.19, 0.17, 0.1), 1)).toBe(false)
})
