import { describe, expect, test } from 'vitest'
import { breathOf, breathing, breathOfWaver } from './breath'
import { framesAlong, rangeAbout } from './frames'
import { PitchFinder } from './pitchFrame'

const RATE = 32_000
const HZ = 440
const SIZE = 2048
const SECONDS = SIZE / RATE

/** A tone without any noise, of equal harmonics, whose pitch goes up and down. */
function wavering(harmonics: number, cents: number, rate: number): Float32Array {
  let phase = 0
  return Float32Array.from({ length: 2 * RATE }, (_, j) => {
    phase += HZ * 2 ** ((cents * Math.sin((2 * Math.PI * rate * j) / RATE)) / 1200) * (1 / RATE)
    let sum = 0
    for (let k = 1; k <= harmonics; k++) sum += Math.sin(2 * Math.PI * k * phase)
    return sum / harmonics
  })
}

function framesOf(samples: Float32Array) {
  const { lowHz, highHz } = rangeAbout(HZ)
  const row = { from: 0.2, to: 1.8 }
  return [
    ...framesAlong({ samples, rate: RATE }, new PitchFinder(SIZE, RATE), row, (f) =>
      f.within(lowHz, highHz),
    ),
  ]
}

const middle = (xs: readonly number[]) => [...xs].sort((a, b) => a - b)[xs.length >> 1]!

describe('what a waver leaves of the breath of a tone that has no noise', () => {
  // The tones are summed sines and owe nothing to what is told of them.
  test.each([
    [1, 20, 5.6],
    [1, 40, 5],
    [3, 20, 5.6],
    [3, 12, 6.5],
    [5, 20, 5],
  ])('%i harmonics, %i cents, %f a second: within three dB', (harmonics, cents, rate) => {
    const found = framesOf(wavering(harmonics, cents, rate))
    const heard = middle(found.map((f) => breathOf(f.found?.likeness ?? 0)))
    // Harmonics of equal strength weigh by their squares: Σ k² / n.
    const weight = Math.sqrt(
      Array.from({ length: harmonics }, (_, k) => (k + 1) ** 2).reduce((a, b) => a + b) / harmonics,
    )
    const told = breathOfWaver({ rate, cents }, weight, SECONDS)
    expect(Math.abs(heard - told)).toBeLessThan(3)
  })

  test('it is not taken for breath, and a breath far above it is told all the same', () => {
    const held = framesOf(wavering(2, 20, 5.6))
    const bright = { value: 1.5, low: 1.4, high: 1.6 }
    const waver = { rate: 5.6, cents: 20 }
    expect(breathing(held, waver, bright, SECONDS)).toEqual({ breath: null, breathHidden: true })
    expect(breathing(held, null, bright, SECONDS).breath).not.toBeNull()
    const airy = held.map((f) => ({ ...f, found: f.found && { ...f.found, likeness: 0.9 } }))
    const { breath, breathHidden } = breathing(airy, waver, bright, SECONDS)
    expect(breath?.value).toBeCloseTo(9.54, 1)
    expect(breathHidden).toBe(false)
    // Of unknown colour a waver may hide all of it.
    expect(breathing(airy, waver, null, SECONDS).breathHidden).toBe(true)
  })
})
