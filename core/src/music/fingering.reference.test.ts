import { Scale } from 'tonal'
import { describe, expect, test } from 'vitest'
import { chromaticFingers, isBlack, scaleFingers, scaleFrom } from './index'

// One octave up, tonic to tonic. C. L. Hanon, The Virtuoso Pianist (1873, public domain), exercise 39: scales
// in all keys; read from memory. Where Hanon starts a black tonic with 2 for the look of the page, the finger
// of the running scale is given here.
const MAJOR: readonly (readonly [string, string, string])[] = [
  ['C', '12312345', '54321321'],
  ['G', '12312345', '54321321'],
  ['D', '12312345', '54321321'],
  ['A', '12312345', '54321321'],
  ['E', '12312345', '54321321'],
  ['B', '12312345', '43214321'],
  ['F#', '23412312', '43213214'],
  ['Db', '23123412', '32143213'],
  ['Ab', '34123123', '32143213'],
  ['Eb', '31234123', '32143213'],
  ['Bb', '41231234', '32143213'],
  ['F', '12341234', '54321321'],
]
const HARMONIC_MINOR: readonly (readonly [string, string, string])[] = [
  ['A', '12312345', '54321321'],
  ['E', '12312345', '54321321'],
  ['D', '12312345', '54321321'],
  ['G', '12312345', '54321321'],
  ['C', '12312345', '54321321'],
  ['F', '12341234', '54321321'],
  ['B', '12312345', '43214321'],
  ['F#', '34123123', '43213214'],
  ['C#', '34123123', '32143213'],
  ['G#', '34123123', '32143213'],
  ['Bb', '41231234', '21321432'],
  ['Eb', '31234123', '21432132'],
]

const cases = [
  ...MAJOR.map(([key, right, left]) => [key, 'major', right, left] as const),
  ...HARMONIC_MINOR.map(([key, right, left]) => [key, 'harmonic minor', right, left] as const),
]

describe('scale fingering found by rule', () => {
  test.each(cases)('%s %s agrees with the published table', (key, mode, right, left) => {
    expect(scaleFingers(`${key}4`, 'right', 1, mode).join('')).toBe(right)
    expect(scaleFingers(`${key}3`, 'left', 1, mode).join('')).toBe(left)
  })

  test.each(cases)('%s %s: over two octaves no thumb on a black key', (key, mode) => {
    for (const hand of ['right', 'left'] as const) {
      const fingers = scaleFingers(`${key}3`, hand, 2, mode)
      expect(fingers).toHaveLength(15)
      const notes = scaleFrom(`${key}3`, mode)
      fingers.forEach((f, i) => {
        if (f === 1) expect(isBlack(notes[i % 7]!)).toBe(false)
      })
    }
  })

  test('the notes are those of the music-theory library', () => {
    for (const [key, mode] of cases) {
      expect(scaleFrom(`${key}4`, mode)).toEqual(Scale.get(`${key}4 ${mode}`).notes)
    }
  })
})

// The chromatic rule: common practice, no source.
test('chromatic: 3 on black, 1 on white, 1–2 on E–F and B–C in the right hand, its mirror in the left', () => {
  const up = ['C4', 'C#4', 'D4', 'D#4', 'E4', 'F4', 'F#4', 'G4', 'G#4', 'A4', 'A#4', 'B4', 'C5']
  expect(chromaticFingers(up, 'right').join('')).toBe('1313123131312')
  expect(chromaticFingers(up, 'left').join('')).toBe('1313213131321')
})
