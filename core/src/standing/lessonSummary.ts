/** What happened in a lesson, as facts; the words for record and family are the interface's. */
import type { IsoDate, CaseId, LessonId } from '../kit'
import type { Condition, Strength } from '../packs'
import { toPractise } from './toPractise'
import type { ToPractise } from './toPractise'
import { lessonOf } from '../record'
import type { CaseState, Comparison, StudentRecord } from '../record'

/** What became of one fault in the lesson. */
export interface FaultInLesson {
  readonly case: CaseId
  readonly name: string
  readonly settled: boolean
  readonly mended: boolean
  readonly relapsed: boolean
  readonly rested: boolean
  readonly cue: string | null
  readonly cueAgreed: boolean
  readonly recall: 'alone' | 'hint' | 'not' | null
  readonly looks: readonly {
    readonly clean: number
    readonly tries: number
    readonly condition: Condition
    readonly prompted: boolean
  }[]
  readonly rungsMoved: number
  /** Rungs gone past without a try. */
  readonly skipped: number
  readonly rung: { readonly name: string; readonly number: number; readonly of: number } | null
}

/** What a lesson came to, for the record and for the family. */
export interface LessonSummary {
  readonly date: IsoDate
  readonly works: readonly string[]
  readonly aim: string
  readonly fresh: string
  readonly setupRight: number
  readonly setupWrong: number
  readonly signs: readonly { readonly text: string; readonly strength: Strength }[]
  /** What was noted in the teacher's own words. */
  readonly ownWords: readonly string[]
  readonly checks: readonly { readonly name: string; readonly outcome: string }[]
  readonly comparisons: readonly Comparison[]
  readonly faults: readonly FaultInLesson[]
  readonly sheet: ToPractise
  readonly note: string
  readonly next: IsoDate | null
}

function inLesson(state: CaseState, lesson: LessonId): FaultInLesson | null {
  const at = state.points.findIndex((p) => p.lesson === lesson)
  const point = state.points[at]
  if (!point) return null
  const before = state.points[at - 1]
  const looks = state.looks.filter((l) => l.lesson === lesson)
  const recall = state.recalls.findLast((r) => r.lesson === lesson)?.recall ?? null
  const changed = (to: typeof point.state) => point.state === to && before?.state !== to
  const { ladder } = state
  const rung = ladder?.rungs[point.rung ?? -1]
  const fault: FaultInLesson = {
    case: state.id,
    name: state.name,
    settled: state.settledOn === lesson,
    mended: changed('mended'),
    relapsed: changed('relapsed'),
    rested: changed('resting'),
    cue: state.cue?.words ?? null,
    cueAgreed: state.cue?.since === lesson,
    recall,
    looks,
    rungsMoved: point.rungsPassed - (before?.rungsPassed ?? 0),
    skipped: ladder?.skipped.filter((s) => s.lesson === lesson).length ?? 0,
    rung:
      ladder && rung
        ? { name: rung.name, number: (point.rung ?? 0) + 1, of: ladder.rungs.length }
        : null,
  }
  const touched =
    fault.settled ||
    fault.mended ||
    fault.relapsed ||
    fault.rested ||
    fault.cueAgreed ||
    recall !== null ||
    looks.length > 0 ||
    fault.rungsMoved !== 0 ||
    fault.skipped > 0
  return touched ? fault : null
}

/** @throws RangeError when the record has no such lesson */
export function lessonSummary(record: StudentRecord, id: LessonId): LessonSummary {
  const lesson = lessonOf(record, id)
  const setup = lesson.setups.flatMap((s) => Object.values(s.points))
  return {
    date: lesson.date,
    works: lesson.strengths,
    aim: lesson.aim,
    fresh: lesson.fresh,
    setupRight: setup.filter((p) => p === 'right').length,
    setupWrong: setup.filter((p) => p === 'wrong').length,
    signs: lesson.signs.map(({ text, strength }) => ({ text, strength })),
    ownWords: record.ownWords.filter((w) => w.lesson === id).map((w) => w.words),
    checks: lesson.checks.map(({ name, outcome }) => ({ name, outcome })),
    comparisons: lesson.comparisons,
    faults: record.cases.flatMap((c) => inLesson(c, id) ?? []),
    sheet: toPractise(record),
    note: lesson.note,
    next: lesson.next,
  }
}
