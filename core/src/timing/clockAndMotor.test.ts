import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Rng } from '../kit'
import { clockAndMotor, SPLIT_TAPS } from './index'

const normal = (rng: Rng) => Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())

/** The two processes of the model, as the paper writes them: I(j) = C(j) + D(j + 1) − D(j). */
function tap(count: number, clockMs: number, motorMs: number, seed: number): readonly number[] {
  const rng = seededRng(seed)
  let beat = 0
  return Array.from({ length: count }, () => {
    beat += 500 + clockMs * normal(rng)
    return beat + motorMs * normal(rng)
  })
}

const medianOf = (xs: readonly number[]) => [...xs].sort((a, b) => a - b)[xs.length >> 1] ?? 0

describe('the beat and the fingers', () => {
  test.each([
    [20, 5],
    [5, 15],
    [15, 12],
  ])('a beat of %i ms and fingers of %i ms are told apart over 60 taps', (clock, motor) => {
    const found = Array.from({ length: 200 }, (_, seed) =>
      clockAndMotor(tap(60, clock, motor, seed)),
    )
    expect(medianOf(found.map((f) => f?.clockMs ?? 0))).toBeGreaterThan(clock - 3)
    expect(medianOf(found.map((f) => f?.clockMs ?? 0))).toBeLessThan(clock + 3)
    expect(medianOf(found.map((f) => f?.motorMs ?? 0))).toBeGreaterThan(motor - 3)
    expect(medianOf(found.map((f) => f?.motorMs ?? 0))).toBeLessThan(motor + 3)
  })

  test('too few taps say nothing, and a drift that hides the fingers is called doubtful', () => {
    expect(clockAndMotor(tap(SPLIT_TAPS - 1, 10, 5, 1))).toBeNull()
    const drifting = Array.from({ length: 60 }, (_, i) => i * 500 - i * i * 2)
    expect(clockAndMotor(drifting)?.doubtful).toBe(true)
  })
})
