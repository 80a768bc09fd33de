import { describe, expect, test } from 'vitest'
import { fitNotes, inside, underOneHand } from './index'
import type { InstrumentSound, Note } from './index'

const SOUND = { low: 'C4', high: 'C6' } as InstrumentSound
const notes = (...names: string[]): readonly Note[] =>
  names.map((n) => ({ pitches: [n], beats: 1 }))
const names = (list: readonly Note[]) => list.map((n) => n.pitches.join(' '))

describe('the compass', () => {
  test('has its lowest and its highest note, and nothing beyond', () => {
    expect(['C4', 'C6', 'G5'].map((p) => inside(SOUND, p))).toEqual([true, true, true])
    expect(['B3', 'C#6', 'nothing'].map((p) => inside(SOUND, p))).toEqual([false, false, false])
  })

  test('what lies inside stays where it is', () => {
    expect(names(fitNotes(SOUND, notes('C4', 'G5', 'C6')))).toEqual(['C4', 'G5', 'C6'])
  })

  test('what lies too low goes up as a whole, what lies too high comes down, by the fewest octaves', () => {
    expect(names(fitNotes(SOUND, notes('G3', 'C4')))).toEqual(['G4', 'C5'])
    expect(names(fitNotes(SOUND, notes('C6', 'E6')))).toEqual(['C5', 'E5'])
    expect(names(fitNotes(SOUND, notes('C2', 'G2')))).toEqual(['C4', 'G4'])
    expect(names(fitNotes(SOUND, notes('C8', 'B7')))).toEqual(['C6', 'B5'])
  })

  test('what fits nowhere is left out of its chord, with its finger, and the time stays', () => {
    const wide: Note = { pitches: ['C3', 'C4', 'C6', 'E6'], beats: 2, fingers: [5, 4, 2, 1] }
    expect(fitNotes(SOUND, [wide])).toEqual([{ pitches: ['C4', 'C6'], beats: 2, fingers: [4, 2] }])
    const none: Note = { pitches: ['C3', 'E6'], beats: 2 }
    const [left] = fitNotes({ ...SOUND, low: 'D4', high: 'E4' }, [none])
    expect(left?.beats).toBe(2)
    expect(left).not.toHaveProperty('fingers')
  })
})

test('a chord lies under one hand when its outer notes do', () => {
  const line = (pitches: readonly string[]) => ({
    hand: null,
    clef: 'treble' as const,
    notes: [{ pitches, beats: 1 }],
  })
  expect(underOneHand(line(['C4', 'E4', 'C5']), 12)).toBe(true)
  expect(underOneHand(line(['C4', 'E4', 'C#5']), 12)).toBe(false)
  expect(underOneHand(line(['C4']), 0)).toBe(true)
  expect(underOneHand(line(['C4', 'D4']), 1)).toBe(false)
})
