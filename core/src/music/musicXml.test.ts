/** What is written for others to read: MusicXML 4.0 (W3C, 2021), element by element. */
import { describe, expect, test } from 'vitest'
import type { Bpm } from '../kit'
import { musicXml } from './index'
import type { Exercise, Line, Note } from './index'

function exercise(notes: readonly Note[], more: Partial<Exercise> = {}): Exercise {
  const line: Line = { hand: null, clef: 'treble', notes }
  return {
    title: 'A & B',
    fifths: 0,
    beatsPerBar: 4,
    tempo: 72 as Bpm,
    transpose: 0,
    lines: [line],
    advice: [],
    ...more,
  }
}

/** Each note as it stands in the file, one string. */
function notesOf(made: Exercise): string[] {
  return [...musicXml(made).matchAll(/<note>(.*?)<\/note>/g)].map((m) => m[1] ?? '')
}

const C4: Note = { pitches: ['C4'], beats: 1 }

describe('a note', () => {
  test('has its pitch, alteration and octave, and no alteration where there is none', () => {
    const [c, sharp, flat] = notesOf(
      exercise([C4, { ...C4, pitches: ['F#5'] }, { ...C4, pitches: ['Bb3'], beats: 2 }]),
    )
    expect(c).toContain('<pitch><step>C</step><octave>4</octave></pitch>')
    expect(c).not.toContain('<alter>')
    expect(c).not.toContain('<accidental>')
    expect(sharp).toContain('<step>F</step><alter>1</alter><octave>5</octave>')
    expect(sharp).toContain('<accidental>sharp</accidental>')
    expect(flat).toContain('<step>B</step><alter>-1</alter><octave>3</octave>')
    expect(flat).toContain('<type>half</type>')
  })

  test('lasts as many divisions as the file counts to a quarter', () => {
    const xml = musicXml(
      exercise([
        { ...C4, beats: 1.5 },
        { ...C4, beats: 0.5 },
        { ...C4, beats: 2 },
      ]),
    )
    const divisions = Number(/<divisions>(\d+)</.exec(xml)?.[1])
    const durations = [...xml.matchAll(/<duration>(\d+)</g)].map((m) => Number(m[1]) / divisions)
    expect(durations).toEqual([1.5, 0.5, 2])
    expect(xml).toContain('<type>quarter</type><dot/>')
  })

  test('that lasts over the bar line is tied, with its words and its finger once', () => {
    const long = { ...C4, beats: 5, words: 'hold', fingers: [3] }
    const [first, second] = notesOf(exercise([long, { pitches: [], beats: 3 }]))
    expect(first).toContain('<tie type="start"/>')
    expect(first).toContain('<fingering>3</fingering>')
    expect(second).toContain('<tie type="stop"/>')
    expect(second).not.toContain('<fingering>')
    expect(musicXml(exercise([long])).split('>hold</words>')).toHaveLength(2)
  })

  test('of a chord follows the first without a time of its own, each with its finger', () => {
    const made = notesOf(exercise([{ pitches: ['C4', 'E4', 'G4'], beats: 4, fingers: [1, 3, 5] }]))
    expect(made.map((n) => n.startsWith('<chord/>'))).toEqual([false, true, true])
    expect(made.map((n) => /<fingering>(\d)</.exec(n)?.[1])).toEqual(['1', '3', '5'])
  })

  test('of a chord has one beam, one slur and one dot for all of it', () => {
    const eighth: Note = { pitches: ['C4', 'E4'], beats: 0.5, slur: 'start', marks: ['staccato'] }
    const made = notesOf(exercise([eighth, { ...eighth, slur: 'end' }, { ...C4, beats: 3 }]))
    expect(made.map((n) => /<beam number="1">(\w+)</.exec(n)?.[1] ?? null)).toEqual([
      'begin',
      null,
      'end',
      null,
      null,
    ])
    expect(made.map((n) => n.includes('<slur') && n.includes('<staccato/>'))).toEqual([
      true,
      false,
      true,
      false,
      false,
    ])
  })

  test('has its words above, on the staff it belongs to', () => {
    const named = { ...C4, beats: 4, words: 'a < b' }
    expect(musicXml(exercise([named]))).toMatch(/>a &lt; b<\/words><\/direction-type><\/direction>/)
    const staff: Line = { hand: 'left', clef: 'bass', notes: [named] }
    const two = musicXml(exercise([], { lines: [{ ...staff, hand: 'right' }, staff] }))
    expect(two).toMatch(/<\/direction-type><staff>1<\/staff>.*<\/direction-type><staff>2<\/staff>/)
  })

  test('that is none is a rest, with the sign for a breath where there is one', () => {
    const [breath] = notesOf(exercise([{ pitches: [], beats: 4, marks: ['breath'] }]))
    expect(breath).toContain('<breath-mark/>')

    const [rest] = notesOf(exercise([{ pitches: [], beats: 4 }]))
    expect(rest).toContain('<rest/>')
    expect(rest).not.toContain('<pitch>')
  })

  test('carries its signs: slur, dot, bow, breath, harmonic, tremolo, accent', () => {
    const made = notesOf(
      exercise([
        { ...C4, slur: 'start', marks: ['down-bow'] },
        { ...C4, slur: 'end', marks: ['up-bow', 'breath'] },
        { ...C4, marks: ['staccato', 'accent'] },
        { ...C4, marks: ['harmonic', 'roll'] },
      ]),
    )
    expect(made[0]).toMatch(/<slur number="1" type="start"\/>.*<down-bow\/>/)
    expect(made[1]).toMatch(/<slur number="1" type="stop"\/>.*<up-bow\/>.*<breath-mark\/>/)
    expect(made[2]).toMatch(/<staccato\/>.*<accent\/>/)
    expect(made[3]).toMatch(/<harmonic\/>.*<tremolo/)
    expect(notesOf(exercise([C4]))[0]).not.toContain('<notations>')
  })
})

