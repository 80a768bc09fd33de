/** Whether an act can happen now; if not, the coded fact that stands in the way. */
import { assertNever, daysBetween } from '../kit'
import type { IsoDate, Refusal } from '../kit'
import { mendedRule } from '../mending'
import type { Act, ActBody, CaseId, LessonId } from './acts'
import { painfulParts } from './painfulParts'
import type { CaseState, StudentRecord } from './state'

/** What a teacher also does between lessons. */
const PREPARED: ReadonlySet<Act['kind']> = new Set(['ladder-edited', 'tempo-found', 'tempo-tried'])

/** Repairs a student can be on at once; common practice. */
export const PROJECTS_MOST = 2

/** Gates got ready for at once; as with repairs, common practice. */
export const PREPARED_MOST = 2

/** A lesson may be dated this far ahead, for a clock or a time zone that is off. */
const DAYS_AHEAD_MOST = 1

function no(code: string, path: string, facts?: Refusal['facts']): Refusal {
  return facts ? { code, path: [path], facts } : { code, path: [path] }
}

/** The looks of a case lesson by lesson, for the mended rule. */
export function looksByLesson(record: StudentRecord, state: CaseState) {
  const from = record.lessons.findIndex((l) => l.id === state.settledOn)
  return record.lessons.slice(Math.max(0, from)).map((l) => ({
    lesson: l.id,
    looks: state.looks.filter((look) => look.lesson === l.id),
  }))
}

/**
 * The mended rule for a case as it stands. The present lesson only counts once it was looked at, so that
 * opening a lesson does not break the row.
 */
export function ruleFor(record: StudentRecord, state: CaseState) {
  const lessons = looksByLesson(record, state)
  const last = lessons.at(-1)
  return mendedRule(state.belief, last?.looks.length === 0 ? lessons.slice(0, -1) : lessons)
}

/** Cases being worked on now: a remedy is running. */
export function activeProjects(record: StudentRecord): readonly CaseState[] {
  return record.cases.filter((c) => c.status.state === 'healing')
}

function refuseLesson(record: StudentRecord, id: LessonId): Refusal | null {
  const lesson = record.lessons.find((l) => l.id === id)
  if (!lesson) return no('unknown_lesson', 'lesson')
  return lesson.open ? null : no('lesson_closed', 'lesson', { date: lesson.date })
}

function refuseOpening(
  record: StudentRecord,
  act: Extract<ActBody, { kind: 'lesson-opened' }>,
  today: IsoDate,
): Refusal | null {
  if (record.lessons.some((l) => l.id === act.lesson)) return no('lesson_exists', 'lesson')
  const ahead = daysBetween(today, act.date)
  if (ahead > DAYS_AHEAD_MOST)
    return no('lesson_in_future', 'date', { date: act.date, days: ahead })
  const last = record.lessons.at(-1)
  if (last && daysBetween(last.date, act.date) < 0) {
    return no('lesson_before_last', 'date', { date: act.date, last: last.date })
  }
  const open = record.lessons.find((l) => l.open)
  return open ? no('lesson_still_open', 'lesson', { date: open.date }) : null
}

function refuseSlips(act: Extract<ActBody, { kind: 'slips-counted' }>): Refusal | null {
  if (act.seconds <= 0) return no('take_too_short', 'seconds')
  const outside = act.slips.some((at) => at < 0 || at > act.seconds)
  return outside ? no('slip_outside_take', 'slips', { seconds: act.seconds }) : null
}

/** One project more would be one too many; the refusal names those that run. */
function refuseThirdProject(record: StudentRecord, id: CaseId): Refusal | null {
  const others = activeProjects(record).filter((c) => c.id !== id)
  if (others.length < PROJECTS_MOST) return null
  return no('two_projects_already', 'case', { names: others.map((c) => c.name).join(' · ') })
}

