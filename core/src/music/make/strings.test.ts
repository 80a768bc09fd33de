/** Mallets, harp, plucked and bowed strings. Worked out by hand; strings and first positions as in any method. */
import { describe, expect, test } from 'vitest'
import { makeExercise, rollRate } from '../index'
import type { ExerciseSpec, InstrumentSound, MakingFor } from '../index'
import {
  CELLO,
  GUITAR,
  HARP,
  MARIMBA,
  OBOE,
  pitchesTold,
  STUDENT,
  told,
  VIOLIN,
} from '../test/told'

function made(spec: ExerciseSpec, sound: InstrumentSound, more: Partial<MakingFor> = {}) {
  return makeExercise(spec, sound, { ...STUDENT, ...more })
}

describe('rolls', () => {
  const roll = (step: Extract<ExerciseSpec, { make: 'rolls' }>['step']) =>
    made({ make: 'rolls', step }, MARIMBA)
  const rate = (pitch: string) => `${Math.round(rollRate(pitch))} single strokes in a second`

  test('one, and the foot first, are two notes with a bar to listen', () => {
    expect(told(roll('one').lines[0])).toBe('C4:4~ -:4 C4:4~ -:4')
    expect(roll('one').advice[0]).toContain(rate('C4'))
    expect(roll('foot-first').lines).toEqual(roll('one').lines)
    expect(roll('foot-first').advice[0]).toContain('foot first')
    expect(roll('one').advice.join()).not.toContain('foot first')
  })

  test('lower ones are read in the bass clef and need fewer strokes', () => {
    const { lines, advice } = roll('low')
    expect(told(lines[0])).toBe('C3:4~ -:4 C3:4~ -:4')
    expect([lines[0]!.clef, roll('one').lines[0]!.clef]).toEqual(['bass', 'treble'])
    expect(advice[0]).toContain(rate('C3'))
  })

  test('slow ones have five strokes in a second', () => {
    expect(told(roll('slow').lines[0])).toBe('C4:4~5 -:4 C4:4~5 -:4')
  })

  test('low and high have a hand and a rate each, in the treble clef for both', () => {
    const { lines, advice } = roll('low-and-high')
    expect(told(lines[0])).toBe('C3:4~"left, low" -:4 C5:4~"right, high" -:4')
    expect(lines[0]!.clef).toBe('treble')
    expect(advice[0]).toMatch(new RegExp(`${rate('C3')}.*${rate('C5')}`))
  })

  test('over four notes and a scale the hand on the side of the next leaves first', () => {
    expect(told(roll('four').lines[0])).toBe(
      'C4:2~"R near" E4:2~"L near" D4:2~"R near" G4:2~"R near"',
    )
    expect(told(roll('scale').lines[0])).toMatch(
      /^C4:2~"R near" D4:2~"R near" E4:2~"R near" F4:2~"R near" G4:2~"L near" F4:2~"L near" .* -:2$/,
    )
  })
})

describe('the harp', () => {
  const harp = (step: Extract<ExerciseSpec, { make: 'harp' }>['step']) =>
    made({ make: 'harp', step }, HARP, { key: 'F' }).lines.map(told)

  const up = 'F4 A4 C5 F5 C5 A4 F4 -'
  const below = 'F3 A3 C4 F4 C4 A3 F3 -'

  test('right once, left once an octave lower, one after the other', () => {
    expect(harp('once')).toEqual([`${up} -:8`, `-:8 ${below}`])
  })

  test('and the left twice once it is learned', () => {
    expect(harp('left-twice')).toEqual([`${up} -:16`, `-:8 ${below} ${below}`])
  })

  test('fours are placed together up the scale and down again', () => {
    const [right, left] = harp('conditioning')
    const fours =
      'F4 G4 A4 Bb4 G4 A4 Bb4 C5 A4 Bb4 C5 D5 Bb4 C5 D5 E5 E5 D5 C5 Bb4 D5 C5 Bb4 A4 C5 Bb4 A4 G4 Bb4 A4 G4 F4'
    expect(right).toBe(`${fours} -:64`)
    expect(left!.split(' ')).toHaveLength(1 + 2 * 32)
  })

  test('harmonics begin with the left, over the whole octave', () => {
    const [right, left] = harp('harmonics')
    expect(left).toMatch(/^F3:2o G3:2o .* F4:2o E4:2o .* F3:2o -:2 -:32$/)
    expect(right).toMatch(/^-:32 F4:2o G4:2o .* F5:2o .* F4:2o -:2$/)
  })
})

test('one string, a bar for each way of playing it: the last but one of the instrument', () => {
  const spec = { make: 'repeated', ways: ['near', 'far'] } as const
  const bars = (open: string) => `${open}"near" ${open} ${open}:2 ${open}"far" ${open} ${open}:2`
  expect(told(made(spec, VIOLIN).lines[0])).toBe(bars('A4'))
  expect(told(made(spec, GUITAR, { key: 'D' }).lines[0])).toBe(bars('B4'))
  expect(told(made(spec, OBOE).lines[0])).toBe(bars('G4'))
  expect(made(spec, GUITAR, { key: 'D' }).fifths).toBe(0)
})

