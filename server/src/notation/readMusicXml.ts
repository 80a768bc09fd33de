/** Reads MusicXML (4.0, partwise) bar by bar. What cannot be taken over is noted with its bar, not passed over. */
import type { BarTrouble } from '@vein-mend/contract'
import { BEAT_TYPES, isWritable } from '@vein-mend/core/music'
import type { Bar, Clef, Mark } from '@vein-mend/core/music'
import {
  BAR_QUARTERS_MOST,
  BARS_MOST,
  NOTES_MOST,
  OCTAVES,
  PARTS_MOST,
  PieceTooLarge,
  SAME_MOMENT,
  STAVES_MOST,
  together,
} from './piece'
import type { Moment, Piece, ReadBar, ReadPart } from './piece'
import { attributeOf, has, inside, named, numberOf, parseXml, textOf } from './xml'
import type { Xml } from './xml'

/** Divisions of a quarter that any program writes; beyond them a file is not to be trusted. */
const DIVISIONS_MOST = 100_000
const ALTER_MOST = 2
const FIFTHS_MOST = 7
const OCTAVE_SEMITONES = 12
const TRANSPOSE_MOST = 48
/** Metres by symbol are numbers too; a longer numerator is none. */
const BEATS_MOST = 64

const CLEFS: Readonly<Record<string, Clef>> = { G2: 'treble', F4: 'bass', C3: 'alto', C4: 'tenor' }
const MARKS: readonly Mark[] = ['staccato', 'tenuto', 'accent']

interface Metre extends Pick<Bar, 'beats' | 'beatType'> {
  readonly good: boolean
}

/** Thrown inside a bar, and kept with it. */
class InBar extends Error {
  constructor(readonly trouble: BarTrouble) {
    super(trouble)
  }
}

function pitchOf(note: readonly Xml[]): string | null {
  const pitch = named(note, 'pitch')[0]
  if (!pitch) return null
  const step = textOf(pitch, 'step') ?? ''
  const octave = numberOf(pitch, 'octave', Number.NaN)
  const known = Number.isInteger(octave) && octave >= OCTAVES.least && octave <= OCTAVES.most
  if (!/^[A-G]$/.test(step) || !known) throw new InBar('pitch')
  const alter = numberOf(pitch, 'alter', 0)
  if (!Number.isInteger(alter) || Math.abs(alter) > ALTER_MOST) throw new InBar('alteration')
  return `${step}${alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)}${octave}`
}

function marksOf(note: readonly Xml[]): readonly Mark[] {
  const signs = named(note, 'notations')
    .flatMap((n) => named(n, 'articulations'))
    .flat()
  return MARKS.filter((mark) => has(signs, mark))
}

/** One bar while it is being read. */
class BarReader {
  private at = 0
  private last = 0
  /** How far the notes and rests of all voices reach, quarter notes. */
  reached = 0
  notes = 0
  readonly staves: Moment[][] = Array.from({ length: STAVES_MOST }, () => [])

  constructor(private readonly divisions: number) {}

  private length(list: readonly Xml[]): number {
    const beats = numberOf(list, 'duration', Number.NaN) / this.divisions
    if (!(beats >= 0) || beats > BAR_QUARTERS_MOST) throw new InBar('length')
    return beats
  }

  note(list: readonly Xml[]): void {
    // Grace notes have no time of their own, cue notes are somebody else's.
    if (has(list, 'grace') || has(list, 'cue')) return
    const beats = this.length(list)
    const isChord = has(list, 'chord')
    if (!isChord) {
      this.last = this.at
      this.move(beats)
    }
    const pitch = pitchOf(list)
    if (pitch === null || beats === 0) return
    if (!isWritable(beats) || !isWritable(this.last)) throw new InBar('division')
    const staff = numberOf(list, 'staff', 1)
    const moments = this.staves[staff - 1]
    if (!moments) throw new InBar('too-many-staves')
    this.notes += 1
    const tied = list.some((x) => 'tie' in x && attributeOf(x, 'type') === 'stop')
    moments.push({ at: this.last, beats, pitches: [pitch], tied, marks: marksOf(list) })
  }

  jump(list: readonly Xml[], way: 1 | -1): void {
    this.move(way * this.length(list))
  }

  private move(by: number): void {
    this.at += by
    if (this.at < -SAME_MOMENT) throw new InBar('length')
    this.reached = Math.max(this.reached, this.at)
  }
}

/** What holds from bar to bar of one part. */
class PartReader {
  private divisions = 1
  private fifths = 0
  private metre: Metre = { beats: 4, beatType: 4, good: true }
  private clefs: Clef[] = ['treble', 'bass']
  private staves = 1
  transpose = 0
  notes = 0

