/** What the analysers of played notes do: apart from what they are, which every screen knows. */
import { pulse, taps, timing } from '../analysers'
import type { Reading } from '../analysers'
import type { Measured } from '../measure'
import { isTapped, measureRoll, measureTiming } from '../timing'
import type { AskedNote, PlayedNote } from '../timing'
import { beatWander } from './beatWander'
import { readNotes } from './notes'
import type { NotesReader, NotesTake } from './notes'

export type { NotesTake } from './notes'

const READERS: readonly NotesReader[] = [
  {
    analyser: timing,
    reads: (played) => !isTapped(played),
    measure: ({ roll, played, timed }) => (roll ? measureRoll(played) : timed.measures),
  },
  {
    analyser: taps,
    reads: isTapped,
    // A roll is told by its strokes, which taps do not have.
    measure: ({ roll, timed }) => (roll ? [] : timed.measures),
  },
  { analyser: pulse, reads: isTapped, measure: ({ played }) => beatWander(played) },
]

/** What each analyser of played notes reads off a take. */
export const notesRead = (take: NotesTake): readonly Reading[] => readNotes(READERS, take)

/** Every value that holds of notes played or tapped against what was asked, where nothing of them is kept as a take. */
export function measuresOf(
  played: readonly PlayedNote[],
  asked: readonly AskedNote[],
): readonly Measured[] {
  const timed = measureTiming(played, asked)
  return notesRead({ played, roll: false, timed }).flatMap((r) => r.measures)
}
