import { describe, expect, test } from 'vitest'
import { pick, seededRng } from '../kit'
import type { Rng } from '../kit'
import { isTold, measureOf } from '../measure'
import { align, measureRoll, measureTiming, playAsked, toldBy, USUAL_THRESHOLDS } from './index'
import type { AskedNote, MeasureName, PlayedFault, PlayedNote, Tell } from './index'
import { thumbAccent } from './crossings'
import { evenness } from './evenness'
import { runsOf, stretchesOf } from './lines'
import type { Run } from './lines'
import type { Measure } from './measure'
import { inOrder } from './playedNote'

/** Two octaves of C up and down, fingered as a pianist's right hand does. */
const UP = [1, 2, 3, 1, 2, 3, 4, 1, 2, 3, 1, 2, 3, 4, 5]
const STEPS = [0, 2, 4, 5, 7, 9, 11, 12, 14, 16, 17, 19, 21, 23, 24]

function scale(hand: 'left' | 'right' = 'right', first = 60, joined = false): readonly AskedNote[] {
  const up = STEPS.map((step, i) => [step, UP[i] ?? 1] as const)
  return [...up, ...up.slice(0, -1).reverse()].map(([step, finger], i) => ({
    midi: first + step,
    hand,
    finger: hand === 'right' ? finger : null,
    beat: i / 4,
    joined,
  }))
}

const played = (asked: readonly AskedNote[], fault: PlayedFault, strength: number, seed: number) =>
  playAsked(asked, { tempo: 80, fault, strength, rng: seededRng(seed) })

const values = (notes: readonly PlayedNote[], asked: readonly AskedNote[], name: MeasureName) =>
  measureOf(measureTiming(notes, asked).measures, name)

/** Some of what is measured, where thousands of takes are: the rest would take most of the time. */
const valueOf = (
  part: (runs: readonly Run[]) => readonly Measure[],
  notes: readonly PlayedNote[],
  asked: readonly AskedNote[],
  name: MeasureName,
) => measureOf(part(runsOf(stretchesOf(align(inOrder(notes), asked)))), name)

describe('notes laid against what was asked for', () => {
  const asked = scale()
  const clean = played(asked, 'none', 0, 1)
  const counts = (notes: readonly PlayedNote[]) => {
    const { matched, wrong, extra, missing } = align(notes, asked)
    return [matched.length, wrong.length, extra.length, missing.length]
  }

  test('a clean take matches note by note', () => {
    expect(counts(clean)).toEqual([29, 0, 0, 0])
  })

  test('a wrong note, one too many and one left out are each called by their name', () => {
    const wrong = clean.map((n, i) => (i === 6 ? { ...n, midi: n.midi + 1 } : n))
    expect(counts(wrong)).toEqual([28, 1, 0, 0])
    expect(counts(clean.filter((_, i) => i !== 9))).toEqual([28, 0, 0, 1])
    const note = clean[4]
    if (!note) throw new Error('no note')
    const brushed = { ...note, midi: 90, onMs: note.onMs + 60 }
    const more = [...clean.slice(0, 5), brushed, ...clean.slice(5)]
    expect(counts(more)).toEqual([29, 0, 1, 0])
  })

  test('who stops and begins again is followed: what was left open is not missing', () => {
    const again = [...clean.slice(0, 12), ...clean.map((n) => ({ ...n, onMs: n.onMs + 5000 }))]
    const { matched, missing, extra } = align(again, asked)
    expect(matched).toHaveLength(41)
    expect(new Set(matched.map((m) => m.round))).toEqual(new Set([0, 1]))
    expect([missing, extra]).toEqual([[], []])
  })

  test('two hands an octave apart are told apart, also when the left comes late', () => {
    const both = [...scale('right', 60), ...scale('left', 48)]
    const late = played(both, 'left-late', 1, 3)
    const { matched, wrong, extra, missing } = align(late, both)
    expect([wrong, extra, missing]).toEqual([[], [], []])
    expect(matched.filter((m) => m.asked.hand === 'left')).toHaveLength(29)
  })

  test('nothing asked, nothing played: nothing is found and nothing breaks', () => {
    expect(measureTiming([], asked).measures.map((m) => m.value)).toEqual([0, 0, 0])
    expect(align(clean, []).extra).toHaveLength(29)
  })

  test('200 takes with random slips: every played note is read once, and at most one right note more is lost than was missed', () => {
    const rng = seededRng(11)
    for (let i = 0; i < 200; i++) {
      const slipped = slip(clean, rng)
      const { matched, wrong, extra } = align(slipped, asked)
      expect(matched.length + wrong.length + extra.length).toBe(slipped.length)
      expect(matched.length).toBeGreaterThanOrEqual(25)
    }
  })
})

