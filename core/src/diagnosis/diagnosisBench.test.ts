import { expect, test } from 'vitest'
import type { BodyPart, Check, Fault, Finding, Knowledge, StudentFacts } from '../packs'
import { evidenceOf } from './diagnose'
import type { DiagnosisInput } from './diagnose'
import { openDiagnosisBench } from './diagnosisBench'
import { makeNetwork } from './network'
import { posterior } from './posterior'

const LETTERS = ['a', 'b', 'c', 'd', 'e', 'f']

/** Six faults, each with a sign of its own; all show in `shared`, and `b` in a sign that stops and one only a check finds. */
function fault(id: string, i: number): Fault {
  const own = { [`of-${id}`]: 0.9, shared: 0.9 - 0.05 * i }
  const further = id === 'b' ? { hurts: 0.95, 'by-check': 0.95 } : {}
  return {
    id,
    prior: { beginner: 0.2, elementary: 0.2, intermediate: 0.2, advanced: 0.2 },
    likelier: [],
    shows: { ...own, ...further },
    leadsTo: id === 'f' ? { a: 0.9, b: 0.9, c: 0.9 } : {},
    severity: id === 'f' ? 3 : 1,
    strand: id === 'c' ? 'posture' : 'tone',
  } as unknown as Fault
}

const finding = (id: string, more: Partial<Finding> = {}): Finding =>
  ({ id, leak: 0.02, byCheckOnly: false, ...more }) as unknown as Finding

const check = (id: string, sign: string): Check =>
  ({
    id,
    minutes: 1,
    asks: [sign],
    outcomes: [
      { id: 'there', says: { [sign]: 'marked' } },
      { id: 'not', says: { [sign]: 'absent' } },
    ],
    avoid: {},
    loads: [],
  }) as unknown as Check

const KNOWLEDGE = {
  faults: LETTERS.map(fault),
  findings: [
    finding('shared'),
    ...LETTERS.map((id) => finding(`of-${id}`)),
    finding('hurts', { stop: { part: 'arm', say: '' } }),
    finding('by-check', { byCheckOnly: true }),
  ],
  checks: [check('look-at-b', 'of-b'), check('look-again', 'shared')],
} as unknown as Knowledge

const FACTS: StudentFacts = {
  stage: 'elementary',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
}

const asked = (more: Partial<DiagnosisInput> = {}): DiagnosisInput => ({
  knowledge: KNOWLEDGE,
  facts: FACTS,
  known: new Map(),
  signs: [{ finding: 'shared', strength: 'marked' }],
  answered: [],
  stopped: [],
  ...more,
})

const bench = openDiagnosisBench(asked())

test('the first four rivals are held against each other in pairs', () => {
  expect(bench.diagnosis.rivals.slice(0, 4).map((r) => r.fault.id)).toEqual(['a', 'b', 'c', 'd'])
  expect(bench.pairs.map((p) => `${p.a}${p.b}`).sort()).toEqual([
    'ab',
    'ac',
    'ad',
    'bc',
    'bd',
    'cd',
  ])
})

test('what would change the first place are signs that can be looked for and were not noted yet', () => {
  const signs = bench.mindChanges.flatMap((m) =>
    m.what.kind === 'sign' ? [m.what.finding.id] : [],
  )
  expect(signs).toContain('of-b')
  expect(signs).not.toContain('hurts')
  expect(signs).not.toContain('by-check')
  const noted = openDiagnosisBench(
    asked({ signs: [...asked().signs, { finding: 'of-b', strength: 'unsure' }] }),
  )
  expect(
    noted.mindChanges.some((m) => m.what.kind === 'sign' && m.what.finding.id === 'of-b'),
  ).toBe(false)
})

test('a check that asks only what was noted is not asked, one that asks more is', () => {
  expect(bench.diagnosis.checks.ranked.map((c) => c.check.id)).toEqual(['look-at-b'])
  const all = openDiagnosisBench(
    asked({
      signs: [
        { finding: 'shared', strength: 'marked' },
        { finding: 'of-b', strength: 'slight' },
      ],
    }),
  )
  expect(all.diagnosis.checks.ranked).toEqual([])
})

test('what is mended first follows the school: what drives the rest, or the base', () => {
  // Likely enough to hold the others up.
  const known = new Map([['c', 0.6]])
  const first = (schools: StudentFacts['schools']) =>
    openDiagnosisBench(asked({ known, facts: { ...FACTS, schools } })).diagnosis.mendFirst[0]?.fault
      .id
  expect(first({})).toBe('f')
  expect(first({ order: 'from-the-base' })).toBe('c')
  expect(first({ order: 'another' })).toBe('f')
})

test('a check is asked while one answer still tells something that was not noted', () => {
  const both = {
    ...check('both', 'of-b'),
    outcomes: [
      { id: 'b', says: { 'of-b': 'marked', 'of-c': 'absent' } },
      { id: 'c', says: { 'of-b': 'absent', 'of-c': 'marked' } },
      { id: 'none', says: { 'of-b': 'absent' } },
    ],
  } as unknown as Check
  const ids = (...noted: string[]) =>
    openDiagnosisBench(
      asked({
        knowledge: { ...KNOWLEDGE, checks: [both] },
        signs: ['shared', ...noted].map((finding) => ({ finding, strength: 'unsure' as const })),
      }),
    ).diagnosis.checks.ranked.map((c) => c.check.id)
  expect(ids()).toEqual(['both'])
  expect(ids('of-b')).toEqual(['both'])
  expect(ids('of-b', 'of-c')).toEqual([])
})

