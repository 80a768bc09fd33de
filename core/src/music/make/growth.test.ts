/** First notes, scales and how they are joined. What is expected is worked out by hand; fingers as in any scale book. */
import { describe, expect, test } from 'vitest'
import { makeExercise } from '../index'
import type { ExerciseSpec, InstrumentSound, MakingFor } from '../index'
import {
  ACCORDION,
  CLARINET,
  GUITAR,
  MARIMBA,
  PIANO,
  pitchesTold,
  STUDENT,
  told,
  TROMBONE,
  TRUMPET,
  VIOLIN,
} from '../test/told'

type Growth = Extract<ExerciseSpec, { make: 'growth' }>

function grown(spec: Omit<Growth, 'make'>, sound: InstrumentSound, more: Partial<MakingFor> = {}) {
  return makeExercise({ make: 'growth', ...spec }, sound, { ...STUDENT, ...more })
}
const first = (...of: Parameters<typeof grown>) => grown(...of).lines[0]

describe('on keys', () => {
  test('five notes have five fingers, up and down, the little finger of the left on its tonic', () => {
    const [right, left] = grown({ size: 5 }, PIANO, { key: 'D', hands: 'together' }).lines
    expect(told(right)).toBe('D4[1] E4[2] F#4[3] G4[4] A4[5] G4[4] F#4[3] E4[2] D4[1] -:3')
    expect(told(left)).toBe('D3[5] E3[4] F#3[3] G3[2] A3[1] G3[2] F#3[3] E3[4] D3[5] -:3')
  })

  test('fewer than five go from each thumb outwards', () => {
    const [right, left] = grown({ size: 3 }, PIANO, { hands: 'together' }).lines
    expect(told(right)).toBe('C4[1] D4[2] E4[3] D4[2] C4[1] -:3')
    expect(told(left)).toBe('G3[1] F3[2] E3[3] F3[2] G3[1] -:3')
  })

  test('they begin on the second finger where that is asked for', () => {
    const [right, left] = grown({ size: 2, from: 2 }, PIANO, { hands: 'together' }).lines
    expect(told(right)).toBe('D4[2] E4[3] D4[2] -')
    expect(told(left)).toBe('F3[2] E3[3] F3[2] -')
  })

  test('an octave of D has the fingers of the scale books, each hand in its own bars, the left first', () => {
    const { lines, title, fifths } = grown({ size: 8 }, PIANO, { key: 'D' })
    expect([title, fifths]).toEqual(['One octave', 2])
    expect(told(lines[0])).toBe(
      '-:16 D4[1] E4[2] F#4[3] G4[1] A4[2] B4[3] C#5[4] D5[5] C#5[4] B4[3] A4[2] G4[1] F#4[3] E4[2] D4[1] -',
    )
    expect(told(lines[1])).toBe(
      'D3[5] E3[4] F#3[3] G3[2] A3[1] B3[3] C#4[2] D4[1] C#4[2] B3[3] A3[1] G3[2] F#3[3] E3[4] D3[5] - -:16',
    )
  })

  test('two octaves of the left begin two octaves below, so that they end where the right began', () => {
    const [right, left] = grown({ size: 15 }, PIANO, { hands: 'together' }).lines
    expect(pitchesTold(right)).toMatch(/^C4 .* C6 .* C4 -$/)
    expect(pitchesTold(left)).toMatch(/^C2 .* C4 .* C2 -$/)
    expect(right!.notes.map((n) => n.fingers?.[0] ?? 0).join('')).toBe(
      '123123412312345432132143213210',
    )
  })

  test('one hand alone leaves the other silent', () => {
    const alone = (hands: 'right' | 'left') => grown({ size: 2 }, PIANO, { hands }).lines.map(told)
    expect(alone('right')).toEqual(['C4[1] D4[2] C4[1] -', '-:4'])
    expect(alone('left')).toEqual(['-:4', 'G3[1] F3[2] G3[1] -'])
  })

  test('doubled values give time to think', () => {
    const { lines, title } = grown({ size: 2, doubled: true }, PIANO, { hands: 'right' })
    expect(told(lines[0])).toBe('C4:2[1] D4:2[2] C4:2[1] -:2')
    expect(title).toBe('2 notes')
  })
})

