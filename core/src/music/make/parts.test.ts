import { describe, expect, test } from 'vitest'
import { chord, filled, note, slurred, thereAndBack } from './parts'

describe('notes put together', () => {
  test('a chord is written from its lowest note up', () => {
    expect(chord(['G4', 'C4', 'E4'], 2).pitches).toEqual(['C4', 'E4', 'G4'])
  })

  test('a run is slurred from its first note to its last, and one note alone is not', () => {
    const run = slurred(['C4', 'D4', 'E4'].map((p) => note(p, 1)))
    expect(run.map((n) => n.slur ?? null)).toEqual(['start', null, 'end'])
    expect(slurred([note('C4', 1)])).toEqual([note('C4', 1)])
    expect(slurred([])).toEqual([])
  })

  test('the last bar is filled with rest, and a full one is left as it is', () => {
    const five = Array.from({ length: 5 }, () => note('C4', 1))
    expect(filled(five).at(-1)).toEqual({ pitches: [], beats: 3 })
    expect(filled(five.slice(0, 4))).toHaveLength(4)
  })

  test('there and back, the top once', () => {
    expect(thereAndBack([1, 2, 3])).toEqual([1, 2, 3, 2, 1])
    expect(thereAndBack([1])).toEqual([1])
  })
})
