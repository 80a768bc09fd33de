import { describe, expect, test } from 'vitest'
import { joinExercises, makeExercise } from './index'
import type { ExerciseSpec } from './index'
import { PIANO, STUDENT, told, VIOLIN } from './test/told'

const one = makeExercise({ make: 'bows', step: 'open' }, { ...VIOLIN, fingering: null }, STUDENT)
const two = (spec: ExerciseSpec) =>
  makeExercise(spec, PIANO, { ...STUDENT, key: 'G', hands: 'together' })
const contrary = two({ make: 'growth', size: 2 })

describe('several exercises as one piece', () => {
  test('stand one after the other, each named above its first note', () => {
    const joined = joinExercises('A ladder', [contrary, one])
    expect(joined.title).toBe('A ladder')
    expect(told(joined.lines[0])).toBe(
      'G3[1]"2 notes" A3[2] G3[1] - D4:4n"Open strings" D4:4v A4:4n A4:4v',
    )
  })

  test('a staff that one of them does not have is silent for as long as it lasts', () => {
    expect(told(joinExercises('', [contrary, one]).lines[1])).toBe('D3[1] C3[2] D3[1] - -:16')
    expect(told(joinExercises('', [one, contrary]).lines[1])).toBe('-:16 D3[1] C3[2] D3[1] -')
    expect(joinExercises('', [one, contrary]).lines.map((l) => l.hand)).toEqual(['right', 'left'])
  })

  test('each keeps its own key and bars, in the tempo of the first, without words beneath', () => {
    const joined = joinExercises('', [
      contrary,
      { ...one, tempo: (2 * one.tempo) as typeof one.tempo },
    ])
    expect(joined.bars!.map((b) => [b.fifths, b.quarters])).toEqual([
      [1, 4],
      [0, 4],
      [0, 4],
      [0, 4],
      [0, 4],
    ])
    expect(joined.tempo).toBe(contrary.tempo)
    expect(joined.advice).toEqual([])
  })

  test('one with nothing in it adds nothing, and none at all is refused', () => {
    const empty = { ...one, lines: [{ ...one.lines[0]!, notes: [] }] }
    expect(told(joinExercises('', [empty, one]).lines[0])).toMatch(/^D4:4n"Open strings" /)
    expect(told(joinExercises('', [{ ...one, lines: [] }, one]).lines[0])).toMatch(/^D4:4n/)
    expect(() => joinExercises('', [])).toThrow(RangeError)
  })
})
