/** Which short notes are joined by beams: those of one beat, or of one group of three eighths. Common practice. */
import type { Bar } from './exercise'
import type { WrittenNote } from './writtenValues'

/** What one beam does at one note. */
export type Beam = 'begin' | 'continue' | 'end' | 'forward hook' | 'backward hook'

const BEAMS: Readonly<Partial<Record<WrittenNote['type'], number>>> = {
  eighth: 1,
  '16th': 2,
  '32nd': 3,
  '64th': 4,
}
const NOTHING = 1e-6
const EIGHTHS_OF_A_GROUP = 3

/** Quarter notes under one beam. */
function groupOf({ beats, beatType }: Bar): number {
  const compound = beatType >= 8 && beats % EIGHTHS_OF_A_GROUP === 0
  return compound ? (EIGHTHS_OF_A_GROUP * 4) / beatType : Math.max(1, 4 / beatType)
}

const beamsOf = (note: WrittenNote) => (note.pitches.length === 0 ? 0 : (BEAMS[note.type] ?? 0))

/** Neighbours that share a beat and all have flags. */
function groupsOf(notes: readonly WrittenNote[], bar: Bar): number[][] {
  const size = groupOf(bar)
  // An upbeat ends on the bar line: its beats are counted from there.
  const missing = (bar.beats * 4) / bar.beatType - bar.quarters
  const beatOf = (note: WrittenNote) => Math.floor((note.at + missing + NOTHING) / size)
  const groups: number[][] = []
  notes.forEach((note, i) => {
    if (beamsOf(note) === 0) return
    const last = groups.at(-1)
    const before = notes[i - 1]
    const joins = last?.at(-1) === i - 1 && before && beatOf(before) === beatOf(note)
    if (joins) last.push(i)
    else groups.push([i])
  })
  return groups.filter((group) => group.length > 1)
}

/** One level of a group: runs of notes that have it are joined, one alone has a hook to its neighbour. */
function levelOf(group: readonly number[], has: (place: number) => boolean): Map<number, Beam> {
  const beams = new Map<number, Beam>()
  group.forEach((place, k) => {
    if (!has(place)) return
    const before = k > 0 && has(group[k - 1] ?? -1)
    const after = k < group.length - 1 && has(group[k + 1] ?? -1)
    if (before) beams.set(place, after ? 'continue' : 'end')
    else if (after) beams.set(place, 'begin')
    else beams.set(place, k === 0 ? 'forward hook' : 'backward hook')
  })
  return beams
}

/** The beams of each note of a bar, the outermost first; none for a note with a flag of its own. */
export function beamsOfBar(notes: readonly WrittenNote[], bar: Bar): readonly (readonly Beam[])[] {
  const all: Beam[][] = notes.map(() => [])
  for (const group of groupsOf(notes, bar)) {
    const count = (place: number) => {
      const note = notes[place]
      return note ? beamsOf(note) : 0
    }
    const deepest = Math.max(...group.map(count))
    for (let level = 1; level <= deepest; level++) {
      for (const [place, beam] of levelOf(group, (p) => count(p) >= level)) all[place]?.push(beam)
    }
  }
  return all
}
