import { describe, expect, test } from 'vitest'
import { barsOf, keysOf } from './bars'
import type { Bar, Exercise } from './exercise'

const usual: Bar = { beats: 4, beatType: 4, quarters: 4 }
const waltz: Bar = { beats: 3, beatType: 4, quarters: 3, fifths: -1 }

function exercise(lengths: readonly number[], bars?: readonly Bar[]): Exercise {
  const lines = lengths.map((beats) => ({
    hand: null,
    clef: 'treble',
    notes: [{ pitches: ['C4'], beats }],
  }))
  return { beatsPerBar: 4, fifths: 2, lines, ...(bars ? { bars } : {}) } as unknown as Exercise
}

describe('the bars of an exercise', () => {
  test('are as many as the longest staff fills', () => {
    expect(barsOf(exercise([4, 9]))).toEqual([usual, usual, usual])
    expect(barsOf(exercise([8]))).toEqual([usual, usual])
  })

  test('are one where nothing is written', () => {
    expect(barsOf(exercise([]))).toEqual([usual])
  })

  test('are those that are given, and past them the last goes on', () => {
    expect(barsOf(exercise([10], [usual, waltz]))).toEqual([usual, waltz, waltz])
  })

  test('each have the key that holds in them', () => {
    expect(keysOf(exercise([10], [usual, waltz]), [usual, waltz])).toEqual([2, -1])
  })
})
