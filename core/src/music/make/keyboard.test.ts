/** Position blocks, shifts, hands together, half steps. Worked out by hand; fingers as in any scale book. */
import { describe, expect, test } from 'vitest'
import { makeExercise } from '../index'
import type { ExerciseSpec, InstrumentSound, MakingFor } from '../index'
import { HARP, PIANO, pitchesTold, STUDENT, told } from '../test/told'

function made(spec: ExerciseSpec, more: Partial<MakingFor> = {}, sound: InstrumentSound = PIANO) {
  return makeExercise(spec, sound, { ...STUDENT, hands: 'together', ...more })
}
const lines = (...of: Parameters<typeof made>) => made(...of).lines.map(told)

describe('position blocks', () => {
  test('are the notes between two thumbs struck at once, with a lift of half a bar', () => {
    const [right, left] = lines({ make: 'blocks', step: 'lift' })
    expect(right).toBe(
      [
        'C4+D4+E4:2[123]^ -:2 F4+G4+A4+B4:2[1234]^ -:2 C5+D5+E5:2[123]^ -:2 F5+G5+A5+B5+C6:2[12345]^ -:2',
        'C5+D5+E5:2[123]^ -:2 F4+G4+A4+B4:2[1234]^ -:2 C4+D4+E4:2[123]^ -:2',
      ].join(' '),
    )
    expect(left).toBe(
      [
        'C2+D2+E2+F2+G2:2[54321]^ -:2 A2+B2+C3:2[321]^ -:2 D3+E3+F3+G3:2[4321]^ -:2 A3+B3+C4:2[321]^ -:2',
        'D3+E3+F3+G3:2[4321]^ -:2 A2+B2+C3:2[321]^ -:2 C2+D2+E2+F2+G2:2[54321]^ -:2',
      ].join(' '),
    )
  })

  test('a short lift is a beat', () => {
    expect(lines({ make: 'blocks', step: 'short-lift' })[0]).toMatch(
      /^C4\+D4\+E4:3\[123\]\^ - F4\+G4\+A4\+B4:3\[1234\]\^ - /,
    )
  })

  test('broken into their notes, each position is linked in itself, the top played once', () => {
    const [right] = lines({ make: 'blocks', step: 'link' })
    expect(right!.replaceAll(/\[\d\]/g, '')).toBe(
      '(C4 D4 E4) (F4 G4 A4 B4) (C5 D5 E5) (F5 G5 A5 B5 C6) (B5 A5 G5 F5) (E5 D5 C5) (B4 A4 G4 F4) (E4 D4 C4) -:3',
    )
  })

  test('and at last flow without a link; each step has its own words', () => {
    const [right] = lines({ make: 'blocks', step: 'flow' })
    expect(right).not.toContain('(')
    expect(right!.split(' ')).toHaveLength(30)
    const steps = ['lift', 'short-lift', 'link', 'flow'] as const
    expect(new Set(steps.map((step) => made({ make: 'blocks', step }).advice[0])).size).toBe(4)
  })

  // A flat: the third finger begins and the thumbs stand on C and F; Hanon, part II (1873), from memory.
  test('of a black tonic begin with the fingers that its first thumb leaves', () => {
    const [right] = lines({ make: 'blocks', step: 'lift' }, { key: 'Ab' })
    expect(right).toMatch(
      /^Ab3\+Bb3:2\[34\]\^ -:2 C4\+Db4\+Eb4:2\[123\]\^ -:2 F4\+G4\+Ab4\+Bb4:2\[1234\]/,
    )
  })
})

describe('one finger over growing intervals', () => {
  test('goes out from the second to the octave, by the steps of the key', () => {
    const [right, left] = lines({ make: 'shifts', finger: 2, way: 'right' }, { key: 'D' })
    const outwards = ['E4', 'F#4', 'G4', 'A4', 'B4', 'C#5', 'D5']
    expect(right).toBe(outwards.map((to) => `D4:2[2]"→" ${to}:2[2]`).join(' '))
    expect(left).toContain('D3:2[2]"→" D4:2[2]')
  })

  test('to the left the right hand begins an octave higher and comes down', () => {
    const [right, left] = lines({ make: 'shifts', finger: 3, way: 'left' })
    const outwards = ['B4', 'A4', 'G4', 'F4', 'E4', 'D4', 'C4']
    expect(right).toBe(outwards.map((to) => `C5:2[3]"←" ${to}:2[3]`).join(' '))
    expect(left).toMatch(/^C3:2\[3\]"←" B2:2\[3\] .* C2:2\[3\]$/)
  })

  test('there and back is three notes in a bar', () => {
    const [right] = lines({ make: 'shifts', finger: 1, way: 'there-and-back' })
    expect(right).toMatch(/^C4\[1\]"→" D4\[1\] C4:2\[1\] C4\[1\]"→" E4\[1\] C4:2\[1\] /)
  })
})

