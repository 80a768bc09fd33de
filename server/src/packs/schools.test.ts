import { gatesFor, priorFor, schoolsFor, schoolTopics } from '@vein-mend/core/packs'
import type { Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { mendFirst } from '@vein-mend/core/diagnosis'
import { buildLadder } from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
const piano = packs.get('piano')!

function facts(k: Knowledge, schools: Record<string, string>): StudentFacts {
  return {
    stage: 'elementary',
    ageBand: 'child',
    flags: [],
    equipment: {},
    schools: schoolsFor(k, schools),
  }
}

/** The gates in an order in which each comes after what it waits for. */
function orderOf(schools: Record<string, string>): string[] {
  const gates = gatesFor(piano, schoolsFor(piano, schools))
  const done: string[] = []
  while (done.length < gates.length) {
    const next = gates.find((g) => !done.includes(g.id) && g.after.every((a) => done.includes(a)))
    if (!next) throw new Error('the gates wait for each other')
    done.push(next.id)
  }
  return done.filter((id) => ['detached', 'legato', 'staccato', 'two-note-slurs'].includes(id))
}

function rungsOf(k: Knowledge, remedy: string, schools: Record<string, string>): string[] {
  const found = k.remedies.find((r) => r.id === remedy)!
  const plan = buildLadder(found, facts(k, schools), [])
  return plan.ok ? plan.rungs.map((r) => r.name) : []
}

// Common practice, no source.
describe('schools', () => {
  test('the order of articulations is that of the school', () => {
    expect(orderOf({})).toEqual(['detached', 'legato', 'staccato', 'two-note-slurs'])
    expect(orderOf({ articulation: 'staccato-first' })).toEqual([
      'staccato',
      'detached',
      'legato',
      'two-note-slurs',
    ])
  })

  test.each([
    ['piano', 'set-the-height', 'seat height', 'low-seat', 'A gentle climb'],
    ['piano', 'position-blocks', 'crossings', 'shifting', 'Carry the hand'],
    ['piano', 'stand-on-each', 'line', 'elbow-led', 'The elbow draws the line'],
    ['horn', 'find-the-buzz', 'first sounds', 'air-first', 'Sing - sigh - play'],
    [
      'flute',
      'thumb-b-flat',
      'B flat',
      'first-finger-first',
      'First finger where the thumb must leave',
    ],
    ['clarinet', 'room-between-the-teeth', 'lips', 'double-lip', 'Lip over the top teeth'],
    ['cello', 'little-house', 'left hand', 'ear-first', 'Sing the next finger'],
  ])('%s, %s: %s as %s brings the rung "%s"', (id, remedy, topic, school, rung) => {
    const k = packs.get(id)!
    expect(rungsOf(k, remedy, { [topic]: school })).toContain(rung)
    expect(rungsOf(k, remedy, {})).not.toContain(rung)
  })

  test('every school that differs changes a ladder, a gate, a prior or the order of mending', () => {
    const idle = instruments.flatMap((k) =>
      k.schools
        .filter((s) => {
          const inRungs = k.remedies.some((r) => r.rungs.some((x) => x.school === s.id))
          const inGates = k.gates.some((g) => g.school === s.id || s.id in g.afterIn)
          const inPriors = k.faults.some((f) => f.likelier.some((l) => l.when.school === s.id))
          return !(inRungs || inGates || inPriors || s.topic === 'where to begin')
        })
        .map((s) => `${k.name}: ${s.id}`),
    )
    expect(idle).toEqual([])
  })

  test('every instrument has its schools, each with a reason and an advice, one usual to a topic', () => {
    for (const k of instruments) {
      expect(schoolTopics(k)).toContain('where to begin')
      for (const s of k.schools) expect(s.reason.length * s.advice.length).toBeGreaterThan(0)
      for (const topic of schoolTopics(k)) {
        expect(k.schools.filter((s) => s.topic === topic && s.usual)).toHaveLength(1)
      }
    }
  })

  test('from the base, posture is mended before a graver fault of tone', () => {
    const posture = piano.faults.find((f) => f.id === 'slumped-at-keys')!
    const tension = piano.faults.find((f) => f.id === 'wrist-stiff-high')!
    const order = (how: 'what-drives-the-rest' | 'from-the-base') =>
      mendFirst([posture, tension], (id) => (id === posture.id ? 0.4 : 0.9), how).map(
        (u) => u.fault.id,
      )
    expect(order('what-drives-the-rest')).toEqual([tension.id, posture.id])
    expect(order('from-the-base')).toEqual([posture.id, tension.id])
  })
})

describe('priors fit the student', () => {
  test.each(instruments.map((k) => [k.name, k] as const))(
    '%s: by stage, age, equipment and health flags',
    (_name, k) => {
      const keys = new Set(k.faults.flatMap((f) => f.likelier.flatMap((l) => Object.keys(l.when))))
      expect(k.faults.some((f) => f.prior.beginner !== f.prior.advanced)).toBe(true)
      expect(keys.has('age') || keys.has('flag')).toBe(true)
      expect(keys.has('flag')).toBe(true)
      const asked = new Set(k.equipment.map((e) => e.id))
      expect([...keys].some((key) => asked.has(key))).toBe(true)
      // What a factor asks for can be answered.
      for (const fault of k.faults) {
        for (const { when } of fault.likelier) {
          for (const [key, wanted] of Object.entries(when)) {
            const fact = k.equipment.find((e) => e.id === key)
            if (fact) expect(fact.answers, `${fault.id}: ${key}`).toContain(wanted)
          }
        }
      }
    },
  )

  test('a chair and a small child make a low seat likelier; sitting low on purpose less', () => {
    const low = piano.faults.find((f) => f.id === 'seat-too-low')!
    const usual = priorFor(low, facts(piano, {}))
    expect(priorFor(low, { ...facts(piano, {}), equipment: { seat: 'chair' } })).toBeGreaterThan(
      usual,
    )
    expect(priorFor(low, facts(piano, { 'seat height': 'low-seat' }))).toBeLessThan(usual)
  })
})