function refuseResuming(record: StudentRecord, state: CaseState): Refusal | null {
  if (state.status.state !== 'resting') return no('not_resting', 'case', { name: state.name })
  const hurting = painfulParts(record)
  const part = state.ladder?.loads.find((p) => hurting.includes(p))
  if (part !== undefined) return no('pain_reported', 'case', { part })
  return refuseThirdProject(record, state.id)
}

function refuseTries(act: { clean: number; tries: number }): Refusal | null {
  if (act.tries < 1) return no('tries_missing', 'tries')
  if (act.clean > act.tries) {
    return no('more_clean_than_tries', 'clean', { clean: act.clean, tries: act.tries })
  }
  return null
}

function refuseSettling(
  record: StudentRecord,
  act: Extract<ActBody, { kind: 'fault-settled' }>,
): Refusal | null {
  const same = record.cases.find((c) => c.fault === act.fault)
  if (same) return no('fault_already_settled', 'fault', { name: same.name })
  if (record.cases.some((c) => c.id === act.case)) return no('case_exists', 'case')
  const unknown = act.drivenBy.find((id) => !record.cases.some((c) => c.id === id))
  return unknown === undefined ? null : no('unknown_case', 'drivenBy')
}

function refuseRemedy(
  record: StudentRecord,
  act: Extract<ActBody, { kind: 'remedy-started' }>,
): Refusal | null {
  const hurting = painfulParts(record)
  const part = act.loads.find((p) => hurting.includes(p))
  if (part !== undefined) return no('pain_reported', 'remedy', { part })
  if (act.rungs.length === 0) return no('no_rungs', 'rungs')
  return refuseThirdProject(record, act.case)
}

function refuseRung(state: CaseState, act: ActBody): Refusal | null {
  if (!state.ladder) return no('no_ladder', 'case', { name: state.name })
  const rung = state.ladder.rungs[state.ladder.at]
  if (act.kind === 'rung-tried') {
    return rung?.id === act.rung ? refuseTries(act) : no('not_on_this_rung', 'rung')
  }
  if (act.kind !== 'rung-decided') return null
  if (act.decision === 'up' && state.ladder.at === state.ladder.rungs.length - 1) {
    return no('top_of_ladder', 'decision')
  }
  return act.decision === 'back' && state.ladder.at === 0 ? no('foot_of_ladder', 'decision') : null
}

function refuseMended(record: StudentRecord, state: CaseState, reason?: string): Refusal | null {
  if (state.status.state === 'mended') return no('mended_already', 'case', { name: state.name })
  if (reason !== undefined || ruleFor(record, state).holds) return null
  return no('mended_rule_open', 'overruled', { name: state.name })
}

/** Acts that belong to no lesson and stand on nothing. */
const BESIDE_LESSONS = [
  'undone',
  'card-changed',
  'week-pinned',
  'week-wished',
  'week-given',
  'gate-overruled',
] as const satisfies readonly ActBody['kind'][]

function isBesideLessons(
  act: ActBody,
): act is Extract<ActBody, { kind: (typeof BESIDE_LESSONS)[number] }> {
  return BESIDE_LESSONS.some((kind) => kind === act.kind)
}

/** What is ticked at home is ticked on its day, or soon after. */
function refuseHome(act: { readonly date: IsoDate }, today: IsoDate): Refusal | null {
  const ahead = daysBetween(today, act.date)
  return ahead > DAYS_AHEAD_MOST ? no('day_in_future', 'date', { date: act.date }) : null
}

const BREAK_DAYS_MOST = 366

function refuseBreak({ from, to }: Extract<ActBody, { kind: 'break-noted' }>): Refusal | null {
  const days = daysBetween(from, to)
  if (days < 0) return no('break_ends_before', 'to', { from, to })
  return days > BREAK_DAYS_MOST ? no('break_too_long', 'to', { days: BREAK_DAYS_MOST }) : null
}

