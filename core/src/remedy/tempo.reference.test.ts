import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { chance, seededRng } from '../kit'
import {
  cleanTempo,
  climb,
  LARGEST_STEP,
  SETTLES_AT,
  startClimb,
  startStaircase,
  tempoNow,
  tempoSteps,
  tryAt,
} from './index'

/** A player who is clean half the time at 100, less the faster: logistic in log tempo. */
function cleanShare(bpm: number): number {
  return 1 / (1 + Math.exp(9 * Math.log(bpm / 100)))
}

/** The tempo at which this player is clean with the share. */
function tempoAt(share: number): number {
  return 100 * Math.exp(Math.log(1 / share - 1) / 9)
}

// Levitt, Transformed up-down methods in psychoacoustics, JASA 49 (1971), table I: 2-down-1-up 70.7 %,
// 3-down-1-up 79.4 %.
describe('the staircase', () => {
  test('the published levels', () => {
    expect(SETTLES_AT['two-up']).toBeCloseTo(0.707, 3)
    expect(SETTLES_AT['three-up']).toBeCloseTo(0.794, 3)
  })

  test.each([
    ['two-up', 0.707],
    ['three-up', 0.794],
  ] as const)('%s: simulated players settle where %f of their tries are clean', (rule, share) => {
    const rng = seededRng(1971)
    const found = Array.from({ length: 300 }, () => {
      let s = startStaircase(70, rule)
      while (cleanTempo(s) === null) s = tryAt(s, chance(rng, cleanShare(s.bpm)))
      return Math.log(cleanTempo(s)!)
    })
    const mean = Math.exp(found.reduce((a, b) => a + b, 0) / found.length)
    // A step down after a miss is as large as a step up, so the level is met to within a few percent.
    expect(cleanShare(mean)).toBeGreaterThan(share - 0.05)
    expect(cleanShare(mean)).toBeLessThan(share + 0.05)
    expect(mean / tempoAt(share)).toBeGreaterThan(0.96)
    expect(mean / tempoAt(share)).toBeLessThan(1.04)
  })

  test('a player who is always clean is not asked for ever', () => {
    let s = startStaircase(60, 'two-up')
    for (let i = 0; i < 200; i++) s = tryAt(s, true)
    expect(s.bpm).toBe(300)
  })
})

describe('tempo steps', () => {
  test('are geometric, from the clean tempo to the target, none above 8 %', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 150, noNaN: true }),
        fc.double({ min: 1.001, max: 3, noNaN: true }),
        (clean, times) => {
          const steps = tempoSteps(clean, clean * times)
          expect(steps[0]).toBeCloseTo(clean, 9)
          expect(steps.at(-1)).toBeCloseTo(clean * times, 6)
          const ratios = steps.slice(1).map((bpm, i) => bpm / steps[i]!)
          for (const r of ratios) {
            expect(r).toBeLessThanOrEqual(LARGEST_STEP + 1e-9)
            expect(r).toBeCloseTo(ratios[0]!, 9)
          }
        },
      ),
      { seed: 8, numRuns: 200 },
    )
  })

  test('two failures step down, one does not, and a clean try forgives', () => {
    let tempo = climb(climb(startClimb(60, 120), true), true)
    const high = tempoNow(tempo)
    tempo = climb(tempo, false)
    expect(tempoNow(tempo)).toBe(high)
    tempo = climb(climb(tempo, true), false)
    expect(tempoNow(tempo)).toBeGreaterThan(high)
    tempo = climb(tempo, false)
    expect(tempoNow(tempo)).toBeCloseTo(high, 9)
  })
})