describe('hands together', () => {
  const both = (step: Extract<ExerciseSpec, { make: 'together' }>['step']) =>
    lines({ make: 'together', step })

  test('two notes of each hand, thumbs and little fingers in step', () => {
    expect(both('two-notes')).toEqual([
      'C4:2[1] D4:2[2] C4:2[1] D4:2[2]',
      'G3:2[1] F3:2[2] G3:2[1] F3:2[2]',
    ])
  })

  test('in contrary motion both play the same finger at the same time', () => {
    const [right, left] = made({ make: 'together', step: 'contrary' }).lines
    expect(told(right)).toBe('C4[1] D4[2] E4[3] F4[4] G4[5] F4[4] E4[3] D4[2] C4[1] -:3')
    expect(right!.notes.map((n) => n.fingers)).toEqual(left!.notes.map((n) => n.fingers))
  })

  test('one holds while the other moves, and then the other', () => {
    expect(both('one-holds')).toEqual([
      'C4[1] D4[2] E4[3] F4[4] G4[5] F4[4] E4[3] D4[2] C4:4[1] G4:4[5]',
      'C3:4[5] G3:4[1] G3[1] F3[2] E3[3] D3[4] C3[5] D3[4] E3[3] F3[2]',
    ])
    expect(both('swap')).toEqual([
      'C4:4[1] G4:4[5]',
      'G3[1] F3[2] E3[3] D3[4] C3[5] D3[4] E3[3] F3[2]',
    ])
  })

  test('free movement fills two bars in both hands, with the order spoken', () => {
    expect(both('free')).toEqual([
      'C4[1] D4[2] E4:2[3] F4[4] E4[3] D4[2] C4[1]',
      'C3:2[5] E3[3] D3[4] C3:4[5]',
    ])
    expect(made({ make: 'together', step: 'free' }).advice).toEqual([
      'Speak while you play: both, right, both, left, both, right, right, right.',
    ])
  })
})

// Three on every black key, one on white, one and two where two white keys meet; Hanon, part II (1873), from memory.
describe('half steps', () => {
  test('go an octave up and down from C in any key, each hand with its mirror', () => {
    const exercise = made({ make: 'chromatic' }, { key: 'A' })
    const [right, left] = exercise.lines
    const upwards = 'C4 C#4 D4 D#4 E4 F4 F#4 G4 G#4 A4 A#4 B4 C5'
    expect(pitchesTold(right)).toBe(
      `${upwards} ${upwards.split(' ').slice(0, -1).reverse().join(' ')} -:3`.replace(':3', ''),
    )
    expect(exercise.fifths).toBe(0)
    const fingers = (l: typeof right) => l!.notes.map((n) => n.fingers?.[0] ?? '').join('')
    expect(fingers(right)).toBe('1313123131312' + '131313213131')
    expect(fingers(left)).toBe('1313213131321' + '231313123131')
    expect(pitchesTold(left)).toMatch(/^C3 .* C4 .* C3 -$/)
  })

  test('at first round the two places where white keys meet', () => {
    const [right] = made({ make: 'chromatic', from: 'pairs' }).lines
    expect(pitchesTold(right)).toBe('D#4 E4 F4 F#4 F4 E4 D#4 A#4 B4 C5 C#5 C5 B4 A#4 -')
    expect(told(right)).toMatch(/^D#4\[3\] E4\[1\] F4\[2\] F#4\[3\] /)
  })

  test('rules for keys are not told to a harp', () => {
    expect(made({ make: 'chromatic' }).advice).toHaveLength(1)
    expect(made({ make: 'chromatic' }, {}, HARP).advice).toEqual([])
  })
})

describe('one way of joining five notes', () => {
  const joined = (kind: 'detached' | 'legato' | 'staccato' | 'two-note-slurs') =>
    lines({ make: 'articulation', kind })[0]!.replaceAll(/\[\d\]/g, '')

  test('each is written with its own sign', () => {
    expect(joined('detached')).toBe('C4_ D4_ E4_ F4_ G4_ F4_ E4_ D4_ C4_ -:3')
    expect(joined('staccato')).toBe('C4. D4. E4. F4. G4. F4. E4. D4. C4. -:3')
    expect(joined('legato')).toBe('(C4 D4 E4 F4 G4 F4 E4 D4 C4) -:3')
    expect(joined('two-note-slurs')).toBe('(C4 D4) (E4 F4) (G4 F4) (E4 D4) C4 -:3')
  })

  test('what the fingers do at a key is told to those who have keys', () => {
    const spec = { make: 'articulation', kind: 'legato' } as const
    expect(made(spec).advice).toHaveLength(1)
    expect(made(spec, {}, HARP).advice).toEqual([])
  })

  test('the left has its own octave', () => {
    expect(lines({ make: 'articulation', kind: 'legato' })[1]).toMatch(/^\(C3\[5\] D3\[4\]/)
  })
})
