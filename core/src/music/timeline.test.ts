import { expect, test } from 'vitest'
import type { Exercise } from './exercise'
import { timeline } from './timeline'

test('what sounds stands in the order of its beginnings over all staves, lowest first where they begin together', () => {
  const two = {
    tempo: 60,
    transpose: 0,
    beatsPerBar: 4,
    lines: [
      {
        hand: 'right',
        clef: 'treble',
        notes: [
          { pitches: ['E4', 'G4'], beats: 2 },
          { pitches: ['C5'], beats: 2 },
        ],
      },
      {
        hand: 'left',
        clef: 'bass',
        notes: [
          { pitches: ['C3'], beats: 1 },
          { pitches: ['D3'], beats: 3 },
        ],
      },
    ],
  } as unknown as Exercise
  expect(timeline(two).map((n) => [n.onsetSeconds, n.midi])).toEqual([
    [0, 48],
    [0, 64],
    [0, 67],
    [1, 50],
    [2, 72],
  ])
})
