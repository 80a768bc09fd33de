/** Ways of measuring a take, each one value, in one table. */
import type { Analyser, MeasureDescribed } from './analyser'
import { pulse } from './pulse'
import { taps } from './taps'
import { timing } from './timing'
import { tone } from './tone'

export { checkedBy, NOT_MEASURED, readingOf, TAKE_KINDS } from './analyser'
export type {
  Analyser,
  Checked,
  MeasureDescribed,
  Reading,
  TakeKind,
  Unmeasured,
  WhyNotMeasured,
} from './analyser'
export { pulse, taps, timing, tone }

type NamesOf<A> = A extends Analyser<infer Name> ? Name : never
/** Every measure there is, of whatever analyser. */
export type AnyMeasure = NamesOf<typeof pulse | typeof taps | typeof timing | typeof tone>

/** All of them: tones first, as a teacher reads a take. */
export const ANALYSERS: readonly Analyser[] = [tone, timing, taps, pulse]

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
