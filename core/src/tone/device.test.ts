/** What devices do to sound, made sample by sample. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import { deviceTraces, PREVENTED_BY } from './device'
import { levelsOf, measureTone, stretchesOf } from './index'
import type { Sound } from './index'

const RATE = 44_100
const rng = seededRng(11)
/** Two tones in a room that can be heard, each a second long, a second apart. */
const room = Array.from({ length: 5 * RATE }, () => 0.002 * (2 * rng() - 1))
const takes = (t: number) => (t % 2 >= 1 ? 0.5 * Math.sin(2 * Math.PI * 330 * t) : 0)
const played: Sound = {
  samples: Float32Array.from(room, (x, j) => x + takes(j / RATE)),
  rate: RATE,
}
const through = (of: (x: number, j: number) => number): Sound => ({
  samples: played.samples.map(of),
  rate: RATE,
})
function tracesOf(sound: Sound) {
  const levels = levelsOf(sound)
  return deviceTraces(sound, levels, stretchesOf(levels))
}

/** A windowed sinc that ends at 3400 Hz, as a telephone does. */
function dulled(sound: Sound): Sound {
  const reach = 60
  const taps = Array.from({ length: 2 * reach + 1 }, (_, i) => {
    const k = i - reach
    const w = 0.5 + 0.5 * Math.cos((Math.PI * k) / (reach + 1))
    const turn = (2 * Math.PI * 3400 * k) / RATE
    return w * (k === 0 ? (2 * 3400) / RATE : Math.sin(turn) / (Math.PI * k))
  })
  const { samples } = sound
  return {
    ...sound,
    samples: samples.map((_, j) =>
      taps.reduce((sum, tap, i) => sum + tap * (samples[j + i - reach] ?? 0), 0),
    ),
  }
}

describe('what can be heard of a device', () => {
  test('nothing, where it did nothing, loud or soft', () => {
    expect(tracesOf(played)).toEqual([])
    expect(tracesOf(through((x) => x / 50))).toEqual([])
  })

  test('tops that were cut off, however they were scaled since', () => {
    const cut = (x: number) => Math.max(-0.3, Math.min(0.3, x))
    expect(tracesOf(through((x) => cut(x)))).toEqual(['cut-off'])
    expect(tracesOf(through((x) => 0.2 * cut(x)))).toEqual(['cut-off'])
  })

  test('eight bits, at whatever loudness', () => {
    expect(tracesOf(through((x) => Math.round(128 * x) / 128))).toContain('few-bits')
    expect(tracesOf(through((x) => Math.round(127 * x) / 300))).toContain('few-bits')
    expect(tracesOf(through((x) => Math.round(128 * x) / 128))).not.toContain('cut-off')
  })

  test('the band of a telephone, by the room behind its edge or by the rate of the file', () => {
    expect(tracesOf(dulled(played))).toEqual(['narrow-band'])
    expect(
      tracesOf({ samples: played.samples.filter((_, j) => j % 5 === 0), rate: 8820 }),
    ).toContain('narrow-band')
  })

  test('a gain that follows: the room comes up once the tone is over', () => {
    let level = 0.01
    const follows = through((x, j) => {
      const here = takes(j / RATE) + 0.1 * (x - takes(j / RATE))
      level += (Math.abs(here) - level) * (Math.abs(here) > level ? 0.01 : 1 / (0.3 * RATE))
      return (0.1 * here) / Math.max(0.01, level)
    })
    expect(tracesOf(follows)).toContain('gain-follows')
  })
})

test('what a device prevents is not measured, and the rest is', () => {
  const asked = {
    notes: [{ midi: 64, hand: null, finger: null, beat: 0, joined: false }],
    sounding: 'sustained',
    a4: 440,
  } as const
  const names = (sound: Sound) => new Set(measureTone(sound, asked).measures.map((m) => m.name))
  const all = names(played)
  const cut = names(through((x) => Math.max(-0.3, Math.min(0.3, x))))
  for (const name of PREVENTED_BY['cut-off']) expect(cut.has(name), name).toBe(false)
  expect([...all].filter((n) => !cut.has(n)).toSorted()).toEqual(
    PREVENTED_BY['cut-off'].filter((n) => all.has(n)).toSorted(),
  )
})
