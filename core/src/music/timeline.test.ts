import { describe, expect, test } from 'vitest'
import type { Exercise, Note } from './exercise'
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

/** One staff at ninety beats a minute, on an instrument that sounds a fifth below what is written. */
function heard(notes: readonly Note[]) {
  const line = { hand: null, clef: 'treble', notes }
  const exercise = { tempo: 90, transpose: -7, beatsPerBar: 4, lines: [line] }
  return timeline(exercise as unknown as Exercise)
}
const BEAT = 60 / 90

test('each begins where the beats before it end, at the tempo, and sounds where the instrument sounds', () => {
  const notes = heard([
    { pitches: ['C4'], beats: 1 },
    { pitches: [], beats: 1 },
    { pitches: ['E4'], beats: 2 },
  ])
  expect(notes.map((n) => n.midi)).toEqual([53, 57])
  expect(notes[1]!.onsetSeconds).toBeCloseTo(2 * BEAT, 12)
  expect(notes[1]!.seconds).toBeCloseTo(2 * notes[0]!.seconds, 12)
  expect(notes.map((n) => n.velocity)).toEqual([0.7, 0.7])
})

// Common practice, no source.
describe('how a note is played', () => {
  const share = (marks: Note['marks'], more: Partial<Note> = {}) =>
    heard([{ pitches: ['C4'], beats: 2, marks: marks ?? [], ...more }])[0]!.seconds / (2 * BEAT)

  test('says how much of its time it sounds: held, plain, before a breath, lifted, short', () => {
    const shares = [
      share(['tenuto']),
      share([]),
      share(['breath']),
      share(['lift']),
      share(['staccato']),
    ]
    expect(shares).toEqual(shares.toSorted((a, b) => b - a))
    expect(new Set(shares.map((s) => s.toFixed(6))).size).toBe(5)
    expect(shares[1]).toBeCloseTo(0.85, 9)
    expect(share(['accent'])).toBeCloseTo(0.85, 9)
  })

  test('and how loud', () => {
    const [plain, accented] = [[], ['accent' as const]].map(
      (marks) => heard([{ pitches: ['C4'], beats: 1, marks }])[0]!.velocity,
    )
    expect(accented!).toBeGreaterThan(plain!)
  })

  test('joined it reaches into the next, but not into one of its own pitches', () => {
    const slur = (first: string[], second: string[]) =>
      heard([
        { pitches: first, beats: 1, slur: 'start' },
        { pitches: second, beats: 1, slur: 'end' },
      ])[0]!.seconds
    expect(slur(['C4'], ['D4'])).toBeGreaterThan(BEAT)
    expect(slur(['C4', 'E4'], ['E4', 'G4'])).toBeLessThan(BEAT)
    // The last of all has nothing to be let go for.
    expect(heard([{ pitches: ['C4'], beats: 1, slur: 'start' }])[0]!.seconds).toBeGreaterThan(BEAT)
  })
})
