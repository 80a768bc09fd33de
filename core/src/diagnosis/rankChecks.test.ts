import { describe, expect, test } from 'vitest'
import { binaryEntropy } from '../kit'
import { askedByAll } from '../packs'
import type { Check } from '../packs'
import { bruteForce } from './test/bruteForce'
import { mendFirst } from './mendFirst'
import { makeNetwork, REPORTS } from './network'
import type { Evidence } from './network'
import { posterior } from './posterior'
import { faultsInPlay } from './faultsInPlay'
import { rankChecks } from './rankChecks'

const network = makeNetwork(
  [
    { id: 'half-pressed', prior: 0.15 },
    { id: 'bell-closed', prior: 0.15 },
    { id: 'no-air', prior: 0.3 },
  ],
  [
    {
      id: 'muted',
      leak: 0.03,
      causes: [
        { fault: 0, strength: 0.8 },
        { fault: 1, strength: 0.7 },
      ],
    },
    { id: 'clears', leak: 0.02, causes: [{ fault: 0, strength: 0.95 }] },
    { id: 'opens', leak: 0.02, causes: [{ fault: 1, strength: 0.9 }] },
    { id: 'paper-falls', leak: 0.05, causes: [{ fault: 2, strength: 0.8 }] },
  ],
)

function check(id: string, minutes: number, ...says: Check['outcomes'][number]['says'][]): Check {
  return {
    id,
    name: id,
    instruction: '',
    minutes,
    asks: askedByAll(says.map((s) => ({ says: s }))),
    outcomes: says.map((s, i) => ({ id: `o${i}`, label: `o${i}`, says: s })),
    avoid: {},
    does: 'plays',
    loads: [],
  }
}

const lift = check('lift', 0.5, { clears: 'marked' }, { clears: 'slight' }, { clears: 'absent' })
const paper = check('paper', 1, { 'paper-falls': 'marked' }, { 'paper-falls': 'absent' })
const which = check(
  'which',
  1,
  { clears: 'marked', opens: 'absent' },
  { clears: 'absent', opens: 'marked' },
  { clears: 'absent', opens: 'absent' },
)
const muted: Evidence[] = [{ finding: 0, ...REPORTS.marked }]
const NO_LIMITS = { answered: new Set<string>(), flags: [], painful: [] }

function entropy(p: Iterable<number>): number {
  return [...p].reduce((a, x) => a + binaryEntropy(x), 0)
}

describe('the next best check', () => {
  test('a sign that only some outcomes mention is seen by the way, and adds nothing to its worth', () => {
    const now = posterior(network, muted)
    const withMore = check(
      'lift',
      0.5,
      { clears: 'marked' },
      { clears: 'slight' },
      { clears: 'absent', 'paper-falls': 'marked' },
      { clears: 'absent' },
    )
    const worth = (c: Check) => rankChecks(network, now, [c], NO_LIMITS).ranked[0]!
    expect(worth(withMore).bits).toBeCloseTo(worth(lift).bits, 12)
    // Each answer once, and together certain.
    const shares = worth(withMore).outcomes.map((o) => o.probability)
    expect(shares).toHaveLength(2)
    expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12)
  })

  test('its worth is the expected drop in entropy, as the whole joint gives it', () => {
    const now = posterior(network, muted)
    const ranked = rankChecks(network, now, [lift], NO_LIMITS).ranked[0]!
    const pAbsent = now.withAbsence([1]).total
    const present = bruteForce(network, [...muted, { finding: 1, ...REPORTS.marked }])
    const absent = bruteForce(network, [...muted, { finding: 1, ...REPORTS.absent }])
    const after = (1 - pAbsent) * entropy(present) + pAbsent * entropy(absent)
    expect(ranked.bits).toBeCloseTo(entropy(bruteForce(network, muted)) - after, 10)
    expect(ranked.bitsPerMinute).toBeCloseTo(ranked.bits / 0.5, 10)
    expect(ranked.outcomes).toHaveLength(2)
  })

  test('a check that tells the rivals apart goes before one about something else', () => {
    const ranked = rankChecks(network, posterior(network, muted), [paper, lift], NO_LIMITS).ranked
    expect(ranked.map((r) => r.check.id)).toEqual(['lift', 'paper'])
  })

  test('an answer about two signs at once is what the joint makes of it', () => {
    const ranked = rankChecks(network, posterior(network, muted), [which], NO_LIMITS).ranked[0]!
    const truth = bruteForce(network, [
      ...muted,
      { finding: 1, ...REPORTS.marked },
      { finding: 2, ...REPORTS.absent },
    ])
    ranked.outcomes[0]!.faults.forEach((p, i) => expect(p).toBeCloseTo(truth[i]!, 10))
    expect(ranked.outcomes.reduce((a, o) => a + o.probability, 0)).toBeCloseTo(1, 10)
  })

  test('a check that loads a painful part, or that the student should not do, is left out and says why', () => {
    const blow: Check = { ...paper, loads: ['breath'] }
    const press: Check = { ...lift, avoid: { 'loose-joints': 'No end-range holds' } }
    const { ranked, leftOut } = rankChecks(
      network,
      posterior(network, muted),
      [blow, press, which],
      {
        answered: new Set(['which']),
        flags: ['loose-joints'],
        painful: ['breath'],
      },
    )
    expect(ranked).toEqual([])
    expect(leftOut.map((l) => [l.check.id, l.reason])).toEqual([
      ['paper', 'pain'],
      ['lift', 'flag'],
      ['which', 'already-answered'],
    ])
  })
})

