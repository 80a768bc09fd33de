import { describe, expect, test } from 'vitest'
import type { Fault, StudentFacts } from './index'
import { priorFor } from './index'

const fault: Fault = {
  id: 'slide-still',
  name: 'The slide is not used',
  strand: 'tone',
  severity: 1,
  prior: { beginner: 0.2, elementary: 0.4, intermediate: 0.2, advanced: 0.1 },
  likelier: [{ when: { flag: 'small-hands' }, times: 2, because: 'A small hand.' }],
  shows: {},
  leadsTo: {},
  why: '',
  cautions: [],
  remedies: [],
  cues: [],
  source: 'from-memory',
}
const at = (stage: StudentFacts['stage'], flags: StudentFacts['flags'] = []): StudentFacts => ({
  ...{ stage, flags, ageBand: 'child', equipment: {}, schools: {} },
})
const odds = (p: number) => p / (1 - p)

describe('how likely a fault is before any sign', () => {
  test('is as the stage says, with the odds times what the facts say', () => {
    expect(priorFor(fault, at('elementary'))).toBeCloseTo(0.4)
    expect(odds(priorFor(fault, at('elementary', ['small-hands'])))).toBeCloseTo(2 * odds(0.4))
  })

  test('of a technique not taught yet is a quarter of the odds, and as ever from the stage on', () => {
    const later = { ...fault, taughtFrom: 'intermediate' as const }
    expect(odds(priorFor(later, at('elementary')))).toBeCloseTo(odds(0.4) / 4)
    expect(priorFor(later, at('intermediate'))).toBeCloseTo(0.2)
    expect(priorFor(later, at('advanced'))).toBeCloseTo(0.1)
  })

  test('is the same quarter while the teacher holds the gate of the technique shut', () => {
    const gated = { ...fault, taughtWith: 'slides' }
    const held = (...shutGates: string[]) =>
      odds(priorFor(gated, { ...at('intermediate'), shutGates }))
    expect(held('slides')).toBeCloseTo(odds(0.2) / 4)
    expect(held('others')).toBeCloseTo(odds(0.2))
    expect(priorFor(gated, at('intermediate'))).toBeCloseTo(0.2)
    // Not taught for two reasons is not taught once.
    const both = { ...gated, taughtFrom: 'advanced' as const }
    const shut = { ...at('intermediate'), shutGates: ['slides'] }
    expect(odds(priorFor(both, shut))).toBeCloseTo(odds(0.2) / 4)
  })
})
