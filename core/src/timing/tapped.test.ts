/** Taps in the place of notes: laid in their turn, measured in time and in nothing else. */
import { describe, expect, test } from 'vitest'
import { measureOf } from '../measure'
import { isTapped, layTaps, measureTiming, TAP_CHANNEL, TAP_KEYS } from './index'
import type { AskedNote, PlayedNote } from './index'

const asked = (midi: number, beat: number, hand: AskedNote['hand'] = 'right'): AskedNote => ({
  midi,
  hand,
  finger: 1 + (beat % 3),
  beat,
  joined: true,
})

const tap = (onMs: number, key: keyof typeof TAP_KEYS = 'either'): PlayedNote => ({
  midi: TAP_KEYS[key],
  onMs,
  offMs: onMs + 60,
  velocity: 64,
  channel: TAP_CHANNEL,
})

const eight = Array.from({ length: 8 }, (_, i) => asked(60 + i, i))

describe('one line', () => {
  test('each tap takes the pitch of the note whose turn it is, round after round', () => {
    const taps = Array.from({ length: 12 }, (_, i) => tap(500 * i))
    const laid = layTaps(taps, eight)
    expect(laid?.played.map((n) => n.midi)).toEqual([
      60, 61, 62, 63, 64, 65, 66, 67, 60, 61, 62, 63,
    ])
  })

  test('unevenness is that of the taps; weight, overlap and slips are not told', () => {
    const taps = Array.from({ length: 9 }, (_, i) => tap(500 * i + (i === 4 ? 40 : 0)))
    const line = Array.from({ length: 9 }, (_, i) => asked(60 + i, i))
    const { measures, played } = measureTiming(taps, line)
    expect(measureOf(measures, 'unevenness')?.value).toBeCloseTo(Math.sqrt((2 * 40 ** 2) / 7), 9)
    expect(measures.map((m) => m.name)).toEqual([
      'tempo',
      'unevenness',
      'unevenness-share',
      'jitter',
    ])
    expect(played.map((n) => n.midi)).toEqual(line.map((n) => n.midi))
  })

  test('a tap left out, or one too many, is not called uneven: nothing is', () => {
    const even = Array.from({ length: 16 }, (_, i) => 500 * i)
    const left = even.filter((_, i) => i !== 5).map((at) => tap(at))
    const added = [...even.slice(0, 6), 2750, ...even.slice(6)].map((at) => tap(at))
    for (const taps of [left, added]) {
      expect(layTaps(taps, eight)).toBeNull()
      expect(measureTiming(taps, eight).measures).toEqual([])
      expect(measureTiming(taps, eight).played).toHaveLength(taps.length)
    }
  })

  test('a long note is waited for: its tap comes after it', () => {
    const rhythm = [0, 1, 2, 4, 5, 6, 8, 9, 10].map((beat) => asked(60, beat))
    const taps = rhythm.map((n) => tap(400 * n.beat))
    const { measures } = measureTiming(taps, rhythm)
    expect(measureOf(measures, 'unevenness')?.value).toBeCloseTo(0, 9)
    expect(measureOf(measures, 'tempo')?.value).toBeCloseTo(150, 9)
  })
})

describe('two hands', () => {
  const both = eight.flatMap((n) => [n, { ...n, midi: n.midi - 24, hand: 'left' as const }])

  test('left and right keys go to their hands, and how far apart they fall is told', () => {
    const taps = eight.flatMap((_, i) => [tap(500 * i, 'right'), tap(500 * i + 30, 'left')])
    const { measures } = measureTiming(taps, both)
    expect(measureOf(measures, 'hands-apart')?.value).toBeCloseTo(30, 9)
    expect(measureOf(measures, 'hands-apart')?.count).toBe(8)
  })

  test('the space bar taps what both play, and says nothing of hands', () => {
    const { measures } = measureTiming(
      eight.map((_, i) => tap(500 * i)),
      both,
    )
    expect(measureOf(measures, 'unevenness')?.value).toBeCloseTo(0, 9)
    expect(measureOf(measures, 'hands-apart')).toBeNull()
  })
})

test('keys of a keyboard are not taps, and nothing at all is neither', () => {
  expect(isTapped([tap(0), { ...tap(1), channel: 0 }])).toBe(false)
  expect(isTapped([])).toBe(false)
  expect(isTapped([tap(0)])).toBe(true)
})
