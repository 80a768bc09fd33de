/**
 * Pieces brought in, against files written by hand after the MusicXML 4.0 tutorial's forms (W3C Music Notation
 * Community Group; from memory) and against the engraver's own reading of the same file.
 */
import { musicXml, timeline } from '@vein-mend/core/music'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { midiFile } from './midiFile'
import { nameIn } from './readMidi'
import { readPassage } from './readPiece'

const note = (step: string, octave: number, duration: number, more = '') =>
  `<note><pitch><step>${step}</step>${more}<octave>${octave}</octave></pitch><duration>${duration}</duration></note>`
const time = (beats: number | string, type: number | string) =>
  `<time><beats>${beats}</beats><beat-type>${type}</beat-type></time>`
const bar = (inside: string, more = '') => `<measure number="1"${more}>${inside}</measure>`
const part = (id: string, bars: string) => `<part id="${id}">${bars}</part>`
const score = (...parts: string[]) =>
  `<?xml version="1.0"?><score-partwise version="4.0"><part-list>${parts
    .map((_, i) => `<score-part id="P${i + 1}"><part-name>Voice ${i + 1}</part-name></score-part>`)
    .join(
      '',
    )}</part-list>${parts.map((bars, i) => part(`P${i + 1}`, bars)).join('')}</score-partwise>`
const bytes = (text: string) => Buffer.from(text)
const DIVIDED = '<divisions>2</divisions>'
const eighths = (...steps: string[]) => steps.map((s) => note(s, 4, 1)).join('')

function read(text: string, fromBar: number, toBar: number, of = 0) {
  return readPassage({ bytes: bytes(text), fromBar, toBar, part: of })
}

function had(text: string, fromBar: number, toBar: number, of = 0) {
  const found = read(text, fromBar, toBar, of)
  if (!found.ok) throw new Error(`${found.refusal.code} ${JSON.stringify(found.refusal.facts)}`)
  return found.value.exercise
}

const names = (exercise: ReturnType<typeof had>) =>
  exercise.lines[0]!.notes.map((n) => (n.pitches.length > 0 ? n.pitches.join('+') : 'rest'))

describe('bars', () => {
  const upbeat = score(
    bar(`<attributes>${DIVIDED}${time(3, 4)}</attributes>${note('G', 4, 2)}`, ' implicit="yes"') +
      bar(note('C', 5, 6)) +
      bar(note('D', 5, 6)) +
      bar(`<attributes>${time(6, 8)}</attributes>${eighths('E', 'F', 'G', 'A', 'B', 'C')}`) +
      bar(`<attributes>${time(2, 2)}</attributes>${note('E', 4, 8)}`),
  )

  test('an upbeat comes with bar 1 and has no number of its own', () => {
    expect(names(had(upbeat, 1, 1))).toEqual(['G4', 'C5'])
    expect(had(upbeat, 1, 2).bars?.map((b) => b.quarters)).toEqual([1, 3, 3])
    expect(names(had(upbeat, 2, 2))).toEqual(['D5'])
    expect(read(upbeat, 5, 5)).toMatchObject({
      refusal: { code: 'no_such_bars', facts: { bars: 4 } },
    })
  })

  test('are cut where the metre changes, in eighths and in halves', () => {
    expect(names(had(upbeat, 3, 3))).toEqual(['E4', 'F4', 'G4', 'A4', 'B4', 'C4'])
    expect(had(upbeat, 3, 4).bars).toEqual([
      { beats: 6, beatType: 8, quarters: 3 },
      { beats: 2, beatType: 2, quarters: 4 },
    ])
  })

  test('a bar with less in it is filled with rests', () => {
    const short = score(
      bar(`<attributes>${DIVIDED}${time(4, 4)}</attributes>${note('C', 4, 8)}`) +
        bar(note('D', 4, 2)),
    )
    expect(had(short, 2, 2).lines[0]!.notes).toEqual([
      { pitches: ['D4'], beats: 1 },
      { pitches: [], beats: 3 },
    ])
  })

  test('each of several parts can be had, and a part that is not there is refused', () => {
    const two = score(
      bar(`<attributes>${DIVIDED}</attributes>${note('C', 5, 8)}`),
      bar(
        `<attributes>${DIVIDED}<clef><sign>F</sign><line>4</line></clef></attributes>${note('C', 3, 8)}`,
      ),
    )
    expect(had(two, 1, 1, 1).lines[0]).toMatchObject({ clef: 'bass', notes: [{ pitches: ['C3'] }] })
    expect(read(two, 1, 1)).toMatchObject({ value: { parts: ['Voice 1', 'Voice 2'] } })
    expect(read(two, 1, 1, 2)).toMatchObject({
      refusal: { code: 'no_such_part', facts: { parts: 2 } },
    })
  })

  test('a transposing part is kept as it is written', () => {
    const horn = score(
      bar(
        `<attributes>${DIVIDED}<transpose><chromatic>-7</chromatic></transpose></attributes>${note('C', 5, 8)}`,
      ),
    )
    const exercise = had(horn, 1, 1)
    expect(exercise.transpose).toBe(-7)
    expect(timeline(exercise)[0]?.midi).toBe(65)
  })

  test('a tie over the bar line is one note', () => {
    const tied = score(
      bar(`<attributes>${DIVIDED}</attributes>${note('C', 4, 8)}`) +
        bar(
          `<note><pitch><step>C</step><octave>4</octave></pitch><duration>2</duration><tie type="stop"/></note>${note('D', 4, 6)}`,
        ),
    )
    expect(had(tied, 1, 2).lines[0]!.notes.map((n) => n.beats)).toEqual([5, 3])
  })
})

