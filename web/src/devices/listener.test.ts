import { ANY_PITCH } from '@vein-mend/core/tone'
import { expect, test } from 'vitest'
import { Listener } from './listener'

const RATE = 48_000
const BLOCK = 1024

function listenTo(of: (t: number) => number, blocks: number) {
  const listener = new Listener(RATE, ANY_PITCH)
  let heard = null
  for (let b = 0; b < blocks; b++) {
    heard = listener.hear(
      Float32Array.from({ length: BLOCK }, (_, j) => of((b * BLOCK + j) / RATE)),
    )
  }
  return heard
}

const tone = (hz: number, amplitude: number) => (t: number) =>
  amplitude * Math.sin(2 * Math.PI * hz * t)

test('a tone is heard within three blocks, 64 ms, with its pitch and its level', () => {
  const heard = listenTo(tone(233.08, 0.5), 3)
  expect(heard?.seconds).toBeCloseTo((3 * BLOCK) / RATE, 9)
  expect(1200 * Math.log2((heard?.hz ?? 1) / 233.08)).toBeCloseTo(0, 0)
  expect(heard?.peakDb).toBeCloseTo(-6.02, 1)
  expect(heard?.clipped).toBe(false)
})

test('silence and noise have no pitch', () => {
  expect(listenTo(() => 0, 4)?.hz).toBeNull()
  let seed = 1
  const noise = () => {
    seed = (seed * 16_807) % 2_147_483_647
    return 0.2 * ((2 * seed) / 2_147_483_647 - 1)
  }
  expect(listenTo(noise, 4)?.hz).toBeNull()
})

test('once cut off at the limit it stays said', () => {
  const loudOnce = (t: number) => (t < 0.01 ? 1 : 0.1 * Math.sin(2 * Math.PI * 220 * t))
  expect(listenTo(loudOnce, 6)?.clipped).toBe(true)
})
