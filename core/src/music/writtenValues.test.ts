/** Lengths as they are written: values, dots, ties and triplets, bar by bar. Worked out by hand. */
import { describe, expect, test } from 'vitest'
import type { Bar, Note } from './index'
import { isWritable } from './index'
import { writtenBars } from './writtenValues'

const FOUR: Bar = { beats: 4, beatType: 4, quarters: 4 }
const THIRD = 1 / 3

function bars(notes: readonly Note[], count: number) {
  return writtenBars(
    { hand: null, clef: 'treble', notes },
    Array.from({ length: count }, () => FOUR),
  )
}
const note = (beats: number, more: Partial<Note> = {}): Note => ({
  pitches: ['C4'],
  beats,
  ...more,
})

/** Each value with its dot, where it begins, and its ties before and after. */
function told(notes: readonly Note[], count = 1): string[] {
  return bars(notes, count).map((bar) =>
    bar
      .map((n) => {
        const from = n.tiedFrom ? '~' : ''
        return `${from}${n.type}${n.dotted ? '.' : ''}@${n.at}${n.tiedTo ? '~' : ''}`
      })
      .join(' '),
  )
}

describe('a length', () => {
  test('that one value has is one note, dotted or plain', () => {
    expect(told([note(1.5), note(0.5), note(2)])).toEqual(['quarter.@0 eighth@1.5 half@2'])
    expect(told([note(3), note(0.75), note(0.25)])).toEqual(['half.@0 eighth.@3 16th@3.75'])
  })

  test('that no one value has is several, tied, each where it begins', () => {
    expect(told([note(2.5), note(1.25), note(0.25)])).toEqual([
      'half@0~ ~eighth@2 quarter@2.5~ ~16th@3.5 16th@3.75',
    ])
    expect(told([note(3.625), note(0.375)])).toEqual(['half.@0~ ~eighth@3~ ~32nd@3.5 16th.@3.625'])
  })

  test('over the bar line is tied in each bar it reaches', () => {
    expect(told([note(3), note(9)], 3)).toEqual(['half.@0 quarter@3~', '~whole@0~', '~whole@0'])
  })

  test('past the last bar is cut there', () => {
    expect(told([note(6)], 1)).toEqual(['whole@0~'.replace('~', '')])
  })

  test('is written in sixty-fourths or in triplets of them, and nothing else', () => {
    expect([4, 0.0625, 1 / 3, 2 / 3, 1 / 24].map(isWritable)).toEqual([
      true,
      true,
      true,
      true,
      true,
    ])
    expect([0.2, 0.03, 1 / 7].map(isWritable)).toEqual([false, false, false])
  })
})

describe('a rest', () => {
  test('over the bar line has its words once and no tie', () => {
    const [first, second] = bars([{ pitches: [], beats: 8, words: 'breathe' }], 2)
    expect(first!.map((n) => [n.words, n.tiedTo])).toEqual([['breathe', false]])
    expect(second!.map((n) => [n.words, n.tiedFrom])).toEqual([[undefined, false]])
  })

  test('of two values in one bar has them once too', () => {
    const [bar] = bars([{ pitches: [], beats: 2.5, words: 'breathe' }, note(1.5)], 1)
    expect(bar!.map((n) => n.words)).toEqual(['breathe', undefined, undefined])
  })
})

describe('triplets', () => {
  const tuplets = (notes: readonly Note[]) => bars(notes, 1)[0]!.map((n) => n.tuplet ?? '')
  const three = () => [note(THIRD), note(THIRD), note(THIRD)]

  test('are grouped from the first until the time is even again, each group by itself', () => {
    expect(tuplets([...three(), ...three(), note(2)])).toEqual([
      'start',
      '',
      'end',
      'start',
      '',
      'end',
      '',
    ])
    expect(tuplets([note(2 * THIRD), note(THIRD), note(1), ...three(), note(1)])).toEqual([
      'start',
      'end',
      '',
      'start',
      '',
      'end',
      '',
    ])
  })

  test('that are not finished before a plain note are no group, and the next begins anew', () => {
    expect(tuplets([note(THIRD), note(0.5), ...three(), note(2)])).toEqual([
      '',
      '',
      'start',
      '',
      'end',
      '',
    ])
  })

  test('are written as the value of which three stand in the time of two', () => {
    const [bar] = bars([note(THIRD), note(2 * THIRD), note(3)], 1)
    expect(bar!.map((n) => [n.type, n.triplet])).toEqual([
      ['eighth', true],
      ['quarter', true],
      ['half', false],
    ])
  })
})
