/** Analysers of played notes: which takes they read, and what they read off them. */
import type { Measured } from '../measure'
import type { PlayedNote, Timing } from '../timing'
import { checkedBy } from './analyser'
import type { Analyser, Checked } from './analyser'

/** A take of notes, as it fell against what was asked for. */
export interface NotesTake {
  readonly played: readonly PlayedNote[]
  /** Asked for as a roll, by its rate and not note by note. */
  readonly roll: boolean
  readonly timed: Timing
}

/** An analyser of played notes. */
export interface NotesAnalyser<Name extends string = string> extends Analyser<Name> {
  reads(played: readonly PlayedNote[]): boolean
  measure(take: NotesTake): readonly Measured[]
}

/** What one analyser of a stated version found. */
export interface Reading extends Checked {
  readonly analyser: string
  readonly version: string
}

/** What was found, as the analyser's own table lets it be kept. */
export function readingOf(analyser: Analyser, found: readonly Measured[]): Reading {
  return { analyser: analyser.id, version: analyser.version, ...checkedBy(analyser, found) }
}

/** A reading by each analyser that reads such a take; one that breaks says so, and takes nobody else's along. */
export function readNotes(
  analysers: readonly NotesAnalyser[],
  take: NotesTake,
): readonly Reading[] {
  return analysers.flatMap((analyser): Reading[] => {
    if (!analyser.reads(take.played)) return []
    try {
      return [readingOf(analyser, analyser.measure(take))]
    } catch {
      const { id, version } = analyser
      return [{ analyser: id, version, measures: [], notMeasured: [{ name: id, why: 'failed' }] }]
    }
  })
}
