/** What the seam says at one fault and one lesson: the evidence behind the picture. */
import type { IsoDate, LessonId } from '../kit'
import type { Knowledge, Strength } from '../packs'
import type { CasePoint, CaseState, RecordedLook, StudentRecord } from '../record'

/** What one point of a vein has to tell. */
export interface SeamReading {
  readonly fault: string
  readonly lesson: LessonId
  readonly date: IsoDate
  /** Null before the fault was settled. */
  readonly state: CasePoint['state'] | null
  readonly belief: number | null
  readonly rungsPassed: number
  readonly recall: 'alone' | 'hint' | 'not' | null
  readonly looks: readonly RecordedLook[]
  readonly slipCounts: readonly { readonly seconds: number; readonly slips: number }[]
  readonly cueAgreed: string | null
  /** Signs of that lesson which this fault brings out. */
  readonly signs: readonly { readonly text: string; readonly strength: Strength }[]
  readonly reasons: readonly string[]
}

/** @throws RangeError when the record has no such lesson */
export function readSeam(
  record: StudentRecord,
  state: CaseState,
  lesson: LessonId,
  knowledge: Knowledge,
): SeamReading {
  const held = record.lessons.find((l) => l.id === lesson)
  if (!held) throw new RangeError(`no lesson ${lesson}`)
  const point = state.points.find((p) => p.lesson === lesson)
  const shows = knowledge.faults.find((f) => f.id === state.fault)?.shows ?? {}
  return {
    fault: state.name,
    lesson,
    date: held.date,
    state: point?.state ?? null,
    belief: point?.belief ?? null,
    rungsPassed: point?.rungsPassed ?? 0,
    recall: state.recalls.findLast((r) => r.lesson === lesson)?.recall ?? null,
    looks: state.looks.filter((l) => l.lesson === lesson),
    slipCounts: state.slipCounts
      .filter((t) => t.lesson === lesson)
      .map(({ seconds, slips }) => ({ seconds, slips: slips.length })),
    cueAgreed: state.cues.find((c) => c.since === lesson)?.words ?? null,
    signs: held.signs
      .filter((s) => s.finding in shows)
      .map(({ text, strength }) => ({ text, strength })),
    reasons: state.overrules.filter((o) => o.on === held.date).map((o) => o.reason),
  }
}
