import { expect, test } from 'vitest'
import { makeNetwork } from '../diagnosis'
import { seededRng } from '../kit'
import { disturb, DISTURBED } from './disturb'

const FINDINGS = 400
const network = makeNetwork(
  [
    { id: 'slumped', prior: 0.3 },
    { id: 'no-air', prior: 0.2 },
  ],
  Array.from({ length: FINDINGS }, (_, i) => ({
    id: `sign-${i}`,
    leak: i === 0 ? 0.6 : 0.05,
    causes: [
      { fault: 0, strength: 0.5 },
      { fault: 1, strength: i % 2 === 0 ? 0.95 : 0.05 },
    ],
  })),
)
const off = disturb(network, seededRng(11))

test('links are off by no more than is said, and stay between nothing and certainty', () => {
  const links = off.findings.flatMap((f) => f.causes)
  for (const { fault, strength } of links.filter((l) => l.fault === 0)) {
    expect(fault).toBe(0)
    expect(Math.abs(strength - 0.5)).toBeLessThanOrEqual(DISTURBED.strength)
  }
  expect(links.every((l) => l.strength > 0 && l.strength < 1)).toBe(true)
  // On both sides alike: the mean of many stays where it was.
  const own = links.filter((l) => l.fault === 0).map((l) => l.strength)
  expect(own.reduce((a, b) => a + b, 0) / own.length).toBeCloseTo(0.5, 1)
})

test('one link in ten is missing, leaks are doubled and never certain', () => {
  const links = off.findings.reduce((n, f) => n + f.causes.length, 0)
  const missing = 1 - links / (2 * FINDINGS)
  // Four standard deviations of 800 links.
  expect(Math.abs(missing - DISTURBED.missing)).toBeLessThan(0.043)
  expect(off.findings[1]!.leak).toBeCloseTo(0.1, 10)
  expect(off.findings[0]!.leak).toBeLessThan(1)
})

test('faults and findings keep their places, and the same seed gives the same truth', () => {
  expect(off.faults).toEqual(network.faults)
  expect(off.findings.map((f) => f.id)).toEqual(network.findings.map((f) => f.id))
  expect(disturb(network, seededRng(11))).toEqual(off)
})
