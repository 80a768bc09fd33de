/** Reads a passage of the student's own piece from a MusicXML or MIDI file. */
import type { Bpm } from '@vein-mend/core/kit'
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import { midiOf } from '@vein-mend/core/music'
import type { Exercise, Line, Note } from '@vein-mend/core/music'
import * as tone from '@tonejs/midi'
import { XMLParser } from 'fast-xml-parser'

const { Midi } = 'Midi' in tone ? tone : (tone as { default: typeof tone }).default

/** A sounding moment of one staff, in quarter notes from the start. */
interface Moment {
  readonly at: number
  readonly beats: number
  readonly pitches: readonly string[]
}

interface Piece {
  readonly title: string
  readonly tempo: number
  readonly fifths: number
  readonly beatsPerBar: number
  readonly staves: readonly (readonly Moment[])[]
}

/** A sixteenth: finer values of a MIDI performance are drawn to it. */
const GRID_BEATS = 0.25
const STAVES_MOST = 2
const NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const

function nameOf(midi: number): string {
  return `${NAMES[midi % 12] ?? 'C'}${Math.floor(midi / 12) - 1}`
}

function toGrid(beats: number): number {
  return Math.round(beats / GRID_BEATS) * GRID_BEATS
}

function together(moments: readonly Moment[]): readonly Moment[] {
  const at = new Map<number, Moment>()
  for (const m of moments) {
    const same = at.get(m.at)
    at.set(
      m.at,
      same
        ? {
            at: m.at,
            beats: Math.max(same.beats, m.beats),
            pitches: [...new Set([...same.pitches, ...m.pitches])],
          }
        : m,
    )
  }
  return [...at.values()].sort((a, b) => a.at - b.at)
}

function readMidi(bytes: Uint8Array): Piece {
  const midi = new Midi(bytes)
  const { ppq, tempos, timeSignatures } = midi.header
  const staves = midi.tracks
    .filter((t) => t.notes.length > 0)
    .slice(0, STAVES_MOST)
    .map((t) =>
      together(
        t.notes.map((n) => ({
          at: toGrid(n.ticks / ppq),
          beats: Math.max(GRID_BEATS, toGrid(n.durationTicks / ppq)),
          pitches: [nameOf(n.midi)],
        })),
      ),
    )
  return {
    title: midi.header.name,
    tempo: tempos[0]?.bpm ?? 60,
    fifths: 0,
    beatsPerBar: timeSignatures[0]?.timeSignature[0] ?? 4,
    staves,
  }
}

/** The parser gives every element as a list under its name, in document order. */
type Xml = Readonly<Record<string, unknown>>

function childrenOf(node: Xml, name: string): readonly Xml[] {
  const inside = node[name]
  return Array.isArray(inside) ? (inside as readonly Xml[]) : []
}

function named(list: readonly Xml[], name: string): readonly (readonly Xml[])[] {
  return list.filter((x) => name in x).map((x) => childrenOf(x, name))
}

function textOf(list: readonly Xml[], name: string): string | null {
  const found = named(list, name)[0]?.[0]
  const text = found?.['#text']
  return typeof text === 'string' || typeof text === 'number' ? String(text) : null
}

function numberOf(list: readonly Xml[], name: string, otherwise: number): number {
  const text = textOf(list, name)
  return text === null ? otherwise : Number(text)
}

function pitchOf(note: readonly Xml[]): string | null {
  const pitch = named(note, 'pitch')[0]
  if (!pitch) return null
  const alter = numberOf(pitch, 'alter', 0)
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)
  return `${textOf(pitch, 'step') ?? 'C'}${sign}${textOf(pitch, 'octave') ?? '4'}`
}

class ScoreReader {
  private divisions = 1
  private at = 0
  private last = 0
  fifths = 0
  beatsPerBar = 4
  readonly staves: Moment[][] = [[], []]

  attributes(list: readonly Xml[]): void {
    this.divisions = numberOf(list, 'divisions', this.divisions)
    const key = named(list, 'key')[0]
    if (key) this.fifths = numberOf(key, 'fifths', this.fifths)
    const time = named(list, 'time')[0]
    if (time) this.beatsPerBar = numberOf(time, 'beats', this.beatsPerBar)
  }

  note(list: readonly Xml[]): void {
    const beats = numberOf(list, 'duration', 0) / this.divisions
    const isChord = named(list, 'chord').length > 0
    if (!isChord) this.last = this.at
    const staff = Math.min(STAVES_MOST, numberOf(list, 'staff', 1)) - 1
    const pitch = pitchOf(list)
    const tieEnds = list.some((x) => 'tie' in x && typeOf(x) === 'stop')
    if (pitch !== null && beats > 0) this.sound(staff, pitch, beats, tieEnds)
    if (!isChord) this.at += beats
  }

