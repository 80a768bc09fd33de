/** Rules of accidentals, bars, beams and written values; common practice, as in any primer of notation (from memory). */
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { accidentalsOf, alterInKey, spelled } from './accidentals'
import { barsOf } from './bars'
import { beamsOfBar } from './beams'
import type { Bar, Exercise, Line, Note } from './exercise'
import { isWritable, writtenBars } from './writtenValues'

const FOUR: Bar = { beats: 4, beatType: 4, quarters: 4 }

const staff = (notes: readonly Note[]): Line => ({ hand: null, clef: 'treble', notes })
const quarters = (...names: string[]) => names.map((name): Note => ({ pitches: [name], beats: 1 }))

/** Signs as they stand before the notes, bar by bar; a courtesy sign in brackets. */
function signs(notes: readonly Note[], fifths: number, bars: readonly Bar[]): string[] {
  const SHORT = { sharp: '#', flat: 'b', natural: 'n', 'double-sharp': 'x', 'flat-flat': 'bb' }
  return accidentalsOf(
    writtenBars(staff(notes), bars),
    bars.map(() => fifths),
  ).map((bar) =>
    bar
      .flatMap((note) =>
        note.map((a) => (a === null ? '-' : a.courtesy ? `(${SHORT[a.sign]})` : SHORT[a.sign])),
      )
      .join(' '),
  )
}

test('a name that cannot be written is refused', () => {
  for (const name of ['H4', 'C###4', 'xC4', 'C4x', 'C', '']) {
    expect(() => spelled(name), name).toThrow(RangeError)
  }
  expect(spelled('Bbb-1')).toEqual({ step: 'B', alter: -2, octave: '-1' })
  expect(spelled('F##10')).toEqual({ step: 'F', alter: 2, octave: '10' })
})

describe('an accidental', () => {
  test('stands once and holds until the bar ends', () => {
    expect(signs(quarters('F#4', 'F#4', 'G4', 'F#4'), 0, [FOUR])).toEqual(['# - - -'])
  })

  test('holds for its own line or space: the same letter an octave away is reminded of', () => {
    expect(signs(quarters('F#4', 'F5', 'F#4', 'F5'), 0, [FOUR])).toEqual(['# (n) - -'])
  })

  test('is not needed for what the key signature says, and is for what it does not', () => {
    expect(signs(quarters('F#4', 'C#5', 'F4', 'F#4'), 2, [FOUR])).toEqual(['- - n #'])
    expect(signs(quarters('Bb4', 'Eb5', 'Ab4', 'B4'), -2, [FOUR])).toEqual(['- - b n'])
  })

  test('is gone in the next bar, which is reminded once', () => {
    const notes = quarters('F#4', 'G4', 'A4', 'B4', 'F4', 'F4', 'G4', 'F#4')
    expect(signs(notes, 0, [FOUR, FOUR])).toEqual(['# - - -', '(n) - - #'])
  })

  test('is not written again for a tied note, and holds for it alone', () => {
    const notes = [
      ...quarters('G4', 'G4', 'G4'),
      { pitches: ['F#4'], beats: 2 },
      ...quarters('F#4', 'F4'),
    ]
    expect(signs(notes, 0, [FOUR, FOUR])).toEqual(['- - - #', '- # n'])
  })

  test('of a double sharp is one sign, and a natural takes it away', () => {
    expect(signs(quarters('F##4', 'F##4', 'F#4', 'F4'), 0, [FOUR])).toEqual(['x - # n'])
  })

  // By ISO-free, common practice: sharps come F C G D A E B, flats the other way round.
  test('of a key signature falls on its letters in order', () => {
    const sharpened = (fifths: number) =>
      ['A', 'B', 'C', 'D', 'E', 'F', 'G'].filter((step) => alterInKey(step, fifths) === 1)
    expect(sharpened(3)).toEqual(['C', 'F', 'G'])
    expect(['B', 'E', 'A', 'D'].map((step) => alterInKey(step, -3))).toEqual([-1, -1, -1, 0])
  })
})

/** Reads pitches back from signs as a player does: by key, bar, line and tie. */
function playedFrom(notes: readonly Note[], fifths: number, bars: readonly Bar[]): string[] {
  const written = writtenBars(staff(notes), bars)
  const all = accidentalsOf(
    written,
    written.map(() => fifths),
  )
  const ALTERS = { 'flat-flat': -2, flat: -1, natural: 0, sharp: 1, 'double-sharp': 2 }
  let before = new Map<string, number>()
  return written.flatMap((bar, b) => {
    const heard = new Map<string, number>()
    return bar.flatMap((note, i) =>
      note.pitches.map((name, p) => {
        const { step, octave } = spelled(name)
        const sign = all[b]?.[i]?.[p]
        const place = step + octave
        if (sign) heard.set(place, ALTERS[sign.sign])
        const tied = note.tiedFrom ? before.get(place) : undefined
        const alter = tied ?? heard.get(place) ?? alterInKey(step, fifths)
        before = new Map([...before, [place, alter]])
        const letters = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)
        return `${step}${letters}${octave}`
      }),
    )
  })
}