function refusePreparing(
  record: StudentRecord,
  act: Extract<ActBody, { kind: 'gate-prepared' }>,
): Refusal | null {
  const others = record.preparing.filter((p) => p.gate !== act.gate)
  if (!act.on || others.length < PREPARED_MOST) return null
  return no('two_gates_already', 'gate', { names: others.map((p) => p.name).join(' · ') })
}

type BetweenLessons = Extract<ActBody, { kind: 'recheck-moved' | 'stuck-dismissed' }>

/** What the teacher overrules at the desk, with or without a lesson. */
function refuseBetween(record: StudentRecord, act: BetweenLessons): Refusal | null {
  const state = record.cases.find((c) => c.id === act.case)
  if (!state) return no('unknown_case', 'case')
  if (act.kind === 'recheck-moved') {
    return state.status.state === 'mended' ? null : no('not_mended', 'case', { name: state.name })
  }
  return state.ladder ? null : no('no_ladder', 'case', { name: state.name })
}

type CaseAct = Exclude<Extract<ActBody, { case: CaseId }>, BetweenLessons>

function refuseInCase(record: StudentRecord, act: CaseAct): Refusal | null {
  if (act.kind === 'fault-settled') return refuseSettling(record, act)
  const state = record.cases.find((c) => c.id === act.case)
  if (!state) return no('unknown_case', 'case')
  switch (act.kind) {
    case 'remedy-started':
      return refuseRemedy(record, act)
    case 'cue-agreed':
      return null
    case 'cue-recalled':
      return state.cue ? null : no('no_cue', 'case', { name: state.name })
    case 'look-taken':
      return refuseTries(act)
    case 'slips-counted':
      return refuseSlips(act)
    case 'ladder-edited':
      if (!state.ladder) return no('no_ladder', 'case', { name: state.name })
      return act.rungs.length === 0 ? no('no_rungs', 'rungs') : null
    case 'tempo-found':
      return state.ladder ? null : no('no_ladder', 'case', { name: state.name })
    case 'tempo-tried':
      return state.ladder?.tempo ? null : no('no_tempo', 'case', { name: state.name })
    case 'case-rested':
      return state.status.state === 'healing'
        ? null
        : no('not_running', 'case', { name: state.name })
    case 'case-resumed':
      return refuseResuming(record, state)
    case 'rung-tried':
    case 'rung-decided':
      return refuseRung(state, act)
    case 'case-mended':
      return refuseMended(record, state, act.overruled)
    case 'relapse-overruled':
      return state.status.state === 'relapsed'
        ? null
        : no('not_relapsed', 'case', { name: state.name })
    case 'case-reopened':
      return state.status.state === 'mended' || state.status.state === 'healing'
        ? null
        : no('open_already', 'case', { name: state.name })
    default:
      return assertNever(act)
  }
}

/**
 * Why the act cannot happen in this record on that day, or null when it can. `record` is null before
 * the student was added. Undoing is judged by `undoAct`.
 */
export function refuseAct(
  record: StudentRecord | null,
  act: ActBody | Act,
  today: IsoDate,
): Refusal | null {
  if (act.kind === 'student-added') return record ? no('student_exists', 'student') : null
  if (!record) return no('unknown_student', 'student')
  if (act.kind === 'break-noted') return refuseBreak(act)
  if (act.kind === 'recheck-moved' || act.kind === 'stuck-dismissed') {
    return refuseBetween(record, act)
  }
  if (isBesideLessons(act)) return null
  if (act.kind === 'lesson-opened') return refuseOpening(record, act, today)
  if (act.kind === 'gate-prepared') return refusePreparing(record, act)
  if ('date' in act) return refuseHome(act, today)
  const refusal = refuseLesson(record, act.lesson)
  // A ladder is prepared between lessons too; everything else happens in one.
  if (refusal && !(refusal.code === 'lesson_closed' && PREPARED.has(act.kind))) return refusal
  return 'case' in act ? refuseInCase(record, act) : null
}
