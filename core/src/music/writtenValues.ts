/** Lengths as notes can be written: cut at bar lines, into plain, dotted and triplet values, tied together. */
import { without } from '../kit'
import type { Bar, Line, Note } from './exercise'

/** Name of a note value in MusicXML, with its length in quarter notes. */
const VALUES = [
  { quarters: 4, type: 'whole' },
  { quarters: 2, type: 'half' },
  { quarters: 1, type: 'quarter' },
  { quarters: 0.5, type: 'eighth' },
  { quarters: 0.25, type: '16th' },
  { quarters: 0.125, type: '32nd' },
  { quarters: 0.0625, type: '64th' },
] as const

/** Plain and dotted, longest first. */
const WRITTEN = VALUES.flatMap(({ quarters, type }) => [
  { length: quarters * 1.5, type, dotted: true },
  { length: quarters, type, dotted: false },
]).sort((a, b) => b.length - a.length)

/** The shortest value that is written, quarter notes. */
const SHORTEST = 0.0625
const NOTHING = 1e-6
/** Three in the time of two. */
const TRIPLET = 1.5

/** One written note, chord or rest within one bar. */
export interface WrittenNote extends Note {
  readonly type: (typeof VALUES)[number]['type']
  readonly dotted: boolean
  /** Three of them stand in the time of two. */
  readonly triplet: boolean
  /** The first and last of a group of triplets. */
  readonly tuplet?: 'start' | 'end'
  /** Where it begins in its bar, quarter notes. */
  readonly at: number
  /** It goes on from the note before, or into the next. */
  readonly tiedFrom: boolean
  readonly tiedTo: boolean
}

function isMultiple(length: number, of: number): boolean {
  const times = length / of
  return Math.abs(times - Math.round(times)) < NOTHING
}

/** Whether a length can be written: in sixty-fourths, or in triplets of them. Quarter notes. */
export function isWritable(quarters: number): boolean {
  return isMultiple(quarters, SHORTEST) || isMultiple(quarters * TRIPLET, SHORTEST)
}

/** Values that together last so long, longest first; what is shorter than any is left out. */
function valuesFor(length: number): typeof WRITTEN {
  const found: typeof WRITTEN = []
  let left = length
  for (const value of WRITTEN) {
    while (value.length <= left + NOTHING) {
      found.push(value)
      left -= value.length
    }
  }
  return found
}

/** One note, or the part of one, within a bar. */
function written(note: Note, length: number, from: number): WrittenNote[] {
  const triplet = !isMultiple(length, SHORTEST)
  const scale = triplet ? TRIPLET : 1
  let at = from
  return valuesFor(length * scale).map(({ type, dotted, length: value }) => {
    const beats = value / scale
    const piece = { ...note, beats, type, dotted, triplet, at, tiedFrom: false, tiedTo: false }
    at += beats
    return piece
  })
}

/** Groups of triplets: each from its first to where the time is even again. */
function withTuplets(notes: readonly WrittenNote[]): WrittenNote[] {
  const marks = new Map<number, 'start' | 'end'>()
  let first = -1
  let sum = 0
  notes.forEach((note, i) => {
    if (!note.triplet) {
      first = -1
      return
    }
    if (first < 0) {
      first = i
      sum = 0
    }
    sum += note.beats
    if (!isMultiple(sum, SHORTEST) || first === i) return
    marks.set(first, 'start').set(i, 'end')
    first = -1
  })
  return notes.map((note, i) => {
    const tuplet = marks.get(i)
    return tuplet ? { ...note, tuplet } : note
  })
}

/** The notes of a staff bar by bar, in values that can be written. */
export function writtenBars(line: Line, bars: readonly Bar[]): readonly (readonly WrittenNote[])[] {
  const filled: WrittenNote[][] = bars.map(() => [])
  let bar = 0
  let at = 0
  for (const note of line.notes) {
    const pieces: WrittenNote[] = []
    let left = note.beats
    while (left > NOTHING && bar < bars.length) {
      const room = (bars[bar]?.quarters ?? 0) - at
      const length = Math.min(left, room)
      const inBar = written(note, length, at)
      filled[bar]?.push(...inBar)
      pieces.push(...inBar)
      left -= length
      at += length
      if (length > room - NOTHING) {
        bar += 1
        at = 0
      }
    }
    tie(filled, pieces)
  }
  return filled.map(withTuplets)
}

/** Ties what one note became; a rest needs no tie, and its words stand once. */
function tie(bars: WrittenNote[][], pieces: readonly WrittenNote[]): void {
  const [head] = pieces
  if (pieces.length < 2 || !head) return
  const silent = head.pitches.length === 0
  const places = new Map(pieces.map((piece, i) => [piece, i]))
  for (const notes of bars) {
    notes.forEach((note, at) => {
      const i = places.get(note)
      if (i === undefined) return
      if (!silent) notes[at] = { ...note, tiedFrom: i > 0, tiedTo: i < pieces.length - 1 }
      else if (i > 0) notes[at] = without(note, 'words')
    })
  }
}
