/** What is in a file of notes and is not the student's: found, set apart, and counted nowhere. */
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import { measureOf } from '../measure'
import { countedApart, measureTiming } from './index'
import type { AskedNote, PlayedNote } from './index'

const STEPS = [0, 2, 4, 5, 7, 9, 11, 12, 14, 16, 17, 19, 21, 23, 24]
const line = (hand: 'left' | 'right', first: number): readonly AskedNote[] =>
  [...STEPS, ...STEPS.slice(0, -1).reverse()].map((step, i) => ({
    ...{ midi: first + step, hand, finger: null, beat: i / 2, joined: false },
  }))
const SCALE = line('right', 60)
const GAP_MS = 250

/** The notes as they are asked, with fingers that scatter by some 6 ms. */
function played(asked: readonly AskedNote[], seed = 1): readonly PlayedNote[] {
  const rng = seededRng(seed)
  return asked.map(({ midi, beat, hand }) => {
    const onMs = 1000 + beat * 2 * GAP_MS + 20 * (rng() - 0.5)
    return { midi, onMs, offMs: onMs + 220, velocity: 64, channel: hand === 'left' ? 1 : 0 }
  })
}

const slipsOf = ({ measures }: ReturnType<typeof measureTiming>) =>
  ['wrong-notes', 'missing-notes', 'extra-notes'].map((n) => measureOf(measures, n as never)?.value)
const unevenness = ({ measures }: ReturnType<typeof measureTiming>) =>
  measureOf(measures, 'unevenness-share')?.value ?? Number.NaN

const clean = played(SCALE)
const plain = measureTiming(clean, SCALE)

describe('set apart', () => {
  test('a click on the channel of drums', () => {
    const clicks = Array.from({ length: 16 }, (_, i) => ({
      ...{ midi: 37, onMs: 500 + i * 500, offMs: 540 + i * 500, velocity: 90, channel: 9 },
    }))
    const timed = measureTiming([...clean, ...clicks], SCALE)
    expect(countedApart(timed.apart)).toEqual({ click: 16 })
    expect(slipsOf(timed)).toEqual([0, 0, 0])
    expect(unevenness(timed)).toBeCloseTo(unevenness(plain), 9)
  })

  test('who plays on drums, or strikes what was asked there, is no click', () => {
    const kit = Array.from({ length: 12 }, (_, i) => ({
      ...{
        midi: 36 + (i % 3),
        onMs: 600 + i * 400,
        offMs: 640 + i * 400,
        velocity: 90,
        channel: 9,
      },
    }))
    expect(measureTiming([...clean, ...kit], SCALE).apart).toEqual([])
    const asked = SCALE.map((n, i) => (i % 2 === 0 ? n : { ...n, midi: 38 }))
    const own = played(asked).map((n) => (n.midi === 38 ? { ...n, channel: 9 } : n))
    expect(measureTiming(own, asked).apart).toEqual([])
  })

  test('a second hand an octave up that nobody asked for is no device: it is notes too many', () => {
    const rng = seededRng(3)
    const second = clean.map((n) => ({
      ...{ ...n, midi: n.midi + 12, channel: 1, onMs: n.onMs + 30 * (rng() - 0.5) },
    }))
    const timed = measureTiming([...clean, ...second], SCALE)
    expect(timed.apart).toEqual([])
    expect(slipsOf(timed)[2]).toBeGreaterThan(10)
  })

  test('where nothing is asked nobody can tell: fast strokes on one key are strokes', () => {
    const strokes = Array.from({ length: 30 }, (_, i) => ({
      ...{ midi: 60, onMs: 40 * i, offMs: 40 * i + 20, velocity: 64, channel: 0 },
    }))
    expect(measureTiming(strokes, [])).toMatchObject({ apart: [], played: strokes })
  })

  test.each([0, 12, -12])('a second sound %i semitones off on a channel of its own', (by) => {
    const second = clean.map((n) => ({ ...n, midi: n.midi + by, onMs: n.onMs + 2, channel: 3 }))
    const timed = measureTiming([...clean, ...second], SCALE)
    expect(countedApart(timed.apart)).toEqual({ layer: 29 })
    expect(slipsOf(timed)).toEqual([0, 0, 0])
  })

  test('two hands an octave apart on two channels are two hands', () => {
    const both = [...SCALE, ...line('left', 48)]
    const timed = measureTiming(played(both), both)
    expect(timed.apart).toEqual([])
    expect(slipsOf(timed)).toEqual([0, 0, 0])
  })

  test('what is counted in before the first note, and not a first note that is asked for again and again', () => {
    const counted = [0, 1, 2, 3].map((i) => ({
      ...{ midi: 36, onMs: i * 240, offMs: i * 240 + 60, velocity: 60, channel: 0 },
    }))
    expect(countedApart(measureTiming([...counted, ...clean], SCALE).apart)).toEqual({
      'count-in': 4,
    })
    // Twice is a wrong note struck again.
    expect(measureTiming([...counted.slice(2), ...clean], SCALE).apart).toEqual([])
    const same = SCALE.map((n, i) => (i < 5 ? { ...n, midi: 60 } : n))
    expect(measureTiming(played(same), same).apart).toEqual([])
    // Nor where all of it lies an octave off.
    const high = played(same).map((n) => ({ ...n, midi: n.midi + 12 }))
    expect(measureTiming(high, same)).toMatchObject({ apart: [], octaves: 1 })
  })

  test('a key that bounced is one note, as long as both', () => {
    const bounced = clean.flatMap((n, i) =>
      i % 7 === 3
        ? [
            { ...n, offMs: n.onMs + 15 },
            { ...n, onMs: n.onMs + 25, velocity: 12 },
          ]
        : [n],
    )
    const timed = measureTiming(bounced, SCALE)
    expect(countedApart(timed.apart)).toEqual({ bounce: 4 })
    expect(slipsOf(timed)).toEqual([0, 0, 0])
    const overlap = (t: typeof timed) => measureOf(t.measures, 'overlap')?.value
    expect(overlap(timed)).toBeCloseTo(overlap(plain) ?? 0, 9)
  })
})