  private attributes(list: readonly Xml[]): void {
    this.divisions = numberOf(list, 'divisions', this.divisions)
    const known = this.divisions > 0 && this.divisions <= DIVISIONS_MOST
    if (!known) throw new InBar('length')
    this.staves = numberOf(list, 'staves', this.staves)
    const key = named(list, 'key')[0]
    const fifths = key ? numberOf(key, 'fifths', 0) : this.fifths
    if (Math.abs(fifths) <= FIFTHS_MOST && Number.isInteger(fifths)) this.fifths = fifths
    const time = named(list, 'time')[0]
    if (time) this.metre = metreOf(time)
    for (const node of list) if ('clef' in node) this.clef(node)
    const move = named(list, 'transpose')[0]
    if (move) this.transpose = transposeOf(move)
  }

  private clef(node: Xml): void {
    const list = inside(node, 'clef')
    const sign = textOf(list, 'sign') ?? ''
    const place = Number(attributeOf(node, 'number') ?? 1) - 1
    const found = sign === 'percussion' ? sign : CLEFS[sign + (textOf(list, 'line') ?? '')]
    if (found && place in this.clefs) this.clefs = this.clefs.with(place, found)
  }

  bar(measure: readonly Xml[], isFirst: boolean, implicit: boolean): ReadBar {
    let trouble: BarTrouble | null = null
    let reader = new BarReader(this.divisions)
    try {
      reader = this.read(measure, reader)
      if (this.staves > STAVES_MOST) throw new InBar('too-many-staves')
    } catch (error) {
      if (!(error instanceof InBar)) throw error
      trouble = error.trouble
    }
    this.notes += reader.notes
    const { beats, beatType, good } = this.metre
    const whole = (beats * 4) / beatType
    const short = reader.reached > 0 && reader.reached < whole - SAME_MOMENT
    const quarters = short && (isFirst || implicit) ? reader.reached : whole
    if (!good) trouble ??= 'metre'
    if (reader.reached > quarters + SAME_MOMENT) trouble ??= 'too-full'
    const staves = Math.max(1, Math.min(STAVES_MOST, this.staves))
    return {
      beats,
      beatType,
      quarters,
      fifths: this.fifths,
      clefs: this.clefs.slice(0, staves),
      staves: reader.staves.slice(0, staves).map(together),
      trouble,
    }
  }

  private read(measure: readonly Xml[], first: BarReader): BarReader {
    let reader = first
    measure.forEach((element, i) => {
      if ('attributes' in element) {
        this.attributes(inside(element, 'attributes'))
        if (i === 0 || reader.reached === 0) reader = new BarReader(this.divisions)
      } else if ('note' in element) reader.note(inside(element, 'note'))
      else if ('backup' in element) reader.jump(inside(element, 'backup'), -1)
      else if ('forward' in element) reader.jump(inside(element, 'forward'), 1)
    })
    return reader
  }
}

function metreOf(time: readonly Xml[]): Metre {
  const beats = numberOf(time, 'beats', Number.NaN)
  const type = numberOf(time, 'beat-type', Number.NaN)
  const beatType = BEAT_TYPES.find((t) => t === type)
  const fits = Number.isInteger(beats) && beats >= 1 && beats <= BEATS_MOST
  return fits && beatType !== undefined
    ? { beats, beatType, good: (beats * 4) / beatType <= BAR_QUARTERS_MOST }
    : { beats: 4, beatType: 4, good: false }
}

function transposeOf(list: readonly Xml[]): number {
  const semitones =
    numberOf(list, 'chromatic', 0) + OCTAVE_SEMITONES * numberOf(list, 'octave-change', 0)
  return Number.isInteger(semitones) && Math.abs(semitones) <= TRANSPOSE_MOST ? semitones : 0
}

function readPart(part: readonly Xml[], name: string): { part: ReadPart; notes: number } {
  const reader = new PartReader()
  const measures = part.filter((node) => 'measure' in node)
  if (measures.length > BARS_MOST) throw new PieceTooLarge()
  const bars = measures.map((node, i) =>
    reader.bar(inside(node, 'measure'), i === 0, attributeOf(node, 'implicit') === 'yes'),
  )
  return { part: { name, transpose: reader.transpose, bars }, notes: reader.notes }
}

function namesOf(score: readonly Xml[]): readonly string[] {
  const list = named(score, 'part-list')[0] ?? []
  return named(list, 'score-part').map((part) => textOf(part, 'part-name') ?? '')
}

/** Null when the text is no partwise score. @throws PieceTooLarge when it is too much of one */
export function readMusicXml(text: string): Piece | null {
  const score = named(parseXml(text), 'score-partwise')[0]
  if (!score) return null
  const names = namesOf(score)
  const parts = named(score, 'part')
  if (parts.length > PARTS_MOST) throw new PieceTooLarge()
  const read = parts.map((part, i) => readPart(part, names[i] ?? ''))
  if (read.reduce((sum, r) => sum + r.notes, 0) > NOTES_MOST) throw new PieceTooLarge()
  const work = named(score, 'work')[0]
  const title = (work && textOf(work, 'work-title')) ?? textOf(score, 'movement-title') ?? ''
  return { title, tempo: 60, parts: read.map((r) => r.part) }
}