/** Up to three slips of the usual kinds. */
function slip(notes: readonly PlayedNote[], rng: Rng): readonly PlayedNote[] {
  let out = [...notes]
  for (let n = 0; n < 3; n++) {
    const at = Math.floor(rng() * out.length)
    const note = out[at]
    if (!note) continue
    const kind = pick(rng, ['wrong', 'missing', 'extra'] as const)
    if (kind === 'wrong') out[at] = { ...note, midi: note.midi + pick(rng, [-2, -1, 1, 2]) }
    if (kind === 'missing') out = out.filter((_, i) => i !== at)
    if (kind === 'extra') out.splice(at, 0, { ...note, midi: note.midi + 7, onMs: note.onMs - 5 })
  }
  return out
}

describe('what was put in is read off', () => {
  const right = scale()
  const both = [...scale('right', 60), ...scale('left', 48)]
  const chords = Array.from({ length: 12 }, (_, i) =>
    [60, 64, 67].map((midi) => ({
      midi,
      hand: 'right' as const,
      finger: null,
      beat: i,
      joined: false,
    })),
  ).flat()
  const CASES: readonly (readonly [PlayedFault, Tell, readonly AskedNote[]])[] = [
    ['uneven', 'uneven', right],
    ['rushes-before-crossing', 'rushes-before-crossing', [...right, ...again(right)]],
    ['heavy-thumb', 'heavy-thumb', right],
    ['gaps', 'gaps', scale('right', 60, true)],
    ['sticks', 'sticks', right],
    ['left-late', 'left-late', both],
    ['hands-scatter', 'hands-scatter', both],
    ['chords-ragged', 'chords-ragged', chords],
    ['speeds-up', 'speeds-up', right],
  ]

  test.each(CASES)('%s is told, and not of a player without it', (fault, tell, asked) => {
    expect(toldBy(measureTiming(played(asked, fault, 1, 5), asked).measures)).toContain(tell)
    expect(toldBy(measureTiming(played(asked, 'none', 0, 5), asked).measures)).toEqual([])
  })

  test('the weaker hand: told where the left alone is uneven, and not where both are alike', () => {
    const inTurn = [...right, ...again(right).map((n) => ({ ...n, hand: 'left' as const }))]
    let told = 0
    for (let seed = 0; seed < 100; seed++) {
      const alike = values(played(inTurn, 'none', 0, 500 + seed), inTurn, 'left-more-uneven')
      if (!alike || alike.low > 0 || alike.high < 0) told += 1
    }
    // Of a hundred pairs of like hands the interval leaves nought out in about five.
    expect(told).toBeLessThanOrEqual(12)
    const lame = values(played(both, 'hands-scatter', 1, 9), both, 'left-more-uneven')
    expect(lame?.low).toBeGreaterThan(1)
  })

  test('wrong notes and a stop do not make a player uneven', () => {
    const notes = played(right, 'wrong-notes', 0.6, 8)
    const stopped = notes.map((n, i) =>
      i < 14 ? n : { ...n, onMs: n.onMs + 1800, offMs: n.offMs + 1800 },
    )
    const even = values(played(right, 'none', 0, 8), right, 'unevenness-share')
    const found = values(stopped, right, 'unevenness-share')
    expect(found?.value).toBeLessThan(1.6 * (even?.value ?? 0))
  })

  test('of 200 even players at most one in twenty is called uneven', () => {
    let called = 0
    for (let seed = 0; seed < 200; seed++) {
      const { measures } = measureTiming(played(right, 'none', 0, 1000 + seed), right)
      if (toldBy(measures).length > 0) called += 1
    }
    expect(called).toBeLessThanOrEqual(10)
  })
})

/** The passage once more. */
function again(notes: readonly AskedNote[]): readonly AskedNote[] {
  const length = Math.max(...notes.map((n) => n.beat)) + 1
  return notes.map((n) => ({ ...n, beat: n.beat + length }))
}

