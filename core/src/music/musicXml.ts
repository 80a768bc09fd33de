/** An exercise as MusicXML 4.0 (W3C Music Notation Community Group, final report 2021), partwise. */
import type { Clef, Exercise, Line, Note } from './exercise'

/** Divisions of a quarter: enough for sixteenths and triplet eighths. */
const DIVISIONS = 12

interface Piece extends Note {
  /** The note goes on from the bar before, or into the next. */
  readonly tiedFrom: boolean
  readonly tiedTo: boolean
}

const TYPES: readonly (readonly [number, string, boolean])[] = [
  [4, 'whole', false],
  [3, 'half', true],
  [2, 'half', false],
  [1.5, 'quarter', true],
  [1, 'quarter', false],
  [0.75, 'eighth', true],
  [0.5, 'eighth', false],
  [0.25, '16th', false],
]

const CLEF_SIGNS: Readonly<Record<Clef, readonly [string, number | null]>> = {
  treble: ['G', 2],
  bass: ['F', 4],
  alto: ['C', 3],
  tenor: ['C', 4],
  percussion: ['percussion', null],
}

function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
}

/** Largest written value that fits in so many beats. */
function largestValue(beats: number): number {
  return TYPES.find(([value]) => value <= beats + 1e-9)?.[0] ?? 0.25
}

/** Cuts notes at bar lines and into values that can be written, tied together. */
function piecesOf(line: Line, beatsPerBar: number): readonly (readonly Piece[])[] {
  const bars: Piece[][] = [[]]
  let room = beatsPerBar
  for (const note of line.notes) {
    let left = note.beats
    let first = true
    while (left > 1e-9) {
      if (room < 1e-9) {
        bars.push([])
        room = beatsPerBar
      }
      const beats = largestValue(Math.min(left, room))
      left -= beats
      room -= beats
      const sounds = note.pitches.length > 0
      const piece: Piece = {
        ...(first ? note : { pitches: note.pitches, beats }),
        beats,
        tiedFrom: sounds && !first,
        tiedTo: sounds && left > 1e-9,
      }
      bars.at(-1)?.push(piece)
      first = false
    }
  }
  return bars
}

function pitchXml(name: string): string {
  const match = /^([A-G])(#{0,2}|b{0,2})(-?\d+)$/.exec(name)
  if (!match) throw new RangeError(`no such note: ${name}`)
  const [, step = 'C', accidental = '', octave = '4'] = match
  const alter = accidental.startsWith('b') ? -accidental.length : accidental.length
  return `<pitch><step>${step}</step>${alter === 0 ? '' : `<alter>${alter}</alter>`}<octave>${octave}</octave></pitch>`
}

/** Slurs are numbered by voice, so that those of two hands are not taken for one. */
function notationsXml(
  piece: Piece,
  voice: number,
  finger: number | undefined,
  first: boolean,
): string {
  const marks = first ? (piece.marks ?? []) : []
  const articulations = [
    marks.includes('staccato') ? '<staccato/>' : '',
    marks.includes('tenuto') ? '<tenuto/>' : '',
    marks.includes('accent') ? '<accent/>' : '',
  ].join('')
  const inside = [
    piece.tiedFrom ? '<tied type="stop"/>' : '',
    piece.tiedTo ? '<tied type="start"/>' : '',
    first && piece.slur === 'start' ? `<slur number="${voice}" type="start"/>` : '',
    first && piece.slur === 'end' ? `<slur number="${voice}" type="stop"/>` : '',
    finger === undefined ? '' : `<technical><fingering>${finger}</fingering></technical>`,
    articulations === '' ? '' : `<articulations>${articulations}</articulations>`,
    marks.includes('roll') ? '<ornaments><tremolo type="single">3</tremolo></ornaments>' : '',
  ].join('')
  return inside === '' ? '' : `<notations>${inside}</notations>`
}

function noteXml(piece: Piece, voice: number, staff: number | null): string {
  const [, type, dotted] = TYPES.find(([value]) => Math.abs(value - piece.beats) < 1e-9) ?? [
    1,
    'quarter',
    false,
  ]
  const duration = `<duration>${Math.round(piece.beats * DIVISIONS)}</duration>`
  const tail = `<voice>${voice}</voice><type>${type}</type>${dotted ? '<dot/>' : ''}${staff === null ? '' : `<staff>${staff}</staff>`}`
  if (piece.pitches.length === 0) return `<note><rest/>${duration}${tail}</note>`
  const ties = `${piece.tiedFrom ? '<tie type="stop"/>' : ''}${piece.tiedTo ? '<tie type="start"/>' : ''}`
  return piece.pitches
    .map((pitch, i) => {
      const finger = piece.tiedFrom ? undefined : piece.fingers?.[i]
      return `<note>${i > 0 ? '<chord/>' : ''}${pitchXml(pitch)}${duration}${ties}${tail}${notationsXml(piece, voice, finger, i === 0)}</note>`
    })
    .join('')
}

function wordsXml(piece: Piece, staff: number | null): string {
  if (piece.words === undefined || piece.tiedFrom) return ''
  return `<direction placement="above"><direction-type><words>${escaped(piece.words)}</words></direction-type>${staff === null ? '' : `<staff>${staff}</staff>`}</direction>`
}

function attributesXml(exercise: Exercise): string {
  const staves = exercise.lines.length
  const clefs = exercise.lines
    .map((line, i) => {
      const [sign, at] = CLEF_SIGNS[line.clef]
      const number = staves > 1 ? ` number="${i + 1}"` : ''
      return `<clef${number}><sign>${sign}</sign>${at === null ? '' : `<line>${at}</line>`}</clef>`
    })
    .join('')
  const transpose =
    exercise.transpose === 0
      ? ''
      : `<transpose><chromatic>${exercise.transpose}</chromatic></transpose>`
  return `<attributes><divisions>${DIVISIONS}</divisions><key><fifths>${exercise.fifths}</fifths></key><time><beats>${exercise.beatsPerBar}</beats><beat-type>4</beat-type></time>${staves > 1 ? `<staves>${staves}</staves>` : ''}${clefs}${transpose}</attributes>`
}

function tempoXml(exercise: Exercise): string {
  return `<direction placement="above"><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>${Math.round(exercise.tempo)}</per-minute></metronome></direction-type><sound tempo="${Math.round(exercise.tempo)}"/></direction>`
}

/** The whole document. @throws RangeError on a pitch name that is none */
export function musicXml(exercise: Exercise): string {
  const lines = exercise.lines.map((line) => piecesOf(line, exercise.beatsPerBar))
  const bars = Math.max(...lines.map((l) => l.length))
  const backup = `<backup><duration>${exercise.beatsPerBar * DIVISIONS}</duration></backup>`
  const many = lines.length > 1
  const measures = Array.from({ length: bars }, (_, bar) => {
    const staves = lines.map((line, i) => {
      const staff = many ? i + 1 : null
      return (line[bar] ?? [])
        .map((piece) => wordsXml(piece, staff) + noteXml(piece, i + 1, staff))
        .join('')
    })
    const head = bar === 0 ? attributesXml(exercise) + tempoXml(exercise) : ''
    return `<measure number="${bar + 1}">${head}${staves.join(backup)}</measure>`
  }).join('')
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
<score-partwise version="4.0"><work><work-title>${escaped(exercise.title)}</work-title></work><part-list><score-part id="P1"><part-name print-object="no">${escaped(exercise.title)}</part-name></score-part></part-list><part id="P1">${measures}</part></score-partwise>
`
}
