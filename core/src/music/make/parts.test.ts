import { describe, expect, test } from 'vitest'
import { makeExercise } from '../index'
import { CLARINET, GUITAR, HARP, PIANO, STUDENT, told } from '../test/told'
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

describe('staves', () => {
  const five = { make: 'growth', size: 2 } as const

  test('of two hands have a clef each', () => {
    const { lines } = makeExercise(five, PIANO, { ...STUDENT, hands: 'together' })
    expect(lines.map((l) => [l.hand, l.clef])).toEqual([
      ['right', 'treble'],
      ['left', 'bass'],
    ])
    const [single] = makeExercise(five, GUITAR, STUDENT).lines
    expect([single!.hand, single!.clef]).toEqual([null, 'treble'])
  })

  // A harp's tradition begins with the right hand, a pianist's weaker hand goes first; common practice, no source.
  test('in turn begin with the left, on a harp with the right, and with the weaker hand on either', () => {
    const first = (sound: typeof PIANO, weaker: 'right' | 'left' | null) => {
      const { lines } = makeExercise(five, sound, { ...STUDENT, weaker })
      return lines.find((l) => l.notes[0]!.pitches.length > 0)!.hand
    }
    expect([first(PIANO, null), first(PIANO, 'right')]).toEqual(['left', 'right'])
    expect([first(HARP, null), first(HARP, 'left')]).toEqual(['right', 'left'])
    const { lines } = makeExercise(five, HARP, STUDENT)
    expect(lines.map(told)).toEqual(['C4 D4 C4 - -:4', '-:4 G3 F3 G3 -'])
  })

  test('that lie low are in the bass clef on bars only', () => {
    const low = { ...GUITAR, fingering: null, low: 'C2' }
    const clef = (family: 'mallets' | 'plucked', said: string) =>
      makeExercise({ make: 'figure', right: [said] }, { ...low, family }, STUDENT).lines[0]!.clef
    expect([clef('mallets', 'A3'), clef('mallets', 'B3')]).toEqual(['bass', 'treble'])
    expect(clef('plucked', 'A3')).toBe('treble')
  })

  test('have their fingering explained where a table’s signs stand, and where nothing but words stand not', () => {
    const advice = (right: readonly string[]) =>
      makeExercise({ make: 'figure', right }, CLARINET, STUDENT).advice
    expect(advice(['C4'])).toHaveLength(1)
    expect(advice(['C4 say it', '-'])).toEqual([])
    // Beyond the table.
    expect(advice(['Ab5'])).toEqual([])
  })

  test('a chord has no fingering of one note above it', () => {
    const [line] = makeExercise({ make: 'figure', right: ['C4+E4'] }, GUITAR, STUDENT).lines
    expect(told(line)).toBe('C4+E4 -:3')
  })
})
