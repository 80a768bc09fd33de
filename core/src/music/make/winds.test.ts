/** Low notes, one finger more, on and off, long notes. Worked out by hand; holes as the charts of the instruments. */
import { describe, expect, test } from 'vitest'
import { makeExercise } from '../index'
import type { ExerciseSpec, InstrumentSound, MakingFor } from '../index'
import {
  CLARINET,
  FLUTE,
  GUITAR,
  OBOE,
  SAXOPHONE,
  STUDENT,
  told,
  TROMBONE,
  TRUMPET,
} from '../test/told'

function made(spec: ExerciseSpec, sound: InstrumentSound, more: Partial<MakingFor> = {}) {
  return makeExercise(spec, sound, { ...STUDENT, ...more })
}
const line = (...of: Parameters<typeof made>) => told(made(...of).lines[0])

type LowStep = Extract<ExerciseSpec, { make: 'low-note' }>['step']

describe('the low note', () => {
  const low = (step: LowStep, sound: InstrumentSound) => made({ make: 'low-note', step }, sound)
  const lowLine = (step: LowStep, sound: InstrumentSound) => told(low(step, sound).lines[0])

  test('of a clarinet is G with all fingers down; the left hand lifts to F and its thumb stays', () => {
    expect(lowLine('hold', CLARINET)).toBe('G3:4"T123|123" -:4 G3:4 -:4')
    expect(lowLine('lift-left', CLARINET)).toBe(
      'G3:2"all down" F4:2"left up" G3:2"all down" F4:2"left up" G3:4 -:4',
    )
    expect(low('hold', CLARINET).fifths).toBe(-1)
  })

  test('of a saxophone is D; with the left hand up it is C sharp', () => {
    expect(lowLine('lift-left', SAXOPHONE)).toMatch(/^D4:2"all down" C#5:2"left up" /)
    expect(lowLine('steps', SAXOPHONE)).toBe('D4:2"123|123" E4:2"123|12" F4:2"123|1" E4:2 D4:2 -:2')
    expect(low('hold', SAXOPHONE).fifths).toBe(0)
  })

  test('of another lies a fourth below its first notes', () => {
    expect(lowLine('hold', OBOE)).toBe('D4:4 -:4 D4:4 -:4')
    expect(lowLine('lift-left', OBOE)).toMatch(/^D4:2"all down" G4:2"left up" /)
    expect(lowLine('steps', OBOE)).toBe('D4:2 E4:2 F#4:2 E4:2 D4:2 -:2')
  })

  test('and is the bottom of the instrument where a fourth would leave it', () => {
    expect(lowLine('hold', { ...OBOE, low: 'E4' })).toMatch(/^E4:4/)
    expect(lowLine('hold', { ...OBOE, low: 'D4' })).toMatch(/^D4:4/)
  })

  test('patterns leave as long to answer as they last', () => {
    expect(lowLine('patterns', CLARINET)).toBe(
      'G3:2"T123|123" A3:2"T123|12" Bb3:2"T123|1" G3:2 -:8 Bb3:2 A3:2 G3:4 -:8',
    )
  })

  // A clarinet overblows at the twelfth; with the register key its middle C is G above the staff.
  test('and its twelfth are one grip with the register key', () => {
    expect(lowLine('register-key', CLARINET)).toBe('C4:2"T123" G5:2"TR123" C4:2 G5:2')
    expect(low('register-key', CLARINET).fifths).toBe(0)
  })

  test('holes are felt on a clarinet, pearls on a saxophone, and where the hand is at rest', () => {
    const said = (step: LowStep, sound: InstrumentSound) => low(step, sound).advice.join(' ')
    for (const step of ['hold', 'lift-left'] as const) {
      expect(said(step, CLARINET)).toContain('feel each hole')
      expect(said(step, SAXOPHONE)).toContain('pearl')
      expect(said(step, OBOE)).not.toContain('feel')
    }
    expect(said('steps', CLARINET)).not.toContain('feel')
  })
})

describe('one finger more', () => {
  test('adds from the top, each note twice; the table’s signs are explained', () => {
    const added = made({ make: 'add-a-finger' }, SAXOPHONE, { key: 'D' })
    expect(told(added.lines[0])).toBe(
      'B4:2"1" B4:2 A4:2"12" A4:2 G4:2"123" G4:2 F4:2"123|1" F4:2 E4:2"123|12" E4:2 D4:2"123|123" D4:2',
    )
    expect(added.fifths).toBe(0)
    expect(added.advice.at(-1)).toContain('octave key')
  })

  test('of a clarinet begins on its thumb, of a flute on thumb and first finger', () => {
    const names = (sound: InstrumentSound) =>
      line({ make: 'add-a-finger' }, sound).match(/\w+:2"[^"]+"/g)
    expect(names(CLARINET)).toEqual([
      'F4:2"T"',
      'E4:2"T1"',
      'D4:2"T12"',
      'C4:2"T123"',
      'Bb3:2"T123|1"',
      'A3:2"T123|12"',
      'G3:2"T123|123"',
    ])
    expect(names(FLUTE)!.at(0)).toBe('B4:2"T1"')
  })
})

describe('on and off', () => {
  const switched = (
    spec: Omit<Extract<ExerciseSpec, { make: 'switching' }>, 'make'>,
    sound: InstrumentSound = OBOE,
  ) => made({ make: 'switching', ...spec }, sound, { key: 'D' })
  const switching = (spec: Parameters<typeof switched>[0]) => told(switched(spec).lines[0])

  test('two notes in turn, with their words, and once more', () => {
    expect(switching({ notes: ['A4', 'B4'], words: ['on', 'off'] })).toBe(
      'A4"on" B4"off" A4"on" B4"off"',
    )
  })

  test('words may be left out for some', () => {
    expect(switching({ notes: ['A4', 'B4'], words: ['', 'off'] })).toBe('A4 B4"off" A4 B4"off"')
  })

  test('a longer line is whole in itself', () => {
    const four = ['A4', 'B4', 'A4', 'G4']
    expect(switching({ notes: four, words: [] })).toBe('A4 B4 A4 G4 A4 B4 A4 G4')
    expect(switching({ notes: [...four, 'A4'], words: [], beats: 2 })).toBe(
      'A4:2 B4:2 A4:2 G4:2 A4:2 -:2',
    )
  })

  test('then each twice in half the time, or the line twice in half the time', () => {
    const two = { notes: ['A4', 'B4'], words: ['on', 'off'], beats: 2 }
    expect(switching({ ...two, then: 'twice' })).toBe('A4:2"on" B4:2"off" A4 A4 B4 B4')
    expect(switching({ ...two, then: 'eighths' })).toBe('A4:2"on" B4:2"off" A4 B4 A4 B4')
  })

  test('each two of them on one air', () => {
    expect(switching({ notes: ['A4', 'B4'], words: [], slurred: true })).toBe('(A4 B4) (A4 B4)')
  })

  test('it is said that words are spoken first, where there are any', () => {
    expect(switched({ notes: ['A4', 'B4'], words: ['', 'off'] }).advice).toHaveLength(1)
    expect(switched({ notes: ['A4', 'B4'], words: ['', ''] }).advice).toEqual([])
    expect(switched({ notes: ['A4', 'B4'], words: [] }).fifths).toBe(0)
  })
})

describe('long notes', () => {
  type Step = Extract<ExerciseSpec, { make: 'long-notes' }>['step']
  const long = (step: Step, sound: InstrumentSound, more: Partial<MakingFor> = {}) =>
    made({ make: 'long-notes', step }, sound, more)

  test('rest as long as they are blown, near the first note of the instrument in the key', () => {
    const one = long('one', OBOE, { key: 'F' })
    expect(told(one.lines[0])).toBe('F4:4 -:4 F4:4 -:4')
    expect(one.advice[0]).toContain('while it is still easy')
  })

  test('on a plucked string are down and up in the time of the note', () => {
    const one = long('one', GUITAR)
    expect(told(one.lines[0])).toBe('C4:4~6"3" -:4 C4:4~6 -:4')
    expect(one.advice[0]).toContain('down stroke')
  })

  test('four starts on one breath, twice', () => {
    expect(told(long('four-starts', TRUMPET).lines[0])).toBe('C4"0" C4 C4 C4 -:4 C4 C4 C4 C4 -:4')
  })

  test('the siren glides a fifth up and a fourth down, on the mouthpiece: no valves', () => {
    const siren = long('siren', { ...TRUMPET, home: 'G4' }, { key: 'G' })
    expect(told(siren.lines[0])).toBe('(G4:2 D5:2 G4:2 D4:2)')
  })

  test('five notes on one breath, in as many as it takes', () => {
    const five = (tempo: number) => told(long('five', OBOE, { key: 'G', tempo }).lines[0])
    expect(five(72)).toBe('(G4 A4 B4 C5 D5 C5 B4 A4 G4) -:3')
    expect(five(40)).toBe('(G4 A4 B4 C5 D5,) (C5 B4 A4 G4) -:3')
    // However slow, two notes at least are joined.
    expect(five(10)).toBe('(G4 A4,) (B4 C5,) (D5 C5,) (B4 A4,) G4 -:3')
  })

  test('on a slide the tongue joins them', () => {
    const five = long('five', TROMBONE, { key: 'Bb' })
    expect(told(five.lines[0])).not.toContain('(')
    expect(five.advice).toHaveLength(2)
    expect(long('five', TRUMPET).advice).toHaveLength(1)
  })
})