describe('what to mend first', () => {
  const fault = (id: string, severity: number, leadsTo: Record<string, number> = {}) => ({
    id,
    name: id,
    strand: 'tone' as const,
    severity,
    prior: { beginner: 0.1, elementary: 0.1, intermediate: 0.1, advanced: 0.1 },
    likelier: [],
    shows: {},
    leadsTo,
    why: '',
    cautions: [],
    remedies: [],
    cues: [],
    source: 'common-practice' as const,
  })

  test('a small fault upstream goes before the graver one it drives', () => {
    const faults = [
      fault('thin', 3),
      fault('slumped', 2, { 'no-air': 0.8 }),
      fault('no-air', 2, { thin: 0.9 }),
    ]
    const order = mendFirst(faults, () => 0.9)
    expect(order.map((u) => u.fault.id)).toEqual(['slumped', 'no-air', 'thin'])
    expect(order[0]!.drives.map((d) => d.fault.id).sort()).toEqual(['no-air', 'thin'])
    // 0.9 · 2 itself, then 0.9 · 0.8 · 2 · 0.9 and 0.9 · 0.72 · 3 · 0.9 downstream.
    expect(order[0]!.urgency).toBeCloseTo(1.8 + 1.296 + 1.7496, 10)
  })

  test('a fault that is hardly likely drives nothing', () => {
    const faults = [fault('thin', 3), fault('slumped', 2, { thin: 0.8 })]
    const order = mendFirst(faults, (id) => (id === 'thin' ? 0.9 : 0.02))
    expect(order[0]!.fault.id).toBe('thin')
  })
})

test('in play is what the signs raise at least fourfold, each by how likely it is now', () => {
  const now = posterior(network, muted)
  const play = faultsInPlay(network, now, muted)
  const odds = (p: number) => p / (1 - p)
  network.faults.forEach(({ prior }, d) => {
    const fourfold = odds(now.probability[d]!) >= 10 ** 0.6 * odds(prior)
    expect(play.has(d)).toBe(fourfold)
  })
  expect(play.size).toBeGreaterThan(0)
  for (const [d, weight] of play) expect(weight).toBe(now.probability[d])
  // While nothing was noted every fault is.
  const nothing = posterior(network, [])
  expect(faultsInPlay(network, nothing, []).size).toBe(network.faults.length)
})

test('a check on something nobody noted does not win by ignorance alone', () => {
  const now = posterior(network, muted)
  const aboutAir = rankChecks(
    network,
    now,
    [paper, lift],
    NO_LIMITS,
    new Map([
      [0, 1],
      [1, 1],
    ]),
  ).ranked
  expect(aboutAir.find((r) => r.check.id === 'paper')!.bits).toBeCloseTo(0, 10)
})
