/** How analysers of played notes work: which takes they read, and what they read off them. */
import { readingOf } from '../analysers'
import type { Analyser, Reading } from '../analysers'
import type { Measured } from '../measure'
import type { PlayedNote, Timing } from '../timing'

/** A take of notes, as it fell against what was asked for. */
export interface NotesTake {
  readonly played: readonly PlayedNote[]
  /** Asked for as a roll, by its rate and not note by note. */
  readonly roll: boolean
  readonly timed: Timing
}

/** What an analyser of played notes does; apart from what it is, which every screen knows. */
export interface NotesReader {
  readonly analyser: Analyser
  reads(played: readonly PlayedNote[]): boolean
  measure(take: NotesTake): readonly Measured[]
}

/** A reading by each analyser that reads such a take; one that breaks says so, and takes nobody else's along. */
export function readNotes(readers: readonly NotesReader[], take: NotesTake): readonly Reading[] {
  return readers.flatMap((reader): Reading[] => {
    const { analyser } = reader
    if (!reader.reads(take.played)) return []
    try {
      return [readingOf(analyser, reader.measure(take))]
    } catch {
      const { id, version } = analyser
      return [{ analyser: id, version, measures: [], notMeasured: [{ name: id, why: 'failed' }] }]
    }
  })
}
