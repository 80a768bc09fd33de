/** Ways of measuring a take, each one value, in one table. */
import type { Measured } from '../measure'
import { measureTiming } from '../timing'
import type { AskedNote, PlayedNote } from '../timing'
import type { Analyser, MeasureDescribed } from './analyser'
import { readNotes } from './notes'
import type { NotesAnalyser, NotesTake, Reading } from './notes'
import { pulse } from './pulse'
import { taps } from './taps'
import { timing } from './timing'
import { tone } from './tone'

export { checkedBy, NOT_MEASURED, TAKE_KINDS } from './analyser'
export type {
  Analyser,
  Checked,
  MeasureDescribed,
  TakeKind,
  Unmeasured,
  WhyNotMeasured,
} from './analyser'
export { readingOf } from './notes'
export type { NotesAnalyser, NotesTake, Reading } from './notes'
export { taps, timing, tone }

type NamesOf<A> = A extends Analyser<infer Name> ? Name : never
/** Every measure there is, of whatever analyser. */
export type AnyMeasure = NamesOf<typeof pulse | typeof taps | typeof timing | typeof tone>

const OF_NOTES: readonly NotesAnalyser[] = [timing, taps, pulse]

/** All of them: tones first, as a teacher reads a take. */
export const ANALYSERS: readonly Analyser[] = [tone, ...OF_NOTES]

/** What each analyser of played notes reads off a take. */
export const notesRead = (take: NotesTake): readonly Reading[] => readNotes(OF_NOTES, take)

/** Every value that holds of notes played or tapped against what was asked, where nothing of them is kept as a take. */
export function measuresOf(
  played: readonly PlayedNote[],
  asked: readonly AskedNote[],
): readonly Measured[] {
  const timed = measureTiming(played, asked)
  return notesRead({ played, roll: false, timed }).flatMap((r) => r.measures)
}

/** The analyser of that name; null for one nobody here knows, of which nothing is concluded. */
export function analyserOf(id: string): Analyser | null {
  return ANALYSERS.find((a) => a.id === id) ?? null
}

/** Every measure by its name, in the order in which they are read. */
export const MEASURES_DESCRIBED: Readonly<Record<string, MeasureDescribed>> = Object.fromEntries(
  ANALYSERS.flatMap((a) => Object.entries(a.measures)),
)

/** Whether readings of that analyser may speak of a sign by the measure; of what is not in the table, no. */
export function mayTell(analyser: string, measure: string): boolean {
  return analyserOf(analyser)?.mayTell.includes(measure) ?? false
}
