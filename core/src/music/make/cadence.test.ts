/** Cadences over roots and through the keys; the chords in close position are in the tests of the room. */
import { describe, expect, test } from 'vitest'
import { KEYS_BY_FOURTHS, makeExercise, midiOf } from '../index'
import type { ExerciseSpec, MakingFor } from '../index'
import { PIANO, pitchesTold, STUDENT, told } from '../test/told'

type Cadence = Extract<ExerciseSpec, { make: 'cadence' }>
const made = (spec: Omit<Cadence, 'make'>, more: Partial<MakingFor> = {}, sound = PIANO) =>
  makeExercise({ make: 'cadence', ...spec }, sound, { ...STUDENT, ...more })

describe('roots', () => {
  test('are octaves below, each chord named above and four beats long', () => {
    const [right, left] = made({ hands: 'roots' }).lines
    expect(told(right)).toMatch(/^C4\+E4\+G4:4"I" C4\+F4\+A4:4"IV" .*:4"V7" C4\+E4\+G4:4"I"$/)
    expect(told(left)).toBe('C2+C3:4 F2+F3:4 C2+C3:4 G2+G3:4 G2+G3:4 C2+C3:4')
  })

  test('are single where an octave is too wide, not healthy, or not on the instrument', () => {
    const left = (more: Partial<MakingFor>, low = 'A0') =>
      pitchesTold(made({ hands: 'roots' }, more, { ...PIANO, low }).lines[1])
    expect(left({ looseJoints: true })).toBe('C3 F3 C3 G3 G3 C3')
    expect(left({ smallHand: true })).toBe('C3 F3 C3 G3 G3 C3')
    expect(left({}, 'D2')).toBe('C3 F3 C3 G3 G3 C3')
    expect(left({}, 'C2')).toMatch(/^C2\+C3 /)
  })

  test('have the pedal, and close chords have not', () => {
    expect(made({ hands: 'roots' }).advice.join()).toContain('Pedal')
    expect(made({ hands: 'both' }).advice).toEqual([])
  })
})

describe('both hands in chords', () => {
  const hands = (key: string) => made({ hands: 'both' }, { key }).lines

  test('the left plays an octave below, without names', () => {
    expect(told(hands('C')[1])).toMatch(/^C3\+E3\+G3:4 C3\+F3\+A3:4 /)
  })

  // Below B flat in the great octave close thirds blur; common practice, no source.
  test('out of the mud, with the right above all of it', () => {
    const [right, left] = hands('G')
    expect(told(left)).toMatch(/^G3\+B3\+D4:4 /)
    expect(told(right)).toMatch(/^G4\+B4\+D5:4"I" /)
    for (const key of KEYS_BY_FOURTHS) {
      const [above, below] = hands(key).map((l) => l.notes.flatMap((n) => n.pitches.map(midiOf)))
      expect(Math.min(...below!), key).toBeGreaterThanOrEqual(midiOf('Bb2'))
      expect(Math.min(...above!), key).toBeGreaterThan(Math.max(...below!))
    }
  })
})

describe('the right hand alone', () => {
  test('leaves the left silent', () => {
    const [right, left] = made({ hands: 'right' }).lines
    expect(told(right)).toContain('"V7"')
    expect(told(left)).toBe('-:24')
  })
})

describe('all keys by fourths', () => {
  const { lines, fifths, title } = made({ hands: 'roots', keys: 'fourths' }, { key: 'D' })

  test('the short cadence, two beats a chord, each key named where it begins, without a signature', () => {
    expect([title, fifths]).toEqual(['Cadences by fourths', 0])
    expect(told(lines[0])).toMatch(
      /^C4\+E4\+G4:2"C: I" C4\+F4\+A4:2"IV" B3\+D4\+F4\+G4:2"V7" C4\+E4\+G4:2"I" F4\+A4\+C5:2"F: I" /,
    )
    const named = lines[0]!.notes.flatMap((n) => /^(.+): I$/.exec(n.words ?? '')?.[1] ?? [])
    expect(named).toEqual(['C', 'F', 'B♭', 'E♭', 'A♭', 'D♭', 'G♭', 'B', 'E', 'A', 'D', 'G'])
  })

  test('with the roots of each below', () => {
    expect(told(lines[1])).toMatch(/^C2\+C3:2 F2\+F3:2 G2\+G3:2 C2\+C3:2 F2\+F3:2 Bb2\+Bb3:2 /)
    expect(lines[1]!.notes).toHaveLength(48)
  })
})

test('a cadence says its key', () => {
  expect(made({ hands: 'right' }, { key: 'Eb' })).toMatchObject({
    title: 'Cadence in Eb',
    fifths: -3,
  })
})