describe('a bar that cannot be taken over is refused by its number, and only when it is asked for', () => {
  const good = `<attributes>${DIVIDED}${time(4, 4)}</attributes>${note('C', 4, 8)}`
  const cases: readonly (readonly [string, string])[] = [
    [note('H', 4, 8), 'pitch'],
    [note('C', 40, 8), 'pitch'],
    ['<note><pitch><step>C</step><octave>x</octave></pitch><duration>8</duration></note>', 'pitch'],
    [note('C', 4, 8, '<alter>100000000</alter>'), 'alteration'],
    [note('C', 4, 8, '<alter>0.5</alter>'), 'alteration'],
    [note('C', 4, -3), 'length'],
    [note('C', 4, 1e9), 'length'],
    [`<attributes><divisions>5</divisions></attributes>${note('C', 4, 1)}`, 'division'],
    [`<attributes><divisions>0</divisions></attributes>${note('C', 4, 1)}`, 'length'],
    [`<attributes>${time(1_000_000, 4)}</attributes>${note('C', 4, 8)}`, 'metre'],
    [`<attributes>${time(4, 7)}</attributes>${note('C', 4, 8)}`, 'metre'],
    [note('C', 4, 9), 'too-full'],
    ['<backup><duration>4</duration></backup>', 'length'],
    [`<attributes><staves>3</staves></attributes>${note('C', 4, 8)}`, 'too-many-staves'],
  ]
  for (const [inside, trouble] of cases) {
    test(`${trouble}: ${inside.slice(0, 90)}`, () => {
      const text = score(bar(good) + bar(inside) + bar(good))
      expect(read(text, 1, 2)).toMatchObject({
        refusal: { code: 'bar_not_readable', facts: { bar: 2, trouble } },
      })
      expect(names(had(text, 1, 1))).toEqual(['C4'])
    })
  }
})

describe('what is no piece', () => {
  test('is refused, packed files by what to do', () => {
    for (const text of ['', '<html></html>', 'MThd', '<score-partwise/>', '\u0000\u0001']) {
      expect(read(text, 1, 1)).toMatchObject({ refusal: { code: 'not_a_piece' } })
    }
    expect(read('PK\u0003\u0004', 1, 1)).toMatchObject({ refusal: { code: 'packed_piece' } })
  })

  test('a text in sixteen bits is read by its mark', () => {
    const text = score(bar(`<attributes>${DIVIDED}</attributes>${note('C', 4, 8)}`))
    const wide = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')])
    expect(readPassage({ bytes: wide, fromBar: 1, toBar: 1, part: 0 })).toMatchObject({ ok: true })
  })
})

// Common practice, no source.
test('MIDI notes are spelled as the key spells them', () => {
  expect([61, 66, 70].map((midi) => nameIn(0, midi))).toEqual(['C#4', 'F#4', 'Bb4'])
  expect([61, 66, 68].map((midi) => nameIn(-4, midi))).toEqual(['Db4', 'Gb4', 'Ab4'])
  expect([70, 65, 60].map((midi) => nameIn(6, midi))).toEqual(['A#4', 'E#4', 'B#3'])
  expect([59, 64].map((midi) => nameIn(-6, midi))).toEqual(['Cb4', 'Fb4'])
})

test('what is written as MusicXML or MIDI in any metre comes back as it was', () => {
  const pitch = fc.constantFrom('C4', 'F#4', 'Bb4', 'E5', 'G3')
  const metre = fc.constantFrom([2, 4], [3, 4], [4, 4], [6, 8], [3, 2], [5, 8]) as fc.Arbitrary<
    [number, 2 | 4 | 8]
  >
  fc.assert(
    fc.property(
      fc.array(metre, { minLength: 1, maxLength: 4 }),
      fc.array(pitch, { minLength: 8, maxLength: 8 }),
      (metres, pitches) => {
        const bars = metres.map(([beats, beatType]) => ({
          beats,
          beatType,
          quarters: (beats * 4) / beatType,
        }))
        const end = bars.reduce((sum, b) => sum + b.quarters, 0)
        const notes = Array.from({ length: end * 2 }, (_, i) => ({
          pitches: [pitches[i % 8]!],
          beats: 0.5,
        }))
        const exercise = {
          title: 'A walk',
          fifths: 0,
          beatsPerBar: bars[0]!.quarters,
          bars,
          tempo: 60 as never,
          transpose: 0,
          lines: [{ hand: null, clef: 'treble' as const, notes }],
          advice: [],
        }
        const back = had(musicXml(exercise), 1, bars.length)
        expect(back.lines[0]!.notes).toEqual(notes)
        expect(back.bars ?? bars).toEqual(bars)
        const played = readPassage({
          bytes: midiFile(exercise),
          fromBar: 1,
          toBar: bars.length,
          part: 0,
        })
        expect(played.ok && timeline(played.value.exercise).map((n) => n.midi)).toEqual(
          timeline(exercise).map((n) => n.midi),
        )
        expect(played.ok && (played.value.exercise.bars ?? bars)).toEqual(bars)
      },
    ),
    { seed: 20261126, numRuns: 120 },
  )
})
