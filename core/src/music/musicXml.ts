/** An exercise as MusicXML 4.0 (W3C Music Notation Community Group, final report 2021), partwise. */
import { accidentalsOf, spelled } from './accidentals'
import type { Accidental } from './accidentals'
import { barsOf, keysOf } from './bars'
import { beamsOfBar } from './beams'
import type { Beam } from './beams'
import type { Bar, Clef, Exercise, Line } from './exercise'
import { writtenBars } from './writtenValues'
import type { WrittenNote } from './writtenValues'

/** Divisions of a quarter: enough for sixty-fourths and for triplets of them. */
const DIVISIONS = 48

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

function pitchXml(name: string): string {
  const { step, alter, octave } = spelled(name)
  return `<pitch><step>${step}</step>${alter === 0 ? '' : `<alter>${alter}</alter>`}<octave>${octave}</octave></pitch>`
}

/** Slurs are numbered by voice, so that those of two hands are not taken for one. */
function notationsXml(
  piece: WrittenNote,
  voice: number,
  finger: number | undefined,
  first: boolean,
): string {
  const marks = first ? (piece.marks ?? []) : []
  const articulations = [
    marks.includes('staccato') ? '<staccato/>' : '',
    marks.includes('tenuto') ? '<tenuto/>' : '',
    marks.includes('accent') ? '<accent/>' : '',
    marks.includes('breath') ? '<breath-mark/>' : '',
  ].join('')
  const technical = [
    finger === undefined ? '' : `<fingering>${finger}</fingering>`,
    marks.includes('down-bow') ? '<down-bow/>' : '',
    marks.includes('up-bow') ? '<up-bow/>' : '',
    marks.includes('harmonic') ? '<harmonic/>' : '',
  ].join('')
  const inside = [
    piece.tiedFrom ? '<tied type="stop"/>' : '',
    piece.tiedTo ? '<tied type="start"/>' : '',
    first && piece.tuplet ? `<tuplet type="${piece.tuplet === 'end' ? 'stop' : 'start'}"/>` : '',
    first && piece.slur === 'start' ? `<slur number="${voice}" type="start"/>` : '',
    first && piece.slur === 'end' ? `<slur number="${voice}" type="stop"/>` : '',
    technical === '' ? '' : `<technical>${technical}</technical>`,
    articulations === '' ? '' : `<articulations>${articulations}</articulations>`,
    marks.includes('roll') ? '<ornaments><tremolo type="single">3</tremolo></ornaments>' : '',
  ].join('')
  return inside === '' ? '' : `<notations>${inside}</notations>`
}

/** What stands with a note besides its pitches and its length. */
interface Signs {
  readonly voice: number
  readonly staff: number | null
  readonly accidentals: readonly (Accidental | null)[]
  readonly beams: readonly Beam[]
}

function accidentalXml(accidental: Accidental | null | undefined): string {
  if (!accidental) return ''
  return `<accidental${accidental.courtesy ? ' cautionary="yes"' : ''}>${accidental.sign}</accidental>`
}

const TRIPLET_XML =
  '<time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>'

function noteXml(piece: WrittenNote, { voice, staff, accidentals, beams }: Signs): string {
  const duration = `<duration>${Math.round(piece.beats * DIVISIONS)}</duration>`
  const value = `<voice>${voice}</voice><type>${piece.type}</type>${piece.dotted ? '<dot/>' : ''}`
  const time = piece.triplet ? TRIPLET_XML : ''
  const onStaff = staff === null ? '' : `<staff>${staff}</staff>`
  if (piece.pitches.length === 0) {
    const notations = notationsXml(piece, voice, undefined, true)
    return `<note><rest/>${duration}${value}${time}${onStaff}${notations}</note>`
  }
  const ties = `${piece.tiedFrom ? '<tie type="stop"/>' : ''}${piece.tiedTo ? '<tie type="start"/>' : ''}`
  const joined = beams.map((beam, i) => `<beam number="${i + 1}">${beam}</beam>`).join('')
  return piece.pitches
    .map((pitch, i) => {
      const finger = piece.tiedFrom ? undefined : piece.fingers?.[i]
      const sign = accidentalXml(accidentals[i])
      const notations = notationsXml(piece, voice, finger, i === 0)
      const beam = i === 0 ? joined : ''
      return `<note>${i > 0 ? '<chord/>' : ''}${pitchXml(pitch)}${duration}${ties}${value}${sign}${time}${onStaff}${beam}${notations}</note>`
    })
    .join('')
}