describe('colour up the neck', () => {
  const plucked = (strokes: 'short' | 'connected') =>
    made({ make: 'pluck', strokes }, GUITAR).lines[0]!
  const shares = (strokes: 'short' | 'connected') =>
    plucked(strokes).notes.flatMap((n) => n.words ?? [])

  // Equal temperament: 2^(−1/12) = 0.944, 2^(−5/12) = 0.749, 2^(−9/12) = 0.595 of the string are left to sound.
  test('three places in three positions, at the same share of what is left to sound', () => {
    expect(shares('connected')).toEqual([
      'I: 31 %',
      '24 %',
      '9 %',
      'V: 25 %',
      '19 %',
      '7 %',
      'IX: 20 %',
      '15 %',
      '6 %',
    ])
  })

  test('connected, each lasts a bar; short, two are short and one lasts', () => {
    expect(told(plucked('connected'))).toMatch(
      /^A4\+C5\+F5:4"I: 31 %" A4\+C5\+F5:4"24 %" A4\+C5\+F5:4"9 %" C#5\+E5\+A5:4"V: 25 %" /,
    )
    expect(told(plucked('short'))).toMatch(
      /^A4\+C5\+F5\."I: 31 %" A4\+C5\+F5\. A4\+C5\+F5:2 A4\+C5\+F5\."24 %" /,
    )
    expect(shares('short')).toEqual(shares('connected'))
  })
})

describe('bows', () => {
  type Step = Extract<ExerciseSpec, { make: 'bows' }>['step']
  const bowed = (step: Step, sound: InstrumentSound) =>
    told(made({ make: 'bows', step }, sound, { key: 'A' }).lines[0])

  test('whole ones on the open string and the next', () => {
    expect(bowed('open', VIOLIN)).toBe('D4:4n"0" D4:4v A4:4n"0" A4:4v')
    expect(bowed('whole', CELLO)).toBe('G2:4n"0" G2:4v D3:4n"0" D3:4v')
  })

  test('from the highest string the next is a fifth above, stopped', () => {
    expect(bowed('crossings', { ...VIOLIN, home: 'E5', fingering: 'violin' })).toBe(
      'E5:2n"0" B5:2v"4" E5:2n B5:2v',
    )
  })

  test('short ones stop before they turn', () => {
    expect(bowed('short', VIOLIN)).toMatch(/^D4n"0" - D4v - D4n - D4v - A4n"0" - /)
  })

  test('crossings go to and fro', () => {
    expect(bowed('crossings', CELLO)).toBe('G2:2n"0" D3:2v"0" G2:2n D3:2v')
  })

  test('four fingers go up and down, or sit on the fourth first', () => {
    expect(bowed('four-fingers', VIOLIN)).toBe(
      'E4:2n"1" F#4:2v"2" G4:2n"3" A4:2v"4" G4:2n"3" F#4:2v"2" E4:2n"1" -:2',
    )
    expect(bowed('four-down', CELLO)).toBe(
      'C3:2n"4" B2:2v"3" Bb2:2n"2" A2:2v"1" Bb2:2n"2" B2:2v"3" C3:2n"4" -:2',
    )
  })

  // Handbook practice: on the violin the fourth finger is the next open string, the first on it an octave above the
  // string below; on the cello the fourth finger is an octave above the string below, the first on the second string
  // an octave below the open first.
  test('stopped notes are checked against open strings: the same note, or its octave', () => {
    expect(bowed('octave-check', VIOLIN)).toBe('D4:2n"4" D4:2v"0" A3:2n"1" A4:2v"0"')
    expect(bowed('octave-check', CELLO)).toBe('C3:2n"4" C2:2v"0" A2:2n"1" A3:2v"0"')
  })

  test('open strings have no key', () => {
    expect(made({ make: 'bows', step: 'open' }, VIOLIN, { key: 'A' }).fifths).toBe(0)
  })
})

describe('against a drone', () => {
  test('the scale lies over its tonic for as long as it lasts', () => {
    const { lines, fifths } = made({ make: 'drone' }, VIOLIN, { key: 'D' })
    expect(pitchesTold(lines[0])).toBe('D4 E4 F#4 G4 A4 B4 C#5 D5')
    expect(told(lines[0])).toMatch(/^D4:2n"0" E4:2v"1" /)
    expect(told(lines[1])).toBe('D4:4 D4:4 D4:4 D4:4')
    expect(fifths).toBe(2)
  })

  test('bows are for those who bow', () => {
    expect(told(made({ make: 'drone' }, OBOE, { key: 'G' }).lines[0])).toMatch(/^G4:2 A4:2 /)
  })
})
