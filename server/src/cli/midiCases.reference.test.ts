/** Measured against takes with known truth, made by a program that has nothing in common with ours (fixtures/README.md). */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { judgeMidi } from './midiCases'
import type { Judged } from './judged'

const FOLDER = join(import.meta.dirname, 'fixtures/midi')
const list: unknown = JSON.parse(readFileSync(join(FOLDER, 'cases.json'), 'utf8'))

function judged(): readonly Judged[] {
  const found = judgeMidi(FOLDER, list)
  if (!found.ok) throw new Error(found.why)
  return found.value
}

/** Half a millisecond, half a step of velocity; of shares and rates what that comes to. */
const MARGINS: Readonly<Record<string, number>> = {
  ms: 0.5,
  velocity: 0.5,
  share: 0.02,
  'strokes/s': 0.05,
  // A drift of ten per cent under jitter: two honest ways to lay a bend differ by this much.
  '%': 1.5,
}

test('every value that was put in is read off within its margin, and none is missed', () => {
  const values = judged().filter((j) => j.falseFinds === 0)
  expect(values.length).toBeGreaterThan(30)
  for (const { file, measure, unit, error } of values) {
    expect(error, `${measure} of ${file}`).not.toBeNull()
    expect(Math.abs(error ?? 99), `${measure} of ${file}`).toBeLessThanOrEqual(MARGINS[unit] ?? 0)
  }
})

test('nothing is told of a take that was not put into it', () => {
  expect(judged().filter((j) => j.falseFinds > 0)).toEqual([])
})

test('a list that is none is refused in words', () => {
  expect(judgeMidi(FOLDER, {})).toEqual({ ok: false, why: 'no list of cases' })
  expect(judgeMidi(FOLDER, { cases: [{}] })).toEqual({ ok: false, why: 'case 1 is not one' })
})