function wordsXml(piece: WrittenNote, staff: number | null): string {
  if (piece.words === undefined || piece.tiedFrom) return ''
  return `<direction placement="above"><direction-type><words font-size="9" font-style="normal">${escaped(piece.words)}</words></direction-type>${staff === null ? '' : `<staff>${staff}</staff>`}</direction>`
}

function timeXml({ beats, beatType }: Bar): string {
  return `<time><beats>${beats}</beats><beat-type>${beatType}</beat-type></time>`
}

const keyXml = (fifths: number) => `<key><fifths>${fifths}</fifths></key>`

function attributesXml(exercise: Exercise, bar: Bar): string {
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
  return `<attributes><divisions>${DIVISIONS}</divisions>${keyXml(bar.fifths ?? exercise.fifths)}${timeXml(bar)}${staves > 1 ? `<staves>${staves}</staves>` : ''}${clefs}${transpose}</attributes>`
}

function tempoXml(exercise: Exercise): string {
  return `<direction placement="above"><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>${Math.round(exercise.tempo)}</per-minute></metronome></direction-type><sound tempo="${Math.round(exercise.tempo)}"/></direction>`
}

function staffBars(line: Line, place: number, exercise: Exercise, bars: readonly Bar[]): string[] {
  const staff = exercise.lines.length > 1 ? place + 1 : null
  const written = writtenBars(line, bars)
  const accidentals = accidentalsOf(written, keysOf(exercise, bars))
  return written.map((notes, b) => {
    const bar = bars[b]
    const beams = bar ? beamsOfBar(notes, bar) : []
    return notes
      .map((piece, i) => {
        const signs = {
          voice: place + 1,
          staff,
          accidentals: accidentals[b]?.[i] ?? [],
          beams: beams[i] ?? [],
        }
        return wordsXml(piece, staff) + noteXml(piece, signs)
      })
      .join('')
  })
}

/** What stands before the notes of a bar: at first everything, later a key or a time signature where it changes. */
function headXml(exercise: Exercise, bars: readonly Bar[], at: number): string {
  const [bar, before] = [bars[at], bars[at - 1]]
  if (!bar) return ''
  if (!before) return attributesXml(exercise, bar) + tempoXml(exercise)
  const [was = 0, is = 0] = keysOf(exercise, [before, bar])
  const inTime = before.beats === bar.beats && before.beatType === bar.beatType
  const changes = (was === is ? '' : keyXml(is)) + (inTime ? '' : timeXml(bar))
  return changes === '' ? '' : `<attributes>${changes}</attributes>`
}

function isUpbeat({ beats, beatType, quarters }: Bar): boolean {
  return quarters < (beats * 4) / beatType - 1e-6
}

/** The whole document. @throws RangeError on a pitch name that is none */
export function musicXml(exercise: Exercise): string {
  const bars = barsOf(exercise)
  const staves = exercise.lines.map((line, i) => staffBars(line, i, exercise, bars))
  const first = bars[0] && isUpbeat(bars[0]) ? 0 : 1
  const measures = bars
    .map((bar, b) => {
      const backup = `<backup><duration>${Math.round(bar.quarters * DIVISIONS)}</duration></backup>`
      const notes = staves.map((staff) => staff[b] ?? '').join(backup)
      const implicit = isUpbeat(bar) ? ' implicit="yes"' : ''
      return `<measure number="${first + b}"${implicit}>${headXml(exercise, bars, b)}${notes}</measure>`
    })
    .join('')
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
<score-partwise version="4.0"><work><work-title>${escaped(exercise.title)}</work-title></work><part-list><score-part id="P1"><part-name print-object="no">${escaped(exercise.title)}</part-name></score-part></part-list><part id="P1">${measures}</part></score-partwise>
`
}
