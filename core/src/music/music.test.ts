import { describe, expect, test } from 'vitest'
import {
  cadenceSpan,
  directionWord,
  makeExercise,
  midiOf,
  nearerHands,
  pluckingDistance,
  pluckSettings,
  rollRate,
  soundingShare,
  spokenOrder,
  timeline,
} from './index'
import type { Exercise, InstrumentSound, Line, MakingFor } from './index'

const PIANO: InstrumentSound = {
  clef: 'treble',
  lowerClef: 'bass',
  transpose: 0,
  low: 'A0',
  high: 'C8',
  home: 'C4',
  family: 'keyboard',
  fingering: null,
}
const student: MakingFor = { key: 'C', tempo: 60, smallHand: false, weaker: null }

const lines = (right: readonly [number, boolean][], left: readonly [number, boolean][]) =>
  [
    { hand: 'right', notes: right },
    { hand: 'left', notes: left },
  ].map(({ hand, notes }) => ({
    hand,
    clef: 'treble',
    notes: (notes as [number, boolean][]).map(([beats, sounds]) => ({
      beats,
      pitches: sounds ? ['C4'] : [],
    })),
  })) as unknown as readonly Line[]

// Common practice, no source.
describe('the spoken order of hands', () => {
  test('is read off any two-hand rhythm: both, right, right, left', () => {
    const right = [
      [1, true],
      [0.5, true],
      [0.5, true],
      [1, false],
    ] as [number, boolean][]
    const left = [
      [2, true],
      [1, true],
    ] as [number, boolean][]
    expect(spokenOrder({ lines: lines(right, left) })).toEqual(['both', 'right', 'right', 'left'])
  })

  test('a rest says nothing, and one hand alone has no order', () => {
    expect(
      spokenOrder({
        lines: lines(
          [
            [1, false],
            [1, true],
          ],
          [
            [1, true],
            [1, false],
          ],
        ),
      }),
    ).toEqual(['left', 'right'])
    expect(spokenOrder({ lines: lines([[1, true]], []).slice(0, 1) })).toEqual([])
  })

  test('is said in the exercise that is made', () => {
    const made = makeExercise({ make: 'together', step: 'one-holds' }, PIANO, student)
    expect(made.advice[0]).toContain('both, right, right, right, both')
  })
})

test('the direction rule: higher is to the right, lower to the left', () => {
  expect(directionWord('C4', 'G4')).toBe('right')
  expect(directionWord('C4', 'G3')).toBe('left')
})

test('the hand on the side of the next note lies nearer', () => {
  expect(nearerHands(['C4', 'E4', 'D4', 'D4', 'G3'])).toEqual([
    'right',
    'left',
    'left',
    'left',
    'left',
  ])
})

test('lower bars roll slower', () => {
  expect(rollRate('C3')).toBeLessThan(rollRate('C5'))
})

describe('the plucking place', () => {
  // Equal temperament: the octave halves the string, the fifth fret leaves 2^(−5/12) ≈ 0.749 of it (ISO 16 sets
  // the pitch, the ratio is the tuning's own).
  test('stays at the same share of the sounding string', () => {
    expect(soundingShare(12)).toBeCloseTo(0.5, 12)
    expect(soundingShare(5)).toBeCloseTo(0.7492, 4)
    expect(pluckingDistance(650, 160, 12)).toBeCloseTo(80, 9)
  })

  test('the right hand moves toward the bridge, and less than the left moved', () => {
    const moved = 160 - pluckingDistance(650, 160, 9)
    const leftMoved = 650 - 650 * soundingShare(9)
    expect(moved).toBeGreaterThan(0)
    expect(moved).toBeLessThan(leftMoved)
  })

  test('long flexion is not asked of short notes', () => {
    expect(pluckSettings('short').some((s) => s.startsWith('long'))).toBe(false)
    expect(pluckSettings('connected')).toHaveLength(9)
  })
})

function pitchesOf(exercise: Exercise, hand: 'right' | 'left'): string[] {
  return exercise.lines.find((l) => l.hand === hand)!.notes.flatMap((n) => n.pitches)
}

describe('the cadence drill', () => {
  const made = (key: string, smallHand = false, hands: 'both' | 'roots' = 'both') =>
    makeExercise({ make: 'cadence', hands }, PIANO, { ...student, key, smallHand })

  test('is I IV I V V7 I in close position', () => {
    expect(made('C').lines[0]!.notes.map((n) => n.pitches.join(' '))).toEqual([
      'C4 E4 G4',
      'C4 F4 A4',
      'C4 E4 G4',
      'B3 D4 G4',
      'B3 D4 F4 G4',
      'C4 E4 G4',
    ])
  })

  test('V7 leaves out a tone for small hands, and never the leading note or the seventh', () => {
    const v7 = made('C', true).lines[0]!.notes[4]!.pitches
    expect(v7).toEqual(['B3', 'F4', 'G4'])
  })

  test('lies under one hand and is moved up where it would be muddy', () => {
    expect(cadenceSpan()).toBeLessThanOrEqual(9)
    for (const key of ['G', 'Ab', 'A', 'Bb']) {
      const low = Math.min(...pitchesOf(made(key), 'left').map(midiOf))
      expect(low).toBeGreaterThanOrEqual(midiOf('C3') - 1)
    }
  })

  test('small hands play single roots', () => {
    const left = made('C', true, 'roots').lines[1]!.notes
    expect(left.every((n) => n.pitches.length === 1)).toBe(true)
  })
})

test('right once and left twice, an octave lower; once and once until it is learned', () => {
  const sound: InstrumentSound = { ...PIANO, family: 'harp', low: 'C2', high: 'A6', home: 'C5' }
  const counts = (step: 'once' | 'left-twice') => {
    const made = makeExercise({ make: 'harp', step }, sound, student)
    return [pitchesOf(made, 'right').length, pitchesOf(made, 'left').length]
  }
  expect(counts('once')).toEqual([7, 7])
  expect(counts('left-twice')).toEqual([7, 14])
})

test('doubled values last twice as long, and staccato sounds shorter than it is written', () => {
  const length = (doubled: boolean) => {
    const made = makeExercise({ make: 'growth', size: 5, doubled }, PIANO, student)
    return Math.max(...timeline(made).map((n) => n.onsetSeconds + n.seconds))
  }
  expect(length(true)).toBeCloseTo(2 * length(false), 0)
  const short = makeExercise({ make: 'articulation', kind: 'staccato' }, PIANO, student)
  expect(timeline(short)[0]!.seconds).toBeLessThan(0.5)
})

test('the weaker hand begins', () => {
  const first = (weaker: 'right' | 'left') => {
    const made = makeExercise({ make: 'growth', size: 3 }, PIANO, { ...student, weaker })
    return made.lines.find((l) => l.notes[0]!.pitches.length > 0)!.hand
  }
  expect(first('left')).toBe('left')
  expect(first('right')).toBe('right')
})