describe('intervals hold what they promise', () => {
  // 95 % of 400 seeded samples: within four standard errors of the share, three in a hundred either way.
  const inside = (hits: number) => {
    expect(hits / 400).toBeGreaterThan(0.91)
    expect(hits / 400).toBeLessThan(0.985)
  }

  test('the scatter of onsets about a steady tempo', () => {
    const asked = scale()
    let hits = 0
    for (let seed = 0; seed < 400; seed++) {
      const take = played(asked, 'none', 0, 3000 + seed)
      const found = valueOf(evenness, take, asked, 'jitter')
      // A good player scatters by 3 % of 187.5 ms.
      const truth = 0.03 * 187.5
      if (found && found.low <= truth && truth <= found.high) hits += 1
    }
    inside(hits)
  })

  // Taken for independent, the intervals would hold it in 90 of a hundred: 2000 takes tell the two apart.
  test('unevenness of one run, though neighbouring intervals hang together', () => {
    const asked = scale()
    const truth = Math.SQRT2 * 0.03 * 187.5
    let hits = 0
    for (let seed = 0; seed < 2000; seed++) {
      const take = played(asked, 'none', 0, 5000 + seed)
      const found = valueOf(evenness, take, asked, 'unevenness')
      if (found && found.low <= truth && truth <= found.high) hits += 1
    }
    expect(hits / 2000).toBeGreaterThan(0.935)
    expect(hits / 2000).toBeLessThan(0.97)
  })

  test('unevenness over five runs', () => {
    const asked = scale()
    let hits = 0
    for (let seed = 0; seed < 400; seed++) {
      const takes = Array.from({ length: 5 }, (_, i) =>
        played(asked, 'none', 0, 20_000 + 5 * seed + i).map((n) => ({
          ...n,
          onMs: n.onMs + 20_000 * i,
          offMs: n.offMs + 20_000 * i,
        })),
      ).flat()
      const found = valueOf(evenness, takes, asked, 'unevenness')
      const truth = Math.SQRT2 * 0.03 * 187.5
      if (found && found.low <= truth && truth <= found.high) hits += 1
    }
    // Wider than it need be with few runs: it may hold more often, and not less.
    expect(hits / 400).toBeGreaterThan(0.91)
  })

  test('the accent of the thumb', () => {
    const asked = scale()
    let hits = 0
    for (let seed = 0; seed < 400; seed++) {
      const take = played(asked, 'heavy-thumb', 0.5, 7000 + seed)
      const found = valueOf(thumbAccent, take, asked, 'thumb-accent')
      if (found && found.low <= 11 && found.high >= 11) hits += 1
    }
    inside(hits)
  })

  test('a value is told only where its whole interval lies beyond', () => {
    const { uneven } = USUAL_THRESHOLDS
    expect(isTold({ value: 0.1, low: 0.079, high: 0.2 }, uneven)).toBe(false)
    expect(isTold({ value: 0.1, low: 0.081, high: 0.2 }, uneven)).toBe(true)
    expect(
      isTold({ value: -0.1, low: -0.2, high: -0.04 }, USUAL_THRESHOLDS['rushes-before-crossing']),
    ).toBe(false)
  })
})

describe('a roll', () => {
  const strokes = (swing: number, accent: number) => {
    const rng = seededRng(2)
    return Array.from({ length: 60 }, (_, i) => {
      const on = 1000 + Math.floor(i / 2) * 170 + (i % 2) * 170 * swing + rng() - 0.5
      const velocity = 80 + (i % 2 === 1 ? accent : 0)
      return { midi: 60, onMs: on, offMs: on + 50, velocity, channel: 0 }
    })
  }

  test('rate, swing between the hands and the weaker hand', () => {
    const measures = measureRoll(strokes(0.56, -12))
    expect(measureOf(measures, 'roll-rate')?.value).toBeCloseTo(2000 / 170, 1)
    expect(measureOf(measures, 'roll-swing')?.value).toBeCloseTo(0.56, 2)
    expect(measureOf(measures, 'roll-hands-accent')?.value).toBeCloseTo(-12, 5)
    expect(measureOf(measures, 'roll-jitter')?.value).toBeLessThan(0.6)
    expect(toldBy(measures)).toEqual(['swinging-roll', 'lame-hand'])
    expect(toldBy(measureRoll(strokes(0.5, 0)))).toEqual([])
  })

  test('too few strokes say nothing', () => {
    expect(measureRoll(strokes(0.5, 0).slice(0, 15))).toEqual([])
  })
})
