/** What lessons say of a gate's needs: gone through once, so that a long record is not gone through for every lesson. */
import { groupBy } from '../kit'
import type { IsoDate, LessonId } from '../kit'
import { isClean } from '../mending'
import type { Gate, GateNeed, Knowledge, Strength } from '../packs'
import { setupSaid } from '../record'
import type { LessonState, RecordedLook, StudentRecord } from '../record'

/** A clean look at a fault speaks for a need only when the fault nearly always shows it. */
const SHOWS_MOSTLY = 0.5

/** One lesson in which somebody looked, and whether the need held. */
export interface NeedSeen {
  /** Place of the lesson in the record. */
  readonly at: number
  readonly lesson: LessonId
  readonly date: IsoDate
  readonly good: boolean
}

/** The signs of a lesson that say something, by finding; the last word on each counts. */
function signsOf(lesson: LessonState): ReadonlyMap<string, Strength> {
  const sure = lesson.signs.filter((s) => s.strength !== 'unsure')
  return new Map(sure.map((s) => [s.finding, s.strength]))
}

/** For each need the lessons that say something of it, oldest first. */
export type Evidence = ReadonlyMap<GateNeed, readonly NeedSeen[]>

/** Looks at the faults that nearly always show the finding, lesson by lesson. */
function looksAt(
  finding: string,
  record: StudentRecord,
  knowledge: Knowledge,
): ReadonlyMap<LessonId, readonly RecordedLook[]> {
  const faults = knowledge.faults
    .filter((f) => (f.shows[finding] ?? 0) >= SHOWS_MOSTLY)
    .map((f) => f.id)
  const looks = record.cases.filter((c) => faults.includes(c.fault)).flatMap((c) => c.looks)
  return groupBy(looks, (l) => l.lesson)
}

/** What the set-up of a lesson in the studio says, finding by finding: there or not. Only what stays so while playing. */
function setupSays(
  record: StudentRecord,
  lesson: LessonState,
  knowledge: Knowledge,
): ReadonlyMap<string, boolean> {
  const found = setupSaid(record, lesson, knowledge).filter((s) => s.lasts)
  // The first word counts, as it did when it was noted.
  return new Map(found.toReversed().map((s) => [s.finding, s.strength !== 'absent']))
}

/** For each need the lessons that say something of it, oldest first. */
export function evidenceFor(
  gates: readonly Gate[],
  record: StudentRecord,
  knowledge: Knowledge,
): Evidence {
  const setups = record.lessons.map((l) => setupSays(record, l, knowledge))
  const signs = record.lessons.map(signsOf)
  const seen = (need: GateNeed): readonly NeedSeen[] => {
    const looks = looksAt(need.without, record, knowledge)
    return record.lessons.flatMap((lesson, at) => {
      const sign = signs[at]?.get(need.without)
      const looked = looks.get(lesson.id)
      const there = sign
        ? sign !== 'absent'
        : (setups[at]?.get(need.without) ?? (looked && !looked.every(isClean)))
      if (there === undefined) return []
      return [{ at, lesson: lesson.id, date: lesson.date, good: !there }]
    })
  }
  return new Map(gates.flatMap((g) => g.needs.map((n) => [n, seen(n)] as const)))
}
