import { describe, expect, test } from 'vitest'
import { instrumentFinger } from './index'

// Standard fingering charts of elementary band methods; from memory.
describe('brass', () => {
  test.each([
    ['C4', '0'],
    ['D4', '1-3'],
    ['E4', '1-2'],
    ['F4', '1'],
    ['F#4', '2'],
    ['G4', '0'],
    ['Ab4', '2-3'],
    ['A4', '1-2'],
    ['Bb4', '1'],
    ['B4', '2'],
    ['C5', '0'],
    ['F#3', '1-2-3'],
  ])('trumpet %s is %s', (note, valves) => {
    expect(instrumentFinger('trumpet-valves', note)).toBe(valves)
  })
  test.each([
    ['C4', '0'],
    ['F4', '1'],
    ['A4', '1-2'],
    ['Bb4', '1'],
    ['B4', '2'],
    ['D4', '1'],
    ['E4', '0'],
  ])('horn in F %s is %s', (note, valves) => {
    expect(instrumentFinger('horn-valves', note)).toBe(valves)
  })
  test.each([
    ['Bb2', '1'],
    ['F3', '1'],
    ['C3', '6'],
    ['D3', '4'],
    ['Eb3', '3'],
    ['G3', '4'],
    ['A3', '2'],
  ])('trombone %s is in position %s', (note, position) => {
    expect(instrumentFinger('trombone-slide', note)).toBe(position)
  })
})

// Common practice, no source: saxophone B is 1, A is 1-2, G is 1-2-3; then right 1 is F, 1-2 is E, 1-2-3 is D;
// the middle finger alone is C.
test('saxophone fingers add from the top', () => {
  const fingers = ['B4', 'A4', 'G4', 'F4', 'E4', 'D4', 'C5'].map((n) =>
    instrumentFinger('saxophone', n),
  )
  expect(fingers).toEqual(['1', '12', '123', '123|1', '123|12', '123|123', '2'])
})

test('a D major scale on the violin in first position: 0 1 2 3, 0 1 2 3', () => {
  const scale = ['D4', 'E4', 'F#4', 'G4', 'A4', 'B4', 'C#5', 'D5']
  expect(scale.map((n) => instrumentFinger('violin', n)).join('')).toBe('01230123')
})

test('a G major scale on the cello: 0 1 3 4, 0 1 3 4', () => {
  const scale = ['G2', 'A2', 'B2', 'C3', 'D3', 'E3', 'F#3', 'G3']
  expect(scale.map((n) => instrumentFinger('cello', n)).join('')).toBe('01340134')
})
