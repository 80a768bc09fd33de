/** The left hand on the standard bass of an accordion; common practice, no source. */
import { describe, expect, test } from 'vitest'
import { makeExercise } from '../index'
import type { ExerciseSpec, MakingFor } from '../index'
import { ACCORDION, pitchesTold, STUDENT, told } from '../test/told'

function made(spec: ExerciseSpec, more: Partial<MakingFor> = {}) {
  return makeExercise(spec, ACCORDION, { ...STUDENT, hands: 'together', ...more })
}
const pitches = (...of: Parameters<typeof made>) => made(...of).lines.map(pitchesTold)

describe('single basses', () => {
  test('are written in the one octave they have, up to the middle line, as a line where it can be one', () => {
    const scale = (key: string) =>
      pitches({ make: 'growth', size: 8 }, { key })[1]!.split(' ').slice(0, 8).join(' ')
    expect(scale('C')).toBe('C2 D2 E2 F2 G2 A2 B2 C2')
    expect(scale('G')).toBe('G2 A2 B2 C3 D3 E2 F#2 G2')
    expect(scale('Bb')).toBe('Bb2 C2 D2 Eb2 F2 G2 A2 Bb2')
  })

  test('are spoken of where the left plays, and not where it is silent', () => {
    const said = (hands: MakingFor['hands']) => made({ make: 'growth', size: 3 }, { hands }).advice
    expect(said('together').join()).toContain('counter-bass')
    expect(said('right')).toEqual([])
  })

  test('are the roots of a cadence', () => {
    const [right, left] = pitches({ make: 'cadence', hands: 'both' })
    expect(right).toMatch(/^C4\+E4\+G4 /)
    expect(left).toBe('C2 F2 C2 G2 G2 C2')
  })

  test('that a figure names are left where they are named; degrees are placed', () => {
    const left = (said: string) => pitches({ make: 'figure', right: ['1:4'], left: [said] })[1]
    expect(left('C3:4')).toBe('C3')
    expect(left('1:4')).toBe('C2')
  })

  test('begin after a rest like any', () => {
    expect(pitches({ make: 'figure', right: ['1:4'], left: ['-', '5', '1', '5'] })[1]).toBe(
      '- G2 C3 G2',
    )
  })
})

describe('what only keys can train', () => {
  test('is for the right hand alone, without the bars in which it would wait', () => {
    const { lines, advice } = made(
      { make: 'shifts', finger: 2, way: 'right' },
      { hands: 'in-turn' },
    )
    expect(told(lines[0])).toMatch(/^C4:2\[2\]"→" D4:2\[2\] .* C5:2\[2\]$/)
    expect(told(lines[1])).toBe('-:28')
    expect(advice.join()).not.toContain('counter-bass')
  })

  test('fills its last bar', () => {
    const [right, left] = made({ make: 'chromatic' }, { hands: 'in-turn' }).lines
    expect(told(right)).toMatch(/^C4\[1\] C#4\[3\] .* C4\[1\] -:3$/)
    expect(told(left)).toBe('-:28')
    const [blocks] = made({ make: 'blocks', step: 'lift' }).lines
    expect(told(blocks)).toMatch(/^C4\+D4\+E4:2\[123\]\^ -:2 .*C4\+D4\+E4:2\[123\]\^ -:2$/)
  })

  test('chords of the left are not keys of a bass', () => {
    const [right, left] = pitches({ make: 'figure', right: ['1+3+5:4'] })
    expect([right, left]).toEqual(['C4+E4+G4', '-'])
  })
})
