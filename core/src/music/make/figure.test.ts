/** Notes as they are said become notes as they are written. Expected notes are worked out by hand. */
import { describe, expect, test } from 'vitest'
import type { InstrumentSound, MakingFor } from '../index'
import { makeExercise } from '../index'
import { PIANO, STUDENT, VIOLIN } from '../test/told'

const student: MakingFor = { ...STUDENT, tempo: 90 }

type Said = { right?: readonly string[]; left?: readonly string[]; feet?: readonly string[] }

function lines(said: Said, sound: InstrumentSound, more: Partial<MakingFor> = {}) {
  return makeExercise({ make: 'figure', ...said }, sound, { ...student, ...more }).lines
}
const names = (said: Said, sound: InstrumentSound, more: Partial<MakingFor> = {}) =>
  lines(said, sound, more).map((l) => l.notes.flatMap((n) => n.pitches))

describe('degrees', () => {
  test('move with the key, over the octave and below the first', () => {
    const said = { right: ['1', '7', '8', '10', '5,'] }
    expect(names(said, VIOLIN, { key: 'D' })).toEqual([['D4', 'C#5', 'D5', 'F#5', 'A3']])
    expect(names(said, VIOLIN, { key: 'Eb' })).toEqual([['Eb4', 'D5', 'Eb5', 'G5', 'Bb3']])
  })

  test('are played by each hand in turn, the left an octave lower, each with its own fingers', () => {
    const [right, left] = lines({ right: ['1:2', '1+3+5:2'] }, PIANO)
    const sounding = (l: typeof right) => l!.notes.filter((n) => n.pitches.length > 0)
    expect(sounding(left).map((n) => n.pitches)).toEqual([['C3'], ['C3', 'E3', 'G3']])
    expect(sounding(right).map((n) => n.pitches)).toEqual([['C4'], ['C4', 'E4', 'G4']])
    expect(sounding(left).map((n) => n.fingers)).toEqual([[5], [5, 3, 1]])
    expect(sounding(right).map((n) => n.fingers)).toEqual([[1], [1, 3, 5]])
  })

  test('that do not lie under five fingers have none', () => {
    const [right] = lines({ right: ['1+4+6:4'] }, PIANO, { hands: 'right' })
    expect(right!.notes[0]!.fingers).toBeUndefined()
    const [beyond] = lines({ right: ['15:4'] }, PIANO, { hands: 'right' })
    expect(beyond!.notes[0]).toEqual({ pitches: ['C6'], beats: 4 })
  })
})

describe('what is said', () => {
  test('for both hands is for both at once', () => {
    expect(names({ right: ['3:4'], left: ['1,:4'] }, PIANO)).toEqual([['E4'], ['C2']])
  })

  test('by name stays in every key, and is for the hand it is said for', () => {
    expect(names({ left: ['C3', 'C4 M'] }, PIANO, { key: 'Gb' })).toEqual([[], ['C3', 'C4']])
  })

  test('by string and fret is counted from the highest string', () => {
    const [line] = lines({ right: ['s1f0', 's2f2:2 1', 's4f5'] }, VIOLIN)
    expect(line!.notes.map((n) => n.pitches[0])).toEqual(['E5', 'B4', 'C4'])
    expect(line!.notes[1]!.words).toBe('1')
  })

  test('for the feet stands alone in the bass clef', () => {
    const [line, ...others] = lines({ feet: ['C2:2 L', 'D2:2 R'] }, PIANO)
    expect(others).toEqual([])
    expect([line!.clef, line!.hand]).toEqual(['bass', null])
  })

  test('is short, lifted, slurred, rolled or a rest with words', () => {
    const [line] = lines({ right: ['(1', '2)', '3.', '4^', '- breathe', 'h:2~6'] }, VIOLIN, {
      key: 'D',
    })
    const [from, to, short, lifted, silent, rolled] = line!.notes
    expect([from!.slur, to!.slur]).toEqual(['start', 'end'])
    expect([short!.marks, lifted!.marks]).toEqual([['staccato'], ['lift']])
    expect([silent!.pitches, silent!.words]).toEqual([[], 'breathe'])
    // Six strokes to a beat at ninety beats a minute are nine in a second.
    expect([rolled!.marks, rolled!.strokes]).toEqual([['roll'], 9])
  })
})

describe('the instrument', () => {
  test('bows in turn where nothing is slurred, and fills the last bar', () => {
    const [line] = lines({ right: ['1', '2', '3'] }, VIOLIN, { key: 'D' })
    expect(line!.notes.map((n) => n.marks?.[0])).toEqual([
      'down-bow',
      'up-bow',
      'down-bow',
      undefined,
    ])
    expect(line!.notes.at(-1)!.pitches).toEqual([])
  })

  test('sticks in turn on bars', () => {
    const bars = { ...VIOLIN, family: 'mallets', fingering: null } as const
    const [line] = lines({ right: ['1', '-', '1', '1'] }, bars, { key: 'D' })
    expect(line!.notes.map((n) => n.words)).toEqual(['R', undefined, 'L', 'R'])
    // Where somebody said something, nothing is added to it.
    const [said] = lines({ right: ['1 left', '1'] }, bars, { key: 'D' })
    expect(said!.notes.map((n) => n.words)).toEqual(['left', undefined, undefined])
    const [others] = lines({ right: ['1', '1'] }, { ...bars, family: 'reed' }, { key: 'D' })
    expect(others!.notes.map((n) => n.words)).toEqual([undefined, undefined, undefined])
  })

  test('does not smear on a slide: the tongue joins, and the exercise says so', () => {
    const slide: InstrumentSound = {
      ...VIOLIN,
      clef: 'bass',
      low: 'E2',
      high: 'Bb4',
      home: 'F3',
      family: 'brass',
      fingering: 'trombone-slide',
    }
    const made = makeExercise({ make: 'figure', right: ['(2', '1)'] }, slide, {
      ...student,
      key: 'F',
    })
    expect(made.lines[0]!.notes.every((n) => n.slur === undefined)).toBe(true)
    expect(made.advice.join()).toMatch(/doo/)
    const told = (right: readonly string[], sound: InstrumentSound) =>
      makeExercise({ make: 'figure', right }, sound, student).advice
    expect(told(['2', '1'], slide)).toEqual([])
    expect(told(['(2', '1)'], VIOLIN)).toEqual([])
  })

  test('a note that is none is refused', () => {
    expect(() => lines({ right: ['1:'] }, VIOLIN)).toThrow(RangeError)
  })
})