describe('where it was asked', () => {
  test('an octave off is said, and no note of it is wrong', () => {
    const high = measureTiming(
      clean.map((n) => ({ ...n, midi: n.midi + 12 })),
      SCALE,
    )
    expect(high.octaves).toBe(1)
    expect(slipsOf(high)).toEqual([0, 0, 0])
    const low = measureTiming(
      clean.map((n) => ({ ...n, midi: n.midi - 24 })),
      SCALE,
    )
    expect(low.octaves).toBe(-2)
    expect(plain.octaves).toBe(0)
  })

  test('who passes over a bar has left it out, and who goes back has not', () => {
    const skipped = clean.filter((_, i) => i < 10 || i >= 15)
    const moved = skipped.map((n, i) =>
      i < 10 ? n : { ...n, onMs: n.onMs - 5 * GAP_MS, offMs: n.offMs - 5 * GAP_MS },
    )
    expect(slipsOf(measureTiming(moved, SCALE))).toEqual([0, 5, 0])
  })
})

test('chords that all come apart by far are told, and one broken chord among close ones is not', () => {
  const chords = Array.from({ length: 12 }, (_, beat) =>
    [60, 64, 67].map((midi) => ({
      ...{ midi, hand: 'right' as const, finger: null, beat, joined: false },
    })),
  ).flat()
  const spread = (apartMs: (beat: number) => number) => {
    const notes = chords.map(({ midi, beat }) => {
      const onMs = beat * 2000 + ((midi - 60) / 7) * apartMs(beat)
      return { midi, onMs, offMs: onMs + 1200, velocity: 64, channel: 0 }
    })
    return measureOf(measureTiming(notes, chords).measures, 'chord-spread')?.value
  }
  expect(spread((beat) => 400 + beat)).toBeGreaterThan(380)
  expect(spread((beat) => (beat === 5 ? 280 : 10 + beat))).toBeLessThan(25)
})

describe('what is no unevenness', () => {
  const late = (notes: readonly PlayedNote[], from: number, ms: number) =>
    notes.map((n, i) => (i < from ? n : { ...n, onMs: n.onMs + ms, offMs: n.offMs + ms }))

  test.each([180, 400, 1500])('one stop of %i ms', (ms) => {
    expect(unevenness(measureTiming(late(clean, 14, ms), SCALE))).toBeLessThan(0.06)
  })

  test('stops again and again are', () => {
    const halting = [4, 7, 10, 14, 18, 21, 25].reduce((n, at) => late(n, at, 200), clean)
    expect(unevenness(measureTiming(halting, SCALE))).toBeGreaterThan(0.2)
  })

  test('under a pedal, or where no release was sent, nothing is said of how notes join', () => {
    for (const release of ['pedal', 'unsent'] as const) {
      const held = clean.map((n) => ({ ...n, offMs: n.offMs + 900, release }))
      const { measures } = measureTiming(held, SCALE)
      expect(measureOf(measures, 'overlap')).toBeNull()
      expect(unevenness({ measures } as never)).toBeCloseTo(unevenness(plain), 9)
    }
  })
})