test('whatever is written, a player who reads the signs plays the notes that were meant', () => {
  const pitch = fc
    .tuple(
      fc.constantFrom('A', 'B', 'C', 'D', 'E', 'F', 'G'),
      fc.constantFrom('', '#', 'b', '##', 'bb'),
      fc.constantFrom('3', '4', '5'),
    )
    .map((parts) => parts.join(''))
  const note = fc.record({ pitch, beats: fc.constantFrom(0.25, 0.5, 1, 1.5, 3, 1 / 3) })
  fc.assert(
    fc.property(
      fc.array(note, { minLength: 1, maxLength: 24 }),
      fc.integer({ min: -7, max: 7 }),
      (made, fifths) => {
        const notes = made.map((n): Note => ({ pitches: [n.pitch], beats: n.beats }))
        const bars = barsOf({ beatsPerBar: 4, lines: [staff(notes)] } as unknown as Exercise)
        const meant = writtenBars(staff(notes), bars).flatMap((bar) =>
          bar.flatMap((n) => n.pitches),
        )
        expect(playedFrom(notes, fifths, bars)).toEqual(meant)
      },
    ),
    { seed: 20261126, numRuns: 2000 },
  )
})

describe('written values', () => {
  test('fill each bar to its end, tied over the bar line', () => {
    const [first, second] = writtenBars(staff([{ pitches: ['C4'], beats: 6.5 }]), [FOUR, FOUR])
    expect(first?.map((n) => [n.type, n.dotted, n.tiedFrom, n.tiedTo])).toEqual([
      ['whole', false, false, true],
    ])
    expect(second?.map((n) => [n.type, n.tiedFrom, n.tiedTo])).toEqual([
      ['half', true, true],
      ['eighth', true, false],
    ])
  })

  test('three in the time of two are one group', () => {
    const third = { pitches: ['C4'], beats: 1 / 3 }
    const [bar] = writtenBars(staff([third, third, third, { pitches: [], beats: 3 }]), [FOUR])
    expect(bar?.map((n) => [n.type, n.triplet, n.tuplet])).toEqual([
      ['eighth', true, 'start'],
      ['eighth', true, undefined],
      ['eighth', true, 'end'],
      ['half', false, undefined],
    ])
  })

  test('a long and a short one of a triplet are one group too', () => {
    const notes = [2 / 3, 1 / 3].map((beats) => ({ pitches: ['C4'], beats }))
    const [bar] = writtenBars(staff(notes), [FOUR])
    expect(bar?.map((n) => [n.type, n.tuplet])).toEqual([
      ['quarter', 'start'],
      ['eighth', 'end'],
    ])
  })

  test('five in the time of four cannot be written, quarters and thirds of them can', () => {
    expect([0.2, 0.8].map(isWritable)).toEqual([false, false])
    expect([4, 0.75, 1 / 3, 1 / 6, 0.0625].map(isWritable)).toEqual([true, true, true, true, true])
  })
})

describe('beams', () => {
  const beams = (bar: Bar, ...beats: number[]) => {
    const notes = beats.map((b): Note => ({ pitches: ['C4'], beats: b }))
    return beamsOfBar(writtenBars(staff(notes), [bar])[0] ?? [], bar).map((b) => b.join('+'))
  }

  test('join the eighths of one beat, not of two', () => {
    expect(beams(FOUR, 0.5, 0.5, 0.5, 0.5, 1, 0.5, 0.5)).toEqual([
      'begin',
      'end',
      'begin',
      'end',
      '',
      'begin',
      'end',
    ])
  })

  test('join three eighths where the bar counts in threes', () => {
    const six: Bar = { beats: 6, beatType: 8, quarters: 3 }
    expect(beams(six, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5)).toEqual([
      'begin',
      'continue',
      'end',
      'begin',
      'continue',
      'end',
    ])
  })

  test('of a dotted eighth and a sixteenth have a hook', () => {
    expect(beams(FOUR, 0.75, 0.25, 3)).toEqual(['begin', 'end+backward hook', ''])
  })

  test('count an upbeat from the bar line it leads to', () => {
    const upbeat: Bar = { beats: 4, beatType: 4, quarters: 1.5 }
    expect(beams(upbeat, 0.5, 0.5, 0.5)).toEqual(['', 'begin', 'end'])
  })
})
