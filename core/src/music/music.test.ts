import { describe, expect, test } from 'vitest'
import {
  cadenceSpan,
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
import type { Exercise, ExerciseSpec, InstrumentSound, Line } from './index'
import { PIANO as KEYS, STUDENT as student } from './test/told'

/** Nothing is said of its fingers. */
const PIANO: InstrumentSound = { ...KEYS, fingering: null }

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

test('the way out is marked: higher is to the right, lower to the left', () => {
  const arrows = (way: 'right' | 'left') =>
    makeExercise({ make: 'shifts', finger: 2, way }, PIANO, { ...student, hands: 'right' })
      .lines[0]!.notes.filter((n) => n.words !== undefined)
      .map((n) => n.words)
  expect(new Set(arrows('right'))).toEqual(new Set(['→']))
  expect(new Set(arrows('left'))).toEqual(new Set(['←']))
})

test('the hand on the side of the next note lies nearer', () => {
  expect(nearerHands(['C4', 'E4', 'D4', 'D4', 'G3'])).toEqual([
    'right',
    'left',
    'left',
    'left',
    'left',
  ])
  expect(nearerHands(['C4', 'E4'])).toEqual(['right', 'right'])
  expect(nearerHands(['E4', 'E4', 'C4'])).toEqual(['left', 'left', 'left'])
  expect(nearerHands(['C4'])).toEqual(['right'])
})

test('lower bars roll slower', () => {
  expect(rollRate('C3')).toBeLessThan(rollRate('C5'))
  // Eight single strokes in a second at the bottom, sixteen at the top, half way between in the middle.
  expect(['C2', 'G4', 'C7', 'C1', 'C8'].map((p) => Math.round(rollRate(p)))).toEqual([
    8, 12, 16, 8, 16,
  ])
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

  test('has to be on the string', () => {
    for (const place of [0, -1, 650, 700]) {
      expect(() => pluckingDistance(650, place, 5), String(place)).toThrow(RangeError)
    }
  })

  test('long flexion is not asked of short notes', () => {
    expect(pluckSettings('short')).not.toContain('long')
    expect(pluckSettings('connected')).toContain('long')
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
    // From the tonic to the sixth above it, in the subdominant.
    expect(cadenceSpan()).toBe(9)
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
    return timeline(made)[0]!.seconds
  }
  expect(length(true)).toBeCloseTo(2 * length(false), 9)
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

describe('heard as written', () => {
  const five = (kind: 'legato' | 'detached' | 'staccato') =>
    timeline(makeExercise({ make: 'articulation', kind }, PIANO, { ...student, hands: 'right' }))
  const beat = 60 / student.tempo

  test('legato reaches a little into the next note, detached lets go before it, staccato is short', () => {
    const [legato, detached, short] = [five('legato'), five('detached'), five('staccato')]
    expect(legato[0]!.seconds).toBeGreaterThan(beat)
    expect(legato[0]!.seconds).toBeLessThan(beat * 1.1)
    // The last of a slur is let go like any other.
    expect(legato.at(-1)!.seconds).toBeLessThan(beat)
    expect(detached[0]!.seconds).toBeLessThan(beat)
    expect(short[0]!.seconds).toBeLessThan(beat / 2)
  })

  test('a note that comes again is let go before it is struck again, slur or not', () => {
    const notes = [
      { pitches: ['C4'], beats: 1, slur: 'start' as const },
      { pitches: ['C4'], beats: 1 },
      { pitches: ['D4'], beats: 1, slur: 'end' as const },
    ]
    const exercise = {
      ...makeExercise({ make: 'growth', size: 2 }, PIANO, student),
      lines: [{ hand: null, clef: 'treble' as const, notes }],
    }
    const [first, second] = timeline(exercise)
    expect(first!.seconds).toBeLessThan(beat)
    expect(second!.seconds).toBeGreaterThan(beat)
  })

  test('a roll is as many single strokes as its rate says, one after the other', () => {
    const roll = { pitches: ['C3'], beats: 4, marks: ['roll' as const] }
    const exercise = {
      ...makeExercise({ make: 'growth', size: 2 }, PIANO, student),
      lines: [{ hand: null, clef: 'treble' as const, notes: [roll, { ...roll, strokes: 5 }] }],
    }
    const strokes = timeline(exercise)
    const seconds = 4 * beat
    const of = (from: number, to: number) =>
      strokes.filter((s) => s.onsetSeconds >= from - 1e-9 && s.onsetSeconds < to - 1e-9)
    expect(of(0, seconds)).toHaveLength(Math.round(seconds * rollRate('C3')))
    expect(of(seconds, 2 * seconds)).toHaveLength(Math.round(seconds * 5))
    strokes.forEach((s, i) => {
      const next = strokes[i + 1]
      if (next) expect(s.onsetSeconds + s.seconds).toBeLessThanOrEqual(next.onsetSeconds + 1e-9)
    })
  })
})

describe('names of what the left hand finds', () => {
  const of = (spec: ExerciseSpec, sound: Partial<InstrumentSound>) =>
    makeExercise(spec, { ...PIANO, ...sound }, student)
  const fourOn = (fingering: 'violin' | 'cello', home: string) =>
    of(
      { make: 'bows', step: 'four-fingers' },
      { family: 'bowed', fingering, home, lowerClef: null, low: 'C2', high: 'A7' },
    )
      .lines[0]!.notes.slice(0, 4)
      .map((n) => n.pitches[0])

  // Handbook practice for first position: a low second finger is a letter above the first, a high one is raised.
  test('four fingers on a string have four letters: E F sharp G A, and A B flat B C', () => {
    expect(fourOn('violin', 'D4')).toEqual(['E4', 'F#4', 'G4', 'A4'])
    expect(fourOn('violin', 'A4')).toEqual(['B4', 'C#5', 'D5', 'E5'])
    expect(fourOn('cello', 'G2')).toEqual(['A2', 'Bb2', 'B2', 'C3'])
    expect(fourOn('cello', 'D3')).toEqual(['E3', 'F3', 'F#3', 'G3'])
  })

  test('single basses are written as a line: down by steps where the way over the octave would be a leap', () => {
    const left = of({ make: 'together', step: 'contrary' }, { left: 'buttons' }).lines[1]!
    expect(left.notes.flatMap((n) => n.pitches).slice(0, 6)).toEqual([
      'G2',
      'F2',
      'E2',
      'D2',
      'C2',
      'D2',
    ])
  })
})

test('what lies inside the compass is left as it is', () => {
  const made = makeExercise({ make: 'figure', right: ['C4', 'E4', 'G4:2'] }, PIANO, student)
  expect(made.lines[0]!.notes.flatMap((n) => n.pitches)).toEqual(['C4', 'E4', 'G4'])
})
