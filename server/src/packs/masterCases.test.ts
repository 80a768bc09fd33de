/**
 * Words as a hurried teacher types them, and the cases behind them; common practice and from memory, no source. The
 * answers of the checks are the pack's own likeliest outcomes, so the last two figures say that knowledge and offer fit
 * together, and not that the knowledge is true.
 */
import { describe, expect, test } from 'vitest'
import { PACKS_FOLDER, PLAIN_FACTS, shippedPacks } from '../test/studio'
import { foundBy, judgeCases, judgeWords, readMasterCases } from './masterCases'

const packs = await shippedPacks()
const told = readMasterCases(PACKS_FOLDER)
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
describe('the cases', () => {
  test('are at least six for each instrument, with three phrases of everyday words each', () => {
    expect(told.cases.length).toBeGreaterThanOrEqual(150)
    for (const k of instruments) {
      const own = told.cases.filter((c) => c.pack === k.pack.id)
      expect(own.length, k.name).toBeGreaterThanOrEqual(6)
      expect(
        own.some((c) => c.trap === 'instrument'),
        k.name,
      ).toBe(true)
    }
    expect(told.cases.every((c) => c.say.length === 3)).toBe(true)
    expect(told.harm.length).toBeGreaterThanOrEqual(60)
  })

  test('name signs, faults and checks that are there', () => {
    for (const c of told.cases) {
      const k = packs.get(c.pack)!
      const signs = new Set(k.findings.map((f) => f.id))
      expect(c.say.filter((s) => !signs.has(s.sign)).map((s) => s.sign)).toEqual([])
      expect(
        c.first.filter((id) => !k.checks.some((x) => x.id === id)),
        c.story,
      ).toEqual([])
    }
  })
})

test('typed exactly so, the sign is found: first in 85 of a hundred, among three in 95', () => {
  const { figures, missed } = judgeWords(packs, told)
  expect(figures.first, JSON.stringify(missed)).toBeGreaterThanOrEqual(0.85)
  expect(figures.firstThree, JSON.stringify(missed)).toBeGreaterThanOrEqual(0.95)
  expect(figures.nothing).toBeLessThanOrEqual(0.01)
})

test('words of harm raise a stop always, and other words hardly ever', () => {
  const { figures } = judgeWords(packs, told)
  expect(figures.harmRaised).toBe(1)
  expect(figures.harmWrongly).toBeLessThanOrEqual(0.02)
})

test('the first check is one a good teacher would do in 90 of a hundred, the fault stands first after two in 95', () => {
  const { figures, bad } = judgeCases(packs, told, PLAIN_FACTS)
  const words = bad.map((b) => `${b.c.pack} ${b.c.fault}: ${b.first ?? 'none'}`).join('; ')
  expect(figures.firstCheck, words).toBeGreaterThanOrEqual(0.9)
  expect(figures.faultFirst, words).toBeGreaterThanOrEqual(0.95)
})

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  test('has three causes or more that are not the player, each with a check, and no ladder for them', () => {
    const causes = k.faults.filter((f) => f.notThePlayer)
    expect(causes.length).toBeGreaterThanOrEqual(3)
    const asked = new Set(k.checks.flatMap((c) => c.outcomes.flatMap((o) => Object.keys(o.says))))
    for (const f of causes) {
      expect(f.remedies).toEqual([])
      expect(
        Object.keys(f.shows).some((id) => asked.has(id)),
        f.id,
      ).toBe(true)
    }
  })

  test('every sign is found by each of its own words and phrases', () => {
    for (const f of k.findings.filter((x) => !x.byCheckOnly && !x.stop)) {
      expect(foundBy(k, f.text).slice(0, 3), f.text).toContain(f.id)
      for (const alias of f.aliases.filter((a) => a.includes(' ')))
        expect(foundBy(k, alias), `${f.id}: ${alias}`).toContain(f.id)
    }
  })
})