describe('on buttons', () => {
  test('a scale of the left stays in its one octave of basses, and its two octaves are one', () => {
    const [right, left] = grown({ size: 15 }, ACCORDION, { hands: 'together' }).lines
    expect(pitchesTold(right)).toMatch(/^C4 .* C6 /)
    expect(pitchesTold(left)).toBe('C2 D2 E2 F2 G2 A2 B2 C2 B2 A2 G2 F2 E2 D2 C2 - -')
  })

  test('numbers stand at the right hand’s fingers only', () => {
    const [right, left] = grown({ size: 2 }, ACCORDION, { hands: 'together' }).lines
    expect(told(right)).toBe('C4[1] D4[2] C4[1] -')
    expect(told(left)).toBe('G2 F2 G2 -')
  })
})

describe('on one staff', () => {
  test('bows go in turn from a down bow, each note with its finger once', () => {
    expect(told(first({ size: 5 }, VIOLIN, { key: 'D' }))).toBe(
      'D4n"0" E4v"1" F#4n"2" G4v"3" A4n"0" G4v F#4n E4v D4n -:3',
    )
  })

  test('sticks go in turn on bars, and two fingers walk on strings', () => {
    expect(told(first({ size: 3 }, MARIMBA))).toBe('C4"R" D4"L" E4"R" D4"L" C4"R" -:3')
    expect(told(first({ size: 3, touch: 'walking' }, GUITAR))).toBe(
      'C4"i" D4"m" E4"i" D4"m" C4"i" -:3',
    )
  })

  test('notes apart have a rest of their own length after each', () => {
    expect(told(first({ size: 2, touch: 'apart', doubled: true }, MARIMBA))).toBe(
      'C4:2 -:2 D4:2 -:2 C4:2 -:2',
    )
  })

  test('one air reaches eight seconds: at sixty to the minute eight notes, with the breath between', () => {
    const slurs = told(first({ size: 8, touch: 'slurred' }, { ...TRUMPET, fingering: null }))
    expect(slurs).toBe('(C4 D4 E4 F4 G4 A4 B4 C5,) (B4 A4 G4 F4 E4 D4 C4) -')
    const quick = told(first({ size: 5, touch: 'slurred' }, OF_ITS_OWN, { tempo: 90 }))
    expect(quick).toBe('(C4 D4 E4 F4 G4 F4 E4 D4 C4) -:3')
  })

  test('what would climb out at the top begins an octave lower where it can', () => {
    const scale = (low: string, high: string) =>
      pitchesTold(first({ size: 8 }, { ...OF_ITS_OWN, low, high }))
        .split(' ')
        .slice(0, 8)
    expect(scale('C3', 'C5').at(0)).toBe('C4')
    expect(scale('C3', 'B4')).toEqual(['C3', 'D3', 'E3', 'F3', 'G3', 'A3', 'B3', 'C4'])
    // Where it cannot, what lies outside is left out.
    expect(scale('D3', 'B4')).toEqual(['C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', '-'])
    expect(pitchesTold(first({ size: 15 }, CLARINET, { key: 'F' }))).toMatch(/^F3 .* F5 /)
  })
})

const OF_ITS_OWN: InstrumentSound = { ...TRUMPET, fingering: null }

// Common practice, no source: a slur over a move of the slide smears; only the partials of one position can be joined.
describe('on a slide', () => {
  test('two notes are joined in first position', () => {
    const two = grown({ size: 2, touch: 'slurred' }, TROMBONE)
    expect(told(two.lines[0])).toBe('(F3"1" Bb3"1" F3) -')
    expect(two.advice).toEqual([])
  })

  test('a longer run is joined by the tongue, and it is said', () => {
    const three = grown({ size: 3, touch: 'slurred' }, TROMBONE, { key: 'Bb' })
    expect(told(three.lines[0])).toBe('Bb2"1" C3"6" D3"4" C3 Bb2 -:3')
    expect(three.advice.join()).toContain('doo')
    expect(grown({ size: 3 }, TROMBONE, { key: 'Bb' }).advice).toEqual([])
    expect(grown({ size: 3, touch: 'slurred' }, TRUMPET).advice).toEqual([])
  })

  test('two notes that are tongued are those of the key', () => {
    expect(told(first({ size: 2 }, TROMBONE, { key: 'Bb' }))).toBe('Bb2"1" C3"6" Bb2 -')
  })
})
