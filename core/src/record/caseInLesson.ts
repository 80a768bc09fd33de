/** A fault in a lesson: its belief brought up to the day, and its point on the vein. */
import { daysBetween } from '../kit'
import type { IsoDate, CaseId, LessonId } from '../kit'
import { afterGap, isClean } from '../mending'
import { CONDITIONS } from '../packs'
import type { Condition } from '../packs'
import { clearOfBreaks } from './breaks'
import { keptShare } from './keptAtHome'
import type { HomeLog } from './homeLog'
import { lessonOf } from './state'
import type { CasePoint, CaseState, LessonState, RecordedLook, StudentRecord } from './state'

/** P(mended) on the lesson's day, over the gap since it was last touched. */
function beliefOn(state: CaseState, lesson: LessonState, home: HomeLog): number {
  const gap = daysBetween(state.beliefOn, lesson.date)
  if (gap <= 0) return state.belief
  const kept = keptShare(home, state.beliefOn, lesson.date, state.id)
  return afterGap(state.belief, gap, kept, lesson.mending)
}

const later = (a: IsoDate, b: IsoDate) => (a < b ? b : a)

/** Brings the belief up to the lesson's day. */
function upToDay(state: CaseState, lesson: LessonState, home: HomeLog): CaseState {
  const belief = beliefOn(state, lesson, home)
  return { ...state, belief, beliefOn: later(state.beliefOn, lesson.date) }
}

/**
 * The fault as a lesson begins: one lesson more on its rung, the belief of that day, and a point on its vein. Every
 * fault there ever was goes through here at every lesson, so it is one step and not three.
 */
export function atOpening(state: CaseState, lesson: LessonState, home: HomeLog): CaseState {
  const { ladder, points, status, rungsPassed } = state
  const belief = beliefOn(state, lesson, home)
  const point = {
    lesson: lesson.id,
    date: lesson.date,
    state: status.state,
    belief,
    rung: ladder?.at ?? null,
    rungsPassed,
    hardest: null,
  }
  return {
    ...state,
    // On the ladder of a mended fault nobody climbs.
    ladder:
      ladder && status.state !== 'mended'
        ? { ...ladder, lessonsOnRung: ladder.lessonsOnRung + 1 }
        : ladder,
    belief,
    beliefOn: later(state.beliefOn, lesson.date),
    points: placed(points, point),
  }
}

function hardestOf(looks: readonly RecordedLook[], lesson: LessonId): Condition | null {
  const seen = looks.filter((l) => l.lesson === lesson && isClean(l)).map((l) => l.condition)
  return CONDITIONS.findLast((c) => seen.includes(c)) ?? null
}

/** The lesson's point on the fault's vein, replaced as the lesson goes on. */
export function withPoint(state: CaseState, lesson: LessonState): CaseState {
  const point = {
    lesson: lesson.id,
    date: lesson.date,
    state: state.status.state,
    belief: state.belief,
    rung: state.ladder?.at ?? null,
    rungsPassed: state.rungsPassed,
    hardest: hardestOf(state.looks, lesson.id),
  }
  return { ...state, points: placed(state.points, point) }
}

function placed(points: readonly CasePoint[], point: CasePoint): readonly CasePoint[] {
  const last = points.at(-1)
  // Lessons go on in order: a later one comes last, without looking through ten years for it.
  if (last === undefined || last.date < point.date) return [...points, point]
  if (last.lesson === point.lesson) return points.with(-1, point)
  // A ladder prepared for an earlier lesson, or a second lesson of the day: its point is drawn last.
  return [...points.filter((p) => p.lesson !== point.lesson), point]
}

/** The record with one fault changed in a lesson. @throws RangeError when the record has no such lesson */
export function inCase(
  record: StudentRecord,
  act: { readonly case: CaseId; readonly lesson: LessonId },
  change: (state: CaseState, lesson: LessonState) => CaseState,
): StudentRecord {
  const lesson = lessonOf(record, act.lesson)
  const { breaks, home } = record
  return {
    ...record,
    cases: record.cases.map((c) =>
      c.id === act.case
        ? withPoint(clearOfBreaks(change(upToDay(c, lesson, home), lesson), breaks), lesson)
        : c,
    ),
  }
}
