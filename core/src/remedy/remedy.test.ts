import { describe, expect, test } from 'vitest'
import type { Remedy, Rung, StudentFacts } from '../packs'
import { adviseRung, buildLadder, schoolsLeft } from './index'

const facts: StudentFacts = {
  stage: 'beginner',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
}

function rung(name: string, more: Partial<Rung> = {}): Rung {
  return {
    id: name,
    name,
    instruction: '',
    way: 'parts',
    condition: 'exercise',
    dose: { times: 4, minutes: 2 },
    pass: { kind: 'share', clean: 4, of: 5 },
    avoid: {},
    loads: [],
    ...more,
  }
}

const blocks: Remedy = {
  id: 'position-blocks',
  name: 'Blocks',
  aim: '',
  loads: ['hand'],
  avoid: {},
  rungs: [
    rung('block'),
    rung('pulse', { avoid: { 'slight-build': 'A wrist pulse is not for slight children' } }),
    rung('high-first', { school: 'staccato-first' }),
  ],
}

describe('a ladder for this student', () => {
  test('leaves out what a health flag speaks against, and says why', () => {
    const plan = buildLadder(blocks, { ...facts, flags: ['slight-build'] }, [])
    expect(plan).toMatchObject({
      ok: true,
      rungs: [{ name: 'block' }],
      leftOut: [
        {
          name: 'pulse',
          against: 'slight-build',
          why: 'A wrist pulse is not for slight children',
          instead: null,
        },
      ],
    })
  })

  test('a ladder built by a school that is no longer followed says so, another does not', () => {
    const before = { ...facts, schools: { articulation: 'staccato-first' } }
    const now = { ...facts, schools: { articulation: 'legato-first' } }
    const built = buildLadder(blocks, before, [])
    const rungs = built.ok ? built.rungs : []
    expect(rungs.map((r) => r.id)).toContain('high-first')
    expect(schoolsLeft(blocks, rungs, before)).toEqual([])
    expect(schoolsLeft(blocks, rungs, now)).toEqual(['staccato-first'])
    const anew = buildLadder(blocks, now, [])
    expect(schoolsLeft(blocks, anew.ok ? anew.rungs : rungs, now)).toEqual([])
  })

  test('leaves out what is not for a beginner', () => {
    const remedy = {
      ...blocks,
      rungs: [rung('block'), rung('pulse', { avoid: { beginner: 'x' } })],
    }
    expect(buildLadder(remedy, facts, [])).toMatchObject({ leftOut: [{ against: 'beginner' }] })
    const later = buildLadder(remedy, { ...facts, stage: 'elementary' }, [])
    expect(later).toMatchObject({ leftOut: [], rungs: [{ name: 'block' }, { name: 'pulse' }] })
  })

  test('exchanges a rung for what the pack gives in its place, and says so', () => {
    const hooks = rung('hooks', { avoid: { 'loose-joints': 'no pulling' }, instead: 'Make a ring' })
    const plan = buildLadder(
      { ...blocks, rungs: [hooks] },
      { ...facts, flags: ['loose-joints'] },
      [],
    )
    expect(plan).toMatchObject({
      rungs: [{ name: 'hooks', instruction: 'Make a ring' }],
      leftOut: [{ why: 'no pulling', instead: 'Make a ring' }],
    })
  })
  test('holds the rungs of the chosen school only', () => {
    const plan = buildLadder(blocks, { ...facts, schools: { articulation: 'staccato-first' } }, [])
    expect(plan.ok && plan.rungs.map((r) => r.name)).toEqual(['block', 'pulse', 'high-first'])
  })
  test('is not offered at all for a part that hurts', () => {
    expect(buildLadder(blocks, facts, ['hand'])).toEqual({
      ok: false,
      reason: 'pain',
      part: 'hand',
    })
    expect(buildLadder(blocks, facts, ['lips-jaw']).ok).toBe(true)
  })
  test('a remedy of which nothing is left says so', () => {
    const only: Remedy = { ...blocks, rungs: [rung('x', { school: 'other' })] }
    expect(buildLadder(only, facts, [])).toEqual({ ok: false, reason: 'nothing-left' })
  })
})

describe('after the tries', () => {
  const fourOfFive = { kind: 'share', clean: 4, of: 5 } as const
  const threeInARow = { kind: 'in-a-row', clean: 3 } as const
  test.each([
    [fourOfFive, 4, 5, 'up'],
    [fourOfFive, 4, 4, 'stay'],
    [fourOfFive, 3, 5, 'stay'],
    [fourOfFive, 1, 5, 'back'],
    [fourOfFive, 0, 2, 'stay'],
    [threeInARow, 3, 3, 'up'],
    [threeInARow, 3, 4, 'stay'],
    [fourOfFive, 0, 0, 'stay'],
  ])('%o with %i clean of %i: %s', (rule, clean, tries, advice) => {
    expect(adviseRung(rule, { clean, tries }).advice).toBe(advice)
  })
})
