import { describe, expect, test } from 'vitest'
import { fingersFromTheTop, instrumentFinger, midiOf, shapeAt, stringsOf, up } from './index'

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

// As printed in the charts of Klosé, "Méthode complète de clarinette" (1843), Taffanel and Gaubert, "Méthode complète
// de flûte" (1923), and for the saxophone Klosé, "Méthode complète
// des saxophones" (1881); all from memory. T is the thumb (on a saxophone with the octave key), R the register key.
describe('charts of the woodwinds', () => {
  test.each([
    ['clarinet', 'G3', 'T123|123'],
    ['clarinet', 'C4', 'T123'],
    ['clarinet', 'F4', 'T'],
    ['clarinet', 'G4', 'open'],
    ['clarinet', 'A4', 'A'],
    ['clarinet', 'D5', 'TR123|123'],
    ['clarinet', 'C5', 'TR123|123+C'],
    ['clarinet', 'G5', 'TR123'],
    ['flute', 'D4', 'T123|123'],
    ['flute', 'F#4', 'T123|3'],
    ['flute', 'B4', 'T1'],
    ['flute', 'D5', 'T23|123'],
    ['flute', 'G5', 'T123'],
    ['saxophone', 'C#5', 'open'],
    ['saxophone', 'F#4', '123|2'],
    ['saxophone', 'D5', 'T123|123'],
    ['saxophone', 'G5', 'T123'],
  ] as const)('%s %s is %s', (kind, note, fingers) => {
    expect(instrumentFinger(kind, note)).toBe(fingers)
  })

  // A clarinet overblows at the twelfth: with the register key the same fingers sound nineteen semitones higher.
  test.each([
    ['C4', 'G5'],
    ['Bb3', 'F5'],
    ['G3', 'D5'],
  ] as const)('a clarinet’s %s with the register key is %s', (low, high) => {
    expect(midiOf(high) - midiOf(low)).toBe(19)
    const fingers = instrumentFinger('clarinet', high)
    if (fingers !== null)
      expect(fingers).toBe(instrumentFinger('clarinet', low)?.replace('T', 'TR'))
  })
})

// What overblows at the octave has the same fingers an octave higher, with the octave key on a saxophone; the first
// finger of a flute is lifted for the D between. Common practice, no source.
test.each([
  ['saxophone', ['D4', 'E4', 'F4', 'F#4', 'G4', 'A4'], (low: string) => `T${low}`],
  ['flute', ['E4', 'F4', 'F#4', 'G4', 'A4', 'B4', 'C5'], (low: string) => low],
  ['flute', ['D4'], (low: string) => low.replace('T123', 'T23')],
] as const)('the second octave of a %s has the fingers of the first: %s', (kind, notes, above) => {
  for (const low of notes) {
    expect(instrumentFinger(kind, up(low, '8P')), low).toBe(above(instrumentFinger(kind, low)!))
  }
})

// Common practice, no source: seven positions and valves reach a diminished fifth below an open note.
test('below the seventh place and above the highest open note nothing is printed', () => {
  expect(instrumentFinger('trumpet-valves', 'F#3')).toBe('1-2-3')
  expect(instrumentFinger('trumpet-valves', 'F3')).toBeNull()
  expect(instrumentFinger('trumpet-valves', 'C6')).toBe('0')
  expect(instrumentFinger('trumpet-valves', 'C#6')).toBeNull()
  expect(instrumentFinger('trombone-slide', 'E2')).toBe('7')
  expect(instrumentFinger('trombone-slide', 'Eb2')).toBeNull()
  expect(instrumentFinger('horn-b-flat-valves', 'E4')).toBe('2')
})

test('beyond first position, and below the lowest string, no finger is printed', () => {
  expect(instrumentFinger('violin', 'B5')).toBe('4')
  expect(instrumentFinger('violin', 'C6')).toBeNull()
  expect(instrumentFinger('violin', 'F#3')).toBeNull()
  expect(instrumentFinger('guitar', 'A5')).toBeNull()
})

test('keys are numbered by the hand and not by a table, and what has no table has no ladder', () => {
  expect(instrumentFinger('keyboard', 'C4')).toBeNull()
  expect(instrumentFinger('keyboard-right', 'C4')).toBeNull()
  expect(fingersFromTheTop('trumpet-valves')).toEqual([])
  expect(fingersFromTheTop(null)).toEqual([])
  expect([stringsOf('trumpet-valves'), stringsOf(null)]).toEqual([[], []])
})

// One finger more for each note: the table's own signs grow by one from the top down.
test.each(['saxophone', 'clarinet'] as const)(
  'each note of the first ladder of a %s adds one',
  (kind) => {
    const down = fingersFromTheTop(kind).map(
      (n) => instrumentFinger(kind, n)!.replace('|', '').length,
    )
    expect(down).toEqual(down.map((_, i) => i + 1))
  },
)

describe('strings and frets', () => {
  test('a C major scale on the guitar in first position: 3 0 2 3 0 2 0 1', () => {
    const scale = ['C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', 'C5']
    expect(scale.map((n) => instrumentFinger('guitar', n)).join('')).toBe('30230201')
  })

  // Equal temperament: a fret is a semitone. The small shape on the three highest strings is a major chord.
  test.each([
    [1, ['A4', 'C5', 'F5']],
    [5, ['C#5', 'E5', 'A5']],
    [9, ['F5', 'Ab5', 'Db6']],
  ] as const)('the small shape with its first finger at fret %i', (fret, notes) => {
    const strings = stringsOf('guitar')
    const shape = shapeAt(strings, fret)
    expect(shape).toEqual(notes)
    const frets = shape.map((p, i) => midiOf(p) - midiOf(strings.slice(-3)[i]!))
    expect(frets).toEqual([fret + 1, fret, fret])
  })
})
