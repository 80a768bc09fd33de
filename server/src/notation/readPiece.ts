/** Reads a passage of the student's own piece from a MusicXML or MIDI file. */
import { refuse } from '@vein-mend/contract'
import type { Outcome, Passage } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import { STAVES_MOST, PieceTooLarge } from './piece'
import type { Piece, ReadBar, ReadPart } from './piece'
import { passageOf } from './passage'
import { readMidi } from './readMidi'
import { readMusicXml } from './readMusicXml'

/** What is wanted out of a file. */
export interface PassageAsked {
  readonly bytes: Uint8Array
  /** From 1; an upbeat comes with the first bar. */
  readonly fromBar: number
  /** Included. */
  readonly toBar: number
  /** From 0. */
  readonly part: number
}

/** Bytes as text, by the mark at their beginning; without one they are UTF-8. */
function textFrom(bytes: Uint8Array): string {
  const [a, b] = bytes
  const coding =
    a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8'
  return new TextDecoder(coding).decode(bytes)
}

const startsWith = (bytes: Uint8Array, letters: string) =>
  Buffer.from(bytes.subarray(0, letters.length)).toString('latin1') === letters

/** Two tracks of a MIDI file are two hands, as keyboards are written down; each can also be had alone. */
function withBothHands(piece: Piece): Piece {
  const [right, left, ...more] = piece.parts
  if (!right || !left || more.length > 0) return piece
  const bars = right.bars.map((bar, i): ReadBar => {
    const other = left.bars[i]
    return {
      ...bar,
      clefs: [...bar.clefs, ...(other?.clefs ?? [])].slice(0, STAVES_MOST),
      staves: [...bar.staves, ...(other?.staves ?? [])].slice(0, STAVES_MOST),
    }
  })
  return { ...piece, parts: [{ name: '', transpose: 0, bars }, right, left] }
}

function readPiece(bytes: Uint8Array): Piece | null {
  try {
    if (startsWith(bytes, 'MThd')) return withBothHands(readMidi(bytes))
    return readMusicXml(textFrom(bytes))
  } catch (error) {
    if (error instanceof PieceTooLarge) throw error
    // Neither reader says where it stumbled; the file as a whole is refused.
    return null
  }
}

/** Bars before bar 1: an upbeat has no number of its own. */
function upbeatsOf({ bars }: ReadPart): number {
  const [first] = bars
  const short = first !== undefined && first.quarters < (first.beats * 4) / first.beatType
  return short && bars.length > 1 ? 1 : 0
}

/** Places of the bars from the first to the last, in the part's list; the upbeat comes with bar 1. */
function placesOf(part: ReadPart, fromBar: number, toBar: number): readonly [number, number] {
  const upbeats = upbeatsOf(part)
  return [fromBar === 1 ? 0 : fromBar - 1 + upbeats, toBar + upbeats]
}

/** The bars asked for, both included, or why they cannot be had. */
export function readPassage({ bytes, fromBar, toBar, part }: PassageAsked): Outcome<Passage> {
  if (startsWith(bytes, 'PK')) return refuse('packed_piece', ['file'])
  let piece: Piece | null
  try {
    piece = readPiece(bytes)
  } catch {
    return refuse('piece_too_large', ['file'])
  }
  const read = piece?.parts[part]
  if (!piece || !piece.parts.some((p) => p.bars.length > 0)) return refuse('not_a_piece', ['file'])
  if (!read) return refuse('no_such_part', ['part'], { parts: piece.parts.length })
  const upbeats = upbeatsOf(read)
  const [from, to] = placesOf(read, fromBar, toBar)
  if (fromBar > toBar || to > read.bars.length) {
    const count = read.bars.length - upbeats
    return refuse('no_such_bars', ['toBar'], { from: fromBar, to: toBar, bars: count })
  }
  const bars = read.bars.slice(from, to)
  const bad = bars.find((bar) => bar.trouble !== null)
  if (bad?.trouble) {
    const bar = read.bars.indexOf(bad) + 1 - upbeats
    return refuse('bar_not_readable', ['file'], { bar, trouble: bad.trouble })
  }
  const parts = piece.parts.map((p, i) => (p.name === '' ? `Part ${i + 1}` : p.name))
  return good({ exercise: passageOf(piece, read, bars), parts })
}
