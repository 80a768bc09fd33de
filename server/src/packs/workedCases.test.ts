import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { diagnose, stoppedBySigns } from '@vein-mend/core/diagnosis'
import type { Diagnosis, Sign } from '@vein-mend/core/diagnosis'
import type { BodyPart, Knowledge, Strength } from '@vein-mend/core/packs'
import { buildLadder } from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { parse } from 'yaml'
import { PACKS_FOLDER, PLAIN_FACTS, shippedPacks } from '../test/studio'

interface WorkedCase {
  readonly pack: string
  readonly story: string
  readonly signs: Readonly<Record<string, Strength>>
  /** Measured after the impression, in its place. */
  readonly measured?: Readonly<Record<string, Strength>>
  readonly yes?: readonly string[]
  readonly no?: readonly string[]
  readonly fault: string
  readonly also?: string
  readonly margin?: number
  readonly upstream?: string
  readonly painful?: BodyPart
}

const CASES = parse(readFileSync(join(PACKS_FOLDER, 'worked-cases.yml'), 'utf8')) as WorkedCase[]
const packs = await shippedPacks()
/** What the named checks answered: their first outcome, or their last. */
function answers(k: Knowledge, ids: readonly string[], which: 0 | -1): Sign[] {
  return ids.flatMap((id) => {
    const check = k.checks.find((c) => c.id === id)
    if (!check) throw new Error(`${k.name} has no check ${id}`)
    return Object.entries(check.outcomes.at(which)!.says).map(([finding, strength]) => ({
      finding,
      strength,
    }))
  })
}

function work(c: WorkedCase): Diagnosis {
  const knowledge = packs.get(c.pack)!
  const noted = [...Object.entries(c.signs), ...Object.entries(c.measured ?? {})].map(
    ([finding, strength]) => {
      if (!knowledge.findings.some((f) => f.id === finding))
        throw new Error(`${c.pack} has no sign ${finding}`)
      return { finding, strength }
    },
  )
  const signs = [
    ...noted,
    ...answers(knowledge, c.yes ?? [], 0),
    ...answers(knowledge, c.no ?? [], -1),
  ]
  return diagnose({
    knowledge,
    facts: PLAIN_FACTS,
    known: new Map(),
    signs,
    answered: [],
    stopped: stoppedBySigns(knowledge, signs),
  })
}

test('there are at least forty, over all instruments', () => {
  expect(CASES.length).toBeGreaterThanOrEqual(40)
  const instruments = [...packs.values()]
    .filter((k) => k.kind === 'instrument')
    .map((k) => k.pack.id)
  expect([...new Set(CASES.map((c) => c.pack))].sort()).toEqual(instruments.sort())
})

describe('worked cases: common practice, no source', () => {
  test.each(CASES.map((c) => [`${c.pack}: ${c.story}`, c] as const))('%s', (_story, c) => {
    const { rivals } = work(c)
    const of = (id: string) => rivals.find((r) => r.fault.id === id)!.probability
    expect(rivals[0]!.probability - of(c.fault)).toBeLessThanOrEqual(c.margin ?? 0)
    if (c.also !== undefined) expect(of(c.also)).toBeGreaterThan(0.5)
  })

  test.each(CASES.filter((c) => c.upstream).map((c) => [c.story, c] as const))(
    'mend first what drives the rest: %s',
    (_story, c) => {
      expect(work(c).mendFirst[0]!.fault.id).toBe(c.upstream)
    },
  )

  test.each(CASES.filter((c) => c.measured).map((c) => [c.story, c] as const))(
    'what was measured overrules the impression: %s',
    (_story, c) => {
      const impression = { ...c, measured: {} }
      expect(work({ ...impression, yes: [] }).rivals[0]!.fault.id).not.toBe(c.fault)
      expect(work({ ...c, yes: [] }).rivals[0]!.fault.id).toBe(c.fault)
    },
  )

  test.each(CASES.filter((c) => c.painful).map((c) => [c.story, c] as const))(
    'stop and refer: %s',
    (_story, c) => {
      const diagnosis = work(c)
      const part = c.painful!
      expect(diagnosis.stops.map((f) => f.stop!.part)).toEqual([part])
      expect(diagnosis.checks.ranked.every((r) => !r.check.loads.includes(part))).toBe(true)
      const { remedies } = packs.get(c.pack)!
      for (const remedy of remedies.filter((r) => r.loads.includes(part))) {
        expect(buildLadder(remedy, PLAIN_FACTS, [part])).toMatchObject({
          ok: false,
          reason: 'pain',
        })
      }
    },
  )
})

describe('every instrument carries enough to be of use', () => {
  const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
  test.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
    expect(k.faults.length).toBeGreaterThanOrEqual(14)
    expect(new Set(k.faults.map((f) => f.strand)).size).toBe(4)
    const asked = new Set(k.checks.flatMap((c) => c.outcomes.flatMap((o) => Object.keys(o.says))))
    for (const fault of k.faults) {
      const least = fault.notThePlayer === true ? 2 : 3
      expect(Object.keys(fault.shows).length, `${fault.id}: findings`).toBeGreaterThanOrEqual(least)
      expect(
        Object.keys(fault.shows).some((id) => asked.has(id)),
        `${fault.id}: a check`,
      ).toBe(true)
      for (const id of fault.remedies) {
        const remedy = k.remedies.find((r) => r.id === id)!
        expect(remedy.rungs.length, `${id}: rungs`).toBeGreaterThanOrEqual(4)
      }
    }
  })
})
