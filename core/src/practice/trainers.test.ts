import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Bpm } from '../kit'
import type { Exercise, Line } from '../music'
import { askFinger, askStep, judgeOrder, trainersFor } from './trainers'
import type { FingerAsked, TrainedExercise, Trainer } from './trainers'

function exercise(...lines: readonly Line[]): Exercise {
  return {
    title: 'x',
    fifths: 0,
    beatsPerBar: 4,
    tempo: 60 as Bpm,
    transpose: 0,
    lines,
    advice: [],
  }
}

function line(hand: Line['hand'], notes: readonly (readonly [string, number, number?])[]): Line {
  return {
    hand,
    clef: 'treble',
    notes: notes.map(([pitch, beats, finger]) => ({
      pitches: pitch === '' ? [] : [pitch],
      beats,
      ...(finger === undefined ? {} : { fingers: [finger] }),
    })),
  }
}

const RIGHT = line('right', [
  ['C4', 1, 1],
  ['D4', 1, 2],
  ['E4', 2, 3],
])
const LEFT = line('left', [
  ['C3', 2, 5],
  ['', 1],
  ['G3', 1, 1],
])
const named = (
  e: Exercise | null,
  strand: 'coordination' | 'tone' = 'tone',
  feet = false,
): TrainedExercise => ({
  name: 'Meet on the beat',
  strand,
  feet,
  exercise: e,
})
const kinds = (trainers: readonly Trainer[]) => trainers.map((t) => t.kind)

describe('which trainers a week calls for', () => {
  const both = named(exercise(RIGHT, LEFT), 'coordination')

  test('a beginner at the keyboard with both hands gets all four', () => {
    const all = trainersFor([both], 'keyboard', 'beginner')
    expect(kinds(all)).toEqual(['finger-names', 'up-or-down', 'which-hand', 'tapping'])
    expect(all[2]).toMatchObject({ order: ['both', 'right', 'right', 'left'] })
  })

  test('the foot comes in where the fault shows in the feet, notes or none', () => {
    const feet = trainersFor([named(null, 'coordination', true)], 'mallets', 'advanced')
    expect(feet).toEqual([{ kind: 'tapping', tasks: ['turns', 'swap', 'foot-and-hands'] }])
    const none = trainersFor([named(null, 'tone', true)], 'mallets', 'advanced')
    expect(none).toEqual([])
  })

  test('an advanced player gets only what hands together calls for', () => {
    expect(kinds(trainersFor([both], 'keyboard', 'advanced'))).toEqual(['which-hand', 'tapping'])
  })

  test('all of the right and then all of the left is no order to learn', () => {
    const after = line('left', [
      ['', 4],
      ['C3', 2, 5],
      ['G3', 2, 1],
    ])
    expect(kinds(trainersFor([named(exercise(RIGHT, after))], 'keyboard', 'advanced'))).toEqual([])
  })

  test('winds have no finger numbers, and one line no order of hands', () => {
    expect(kinds(trainersFor([named(exercise(RIGHT))], 'brass', 'beginner'))).toEqual([
      'up-or-down',
    ])
  })

  test('nothing to play calls for nothing', () => {
    expect(trainersFor([], 'keyboard', 'beginner')).toEqual([])
  })

  // Common practice, no source: 1 is the thumb on keyboards and harp, the index finger on strings with a neck.
  test.each([
    ['keyboard', 'thumb', 5, ['right', 'left']],
    ['harp', 'thumb', 4, ['right', 'left']],
    ['bowed', 'index', 4, ['left']],
    ['plucked', 'index', 4, ['left']],
  ] as const)('%s counts from the %s, %i of them', (family, first, count, hands) => {
    const [names] = trainersFor([both], family, 'elementary')
    expect(names).toEqual({ kind: 'finger-names', hands, fingers: { first, count } })
  })
})

const WAYS = new Map([
  ['C4 E4', 'up'],
  ['E4 E4', 'same'],
  ['E4 B3', 'down'],
])

describe('the questions', () => {
  test('never the same finger twice running, and every finger of every hand in turn', () => {
    const trainer = {
      kind: 'finger-names',
      hands: ['left', 'right'],
      fingers: { first: 'thumb', count: 5 },
    } as const
    const rng = seededRng(3)
    const asked = Array.from({ length: 300 }).reduce<FingerAsked[]>(
      (all) => [...all, askFinger(rng, trainer, all.at(-1) ?? null)],
      [],
    )
    expect(asked.slice(1).every((a, i) => JSON.stringify(a) !== JSON.stringify(asked[i]))).toBe(
      true,
    )
    expect(new Set(asked.map((a) => JSON.stringify(a))).size).toBe(10)
  })

  test('two neighbours of the exercise go the way their pitches say', () => {
    const rng = seededRng(4)
    const seen = Array.from({ length: 60 }, () => askStep(rng, ['C4', 'E4', 'E4', 'B3']))
    for (const { from, to, move } of seen) {
      expect(WAYS.get(`${from} ${to}`)).toBe(move)
    }
    expect(new Set(seen.map((s) => s.move)).size).toBe(3)
  })

  test('an order tapped wrong says where it went wrong first', () => {
    const order = ['both', 'right', 'right', 'left'] as const
    expect(judgeOrder(order, order)).toEqual({ right: 4, firstSlip: null })
    expect(judgeOrder(order, ['both', 'left', 'right'])).toEqual({ right: 2, firstSlip: 1 })
  })
})