describe('triplets', () => {
  test('stand three in the time of two, under one bracket', () => {
    const third = { ...C4, beats: 1 / 3 }
    const made = notesOf(exercise([third, third, third, { ...C4, beats: 3 }]))
    const ratio = '<actual-notes>3</actual-notes><normal-notes>2</normal-notes>'
    expect(made.map((n) => n.includes(ratio))).toEqual([true, true, true, false])
    expect(made.map((n) => /<tuplet [^>]*type="(\w+)"/.exec(n)?.[1] ?? null)).toEqual([
      'start',
      null,
      'stop',
      null,
    ])
  })
})

describe('the page', () => {
  test('says key, time, clef, transposition, tempo and title', () => {
    const xml = musicXml(exercise([C4], { fifths: -3, transpose: -7 }))
    expect(xml).toContain('<fifths>-3</fifths>')
    expect(xml).toContain('<time><beats>4</beats><beat-type>4</beat-type></time>')
    expect(xml).toContain('<clef><sign>G</sign><line>2</line></clef>')
    expect(xml).toContain('<transpose><chromatic>-7</chromatic></transpose>')
    expect(xml).toContain('<sound tempo="72"/>')
    expect(xml).toContain('<work-title>A &amp; B</work-title>')
    expect(musicXml(exercise([C4]))).not.toContain('<transpose>')
  })

  test('has two staves for two hands, each with its clef, and goes back in time between them', () => {
    const right: Line = { hand: 'right', clef: 'treble', notes: [{ ...C4, beats: 4 }] }
    const left: Line = { hand: 'left', clef: 'bass', notes: [{ pitches: ['C3'], beats: 4 }] }
    const xml = musicXml(exercise([], { lines: [right, left] }))
    expect(xml).toContain('<staves>2</staves>')
    expect(xml).toContain('<clef number="2"><sign>F</sign><line>4</line></clef>')
    expect(xml).toMatch(
      /<staff>1<\/staff>.*<backup><duration>192<\/duration><\/backup>.*<staff>2<\/staff>/,
    )
  })

  test('numbers its bars from one, and an upbeat with nought', () => {
    const bars = [
      { beats: 4, beatType: 4, quarters: 1 },
      { beats: 4, beatType: 4, quarters: 4 },
      { beats: 3, beatType: 4, quarters: 3 },
    ] as const
    const xml = musicXml(exercise([C4, { ...C4, beats: 4 }, { ...C4, beats: 3 }], { bars }))
    expect([...xml.matchAll(/<measure number="(\d+)"/g)].map((m) => m[1])).toEqual(['0', '1', '2'])
    expect(xml).toContain('<measure number="0" implicit="yes">')
    expect(xml.split('<time>')).toHaveLength(3)
    expect(musicXml(exercise([{ ...C4, beats: 8 }]))).toMatch(/number="1".*number="2"/)
  })

  test('says a key or a time again only where it changes', () => {
    const bars = [
      { beats: 4, beatType: 4, quarters: 4 },
      { beats: 4, beatType: 4, quarters: 4 },
      { beats: 2, beatType: 4, quarters: 2, fifths: 1 },
      { beats: 2, beatType: 2, quarters: 4, fifths: 1 },
      { beats: 2, beatType: 2, quarters: 4 },
    ] as const
    const notes = bars.map(({ quarters }) => ({ ...C4, beats: quarters }))
    const xml = musicXml(exercise(notes, { bars, fifths: -1 }))
    const heads = [...xml.matchAll(/<measure number="\d+">(.*?)<note>/g)].map((m) => m[1] ?? '')
    expect(heads.slice(1)).toEqual([
      '',
      '<attributes><key><fifths>1</fifths></key><time><beats>2</beats><beat-type>4</beat-type></time></attributes>',
      '<attributes><time><beats>2</beats><beat-type>2</beat-type></time></attributes>',
      '<attributes><key><fifths>-1</fifths></key></attributes>',
    ])
    expect(heads[0]).toMatch(/<key><fifths>-1<.*<sound tempo="72"\/>/)
  })

  test('has no clef numbers and no staves where there is one staff, and no line for a drum', () => {
    const xml = musicXml(
      exercise([], { lines: [{ hand: null, clef: 'percussion', notes: [{ ...C4, beats: 4 }] }] }),
    )
    expect(xml).toContain('<clef><sign>percussion</sign></clef>')
    expect(xml).not.toContain('staves')
    expect(xml).not.toContain('<staff>')
    expect(xml).not.toContain('<backup>')
  })
})
