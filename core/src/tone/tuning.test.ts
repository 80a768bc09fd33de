import { describe, expect, test } from 'vitest'
import type { AskedNote } from '../timing'
import type { SoundedNote } from './sounded'
import { tuningOf } from './tuning'

const SCALE = [60, 62, 64, 65, 67, 69, 71, 72]
const asked = SCALE.map((midi, beat): AskedNote => ({
  ...{ midi, beat, hand: null, finger: null, joined: false },
}))
const found = (midis: readonly number[], cents: (i: number) => number): readonly SoundedNote[] =>
  midis.map((midi, i) => ({
    from: i,
    to: i + 0.5,
    hz: 440 * 2 ** ((midi - 69 + cents(i) / 100) / 12),
  }))
const centsOf = (notes: readonly SoundedNote[]) => 1200 * Math.log2(tuningOf(notes, asked, 440))

describe('how a take as a whole is tuned', () => {
  test.each([-130, -60, 60, 100, 130])('%d cents, where all notes share them', (cents) => {
    expect(centsOf(found(SCALE, () => cents))).toBeCloseTo(cents, 6)
  })

  test('as asked, where each note goes up with its own already', () => {
    expect(
      tuningOf(
        found(SCALE, () => 30),
        asked,
        440,
      ),
    ).toBe(1)
    expect(
      tuningOf(
        found(SCALE, (i) => (i % 2 === 0 ? 40 : -40)),
        asked,
        440,
      ),
    ).toBe(1)
  })

  test('as asked, where the notes are others and share nothing', () => {
    const others = [61, 63, 70, 66, 61, 75, 78, 68]
    const scattered = [10, -45, 30, 48, -20, 5, -38, 22]
    expect(
      tuningOf(
        found(others, (i) => scattered[i] ?? 0),
        asked,
        440,
      ),
    ).toBe(1)
  })

  test('as asked, where too little was heard or asked', () => {
    expect(
      tuningOf(
        found(SCALE.slice(0, 3), () => 60),
        asked,
        440,
      ),
    ).toBe(1)
    expect(
      tuningOf(
        found(SCALE, () => 60),
        asked.slice(0, 1),
        440,
      ),
    ).toBe(1)
    const taps = found(SCALE, () => 60).map((n) => ({ ...n, hz: null }))
    expect(tuningOf(taps, asked, 440)).toBe(1)
  })
})