test('remedies that failed count against their fault, each by half of its odds, and say so', () => {
  const { rivals } = openDiagnosisBench(asked({ failed: new Map([['a', 2]]) })).diagnosis
  const [tried] = rivals.filter((r) => r.fault.id === 'a')
  expect(tried!.failed.remedies).toBe(2)
  expect(tried!.failed.decibans).toBeCloseTo(20 * Math.log10(0.5), 12)
  // Odds of 1 to 4, twice halved.
  expect(tried!.prior).toBeCloseTo(1 / 17, 12)
  expect(rivals.find((r) => r.fault.id === 'b')!.failed).toMatchObject({ remedies: 0 })
})

test('each rival says what it predicts that nobody looked at yet, strongest first, and what spoke for it', () => {
  const of = (signs: DiagnosisInput['signs']) =>
    openDiagnosisBench(asked({ signs })).diagnosis.rivals.find((r) => r.fault.id === 'b')!
  const b = of([{ finding: 'shared', strength: 'marked' }])
  expect(b.unseen.map((u) => [u.finding.id, u.strength])).toEqual([
    ['hurts', 0.95],
    ['by-check', 0.95],
    ['of-b', 0.9],
  ])
  expect(b.reasons.map((r) => r.finding.id)).toEqual(['shared'])
  expect(b.reasons[0]!.decibans).toBeGreaterThan(0)
  const looked = of([
    { finding: 'shared', strength: 'marked' },
    { finding: 'hurts', strength: 'absent' },
  ])
  expect(looked.unseen.map((u) => u.finding.id)).toEqual(['by-check', 'of-b'])
  expect(looked.reasons[1]!.decibans).toBeLessThan(0)
})

test('a sign that stops the playing stops it where it is there, and a check that loads the part is left out', () => {
  const arm = { ...check('by-arm', 'of-b'), loads: ['arm'] } as unknown as Check
  const of = (strength: 'slight' | 'absent', stopped: readonly BodyPart[] = []) =>
    openDiagnosisBench(
      asked({
        knowledge: { ...KNOWLEDGE, checks: [arm] },
        signs: [
          { finding: 'shared', strength: 'marked' },
          { finding: 'hurts', strength },
        ],
        stopped,
      }),
    ).diagnosis
  expect(of('slight').stops.map((f) => f.id)).toEqual(['hurts'])
  expect(of('slight', ['arm']).checks.leftOut.map((c) => [c.reason, c.why])).toEqual([
    ['pain', 'arm'],
  ])
  // Told in this lesson and answered in it: the sign stands, and holds nothing back.
  expect(of('slight').checks.leftOut).toEqual([])
  expect(of('absent').stops).toEqual([])
  expect(of('absent').checks.ranked).toHaveLength(1)
  expect(of('absent', ['arm']).checks.ranked).toEqual([])
})

test('the outcomes of a check give the faults in the order of the pack', () => {
  expect(bench.diagnosis.faultOrder).toEqual(LETTERS)
})

test('a measured sign says as much as its ratio; a sign of another instrument says nothing', () => {
  const network = makeNetwork(
    [{ id: 'a', prior: 0.2 }],
    [{ id: 'x', leak: 0, causes: [{ fault: 0, strength: 1 }] }],
  )
  const evidence = evidenceOf(network, [
    { finding: 'x', strength: 'marked', ratio: 3 },
    { finding: 'elsewhere', strength: 'marked' },
  ])
  // Odds of 1 to 4, three times as high.
  expect(posterior(network, evidence).probability[0]).toBeCloseTo(3 / 7, 12)
  expect(evidence).toHaveLength(1)
})

test('remedies that failed count in the pairs too, and in what would change the first place', () => {
  const tried = openDiagnosisBench(asked({ failed: new Map([['a', 3]]) }))
  const chanceOf = (of: typeof bench, id: string) => {
    const pair = of.pairs.find((p) => p.a === id || p.b === id)!
    return pair.both + (pair.a === id ? pair.onlyA : pair.onlyB)
  }
  const a = tried.diagnosis.rivals.find((r) => r.fault.id === 'a')!
  expect(tried.diagnosis.rivals[0]!.fault.id).not.toBe('a')
  const [first] = tried.diagnosis.rivals
  expect(chanceOf(tried, first!.fault.id)).toBeCloseTo(first!.probability, 9)
  expect(a.probability).toBeLessThan(chanceOf(bench, 'a'))
  expect(tried.mindChanges.every((m) => m.newFirst !== first!.fault.id)).toBe(true)
})

test('the pairs likeliest to be there together come first, each pair once', () => {
  const both = bench.pairs.map((p) => p.both)
  expect(both).toEqual(both.toSorted((x, y) => y - x))
  expect(new Set(bench.pairs.map((p) => [p.a, p.b].sort().join('-'))).size).toBe(6)
  expect(bench.pairs.every((p) => p.a !== p.b)).toBe(true)
})
