import { expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Rng } from '../kit'
import { TAP_CHANNEL, TAP_KEYS } from '../timing'
import type { PlayedNote } from '../timing'
import { beatWander } from './beatWander'

const normal = (rng: Rng) => Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())

/** The two processes of the model, as the paper writes them: I(j) = C(j) + D(j + 1) − D(j). */
function tapped(count: number, clockMs: number, motorMs: number, seed: number): PlayedNote[] {
  const rng = seededRng(seed)
  let beat = 0
  return Array.from({ length: count }, () => {
    beat += 500 + clockMs * normal(rng)
    const onMs = beat + motorMs * normal(rng)
    return { midi: TAP_KEYS.either, onMs, offMs: onMs + 80, velocity: 80, channel: TAP_CHANNEL }
  })
}

const wander = (played: readonly PlayedNote[]) => beatWander(played)[0]

test.each([
  [20, 5, 60],
  [20, 10, 120],
  [12, 12, 120],
])('a beat of %i ms under fingers of %i ms lies in the interval of %i taps', (clock, motor, n) => {
  const found = Array.from({ length: 400 }, (_, seed) => wander(tapped(n, clock, motor, seed)))
  const said = found.flatMap((m) => m ?? [])
  expect(said.length).toBeGreaterThan(380)
  const held = said.filter((m) => m.low <= clock && clock <= m.high)
  expect(held.length / said.length).toBeGreaterThan(0.88)
})

test('a longer finger is no longer beat', () => {
  const middle = (motor: number) => {
    const values = Array.from(
      { length: 99 },
      (_, s) => wander(tapped(120, 20, motor, s))?.value ?? 0,
    )
    return values.sort((a, b) => a - b)[49]!
  }
  expect(Math.abs(middle(2) - middle(15))).toBeLessThan(2)
})

test('too few taps, two hands, and fingers that hide the beat say nothing', () => {
  expect(wander(tapped(29, 20, 5, 1))).toBeUndefined()
  const hands = tapped(60, 20, 5, 1).map((n, i) => ({
    ...n,
    midi: i % 2 ? TAP_KEYS.left : TAP_KEYS.right,
  }))
  expect(wander(hands)).toBeUndefined()
  const limping = tapped(60, 0, 0, 1).map((n, i) => ({ ...n, onMs: n.onMs + (i % 2) * 60 }))
  expect(wander(limping)).toBeUndefined()
})