  private sound(staff: number, pitch: string, beats: number, tied: boolean): void {
    const moments = this.staves[staff]
    if (!moments) return
    const before = moments.findLast((m) => m.pitches.includes(pitch))
    if (tied && before && Math.abs(before.at + before.beats - this.last) < 1e-6) {
      moments[moments.indexOf(before)] = { ...before, beats: before.beats + beats }
    } else moments.push({ at: this.last, beats, pitches: [pitch] })
  }

  move(list: readonly Xml[], way: 1 | -1): void {
    this.at += (way * numberOf(list, 'duration', 0)) / this.divisions
  }
}

function typeOf(node: Xml): string {
  const attributes = node[':@'] as Readonly<Record<string, string>> | undefined
  return attributes?.['@_type'] ?? ''
}

function readMusicXml(text: string): Piece | null {
  const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false })
  const score = named(parser.parse(text) as readonly Xml[], 'score-partwise')[0]
  const part = score && named(score, 'part')[0]
  if (!score || !part) return null
  const reader = new ScoreReader()
  for (const measure of named(part, 'measure')) {
    for (const element of measure) {
      if ('attributes' in element) reader.attributes(childrenOf(element, 'attributes'))
      else if ('note' in element) reader.note(childrenOf(element, 'note'))
      else if ('backup' in element) reader.move(childrenOf(element, 'backup'), -1)
      else if ('forward' in element) reader.move(childrenOf(element, 'forward'), 1)
    }
  }
  const work = named(score, 'work')[0]
  return {
    title: (work && textOf(work, 'work-title')) ?? '',
    tempo: 60,
    fifths: reader.fifths,
    beatsPerBar: reader.beatsPerBar,
    staves: reader.staves.filter((s) => s.length > 0).map(together),
  }
}

/** The notes of one staff between two beats, with rests where nothing sounds. */
function cut(moments: readonly Moment[], from: number, to: number): readonly Note[] {
  const notes: Note[] = []
  let at = from
  const inside = moments.filter((m) => m.at >= from - 1e-9 && m.at < to - 1e-9)
  inside.forEach((m, i) => {
    if (m.at > at + 1e-9) notes.push({ pitches: [], beats: m.at - at })
    const next = inside[i + 1]?.at ?? to
    const beats = Math.min(m.beats, next - m.at)
    const pitches = [...m.pitches].sort((a, b) => midiOf(a) - midiOf(b))
    notes.push({ pitches, beats })
    at = m.at + beats
  })
  if (to > at + 1e-9) notes.push({ pitches: [], beats: to - at })
  return notes
}

function passageOf(piece: Piece, fromBar: number, toBar: number): Exercise {
  const from = (fromBar - 1) * piece.beatsPerBar
  const to = toBar * piece.beatsPerBar
  const two = piece.staves.length > 1
  const lines = piece.staves.map((moments, i): Line => ({
    hand: two ? (i === 0 ? 'right' : 'left') : null,
    clef: two && i === 1 ? 'bass' : 'treble',
    notes: cut(moments, from, to),
  }))
  return {
    title: piece.title,
    fifths: piece.fifths,
    beatsPerBar: piece.beatsPerBar,
    tempo: piece.tempo as Bpm,
    transpose: 0,
    lines,
    advice: [],
  }
}

function readPiece(bytes: Uint8Array): Piece | null {
  try {
    const isMidi = Buffer.from(bytes.subarray(0, 4)).toString('latin1') === 'MThd'
    return isMidi ? readMidi(bytes) : readMusicXml(Buffer.from(bytes).toString('utf8'))
  } catch {
    // Neither reader says where it stumbled; the file as a whole is refused.
    return null
  }
}

/** The bars asked for, both included, or why they cannot be had. */
export function readPassage(bytes: Uint8Array, fromBar: number, toBar: number): Outcome<Exercise> {
  const piece = readPiece(bytes)
  if (!piece || piece.staves.length === 0) return refuse('not_a_piece', ['file'])
  const bars = Math.ceil(
    Math.max(...piece.staves.flat().map((m) => m.at + m.beats)) / piece.beatsPerBar - 1e-9,
  )
  if (fromBar > toBar || toBar > bars) {
    return refuse('no_such_bars', ['toBar'], { from: fromBar, to: toBar, bars })
  }
  return good(passageOf(piece, fromBar, toBar))
}
