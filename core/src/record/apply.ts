/** One act more: the record after it. Acts are taken to be allowed; `refuseAct` decides that. */
import { assertNever } from '../kit'
import {
  afterGap,
  afterLook,
  afterRecall,
  isClean,
  isUnprompted,
  JUST_SETTLED,
  nextRecheck,
} from '../mending'
import { daysBetween } from '../kit'
import { CONDITIONS } from '../packs'
import { climb, startClimb } from '../remedy'
import type { Condition } from '../packs'
import type { Act, ActOf, CaseId, LessonId } from './acts'
import { lessonOf } from './state'
import type { CaseState, CaseStatus, LessonState, RecordedLook, StudentRecord } from './state'

const EASIEST_IN_MUSIC: Condition = 'piece-slow'

/** Whether a condition is music rather than an exercise or less. */
export function isMusic(condition: Condition): boolean {
  return CONDITIONS.indexOf(condition) >= CONDITIONS.indexOf(EASIEST_IN_MUSIC)
}

function inLesson(
  record: StudentRecord,
  id: LessonId,
  change: (lesson: LessonState) => LessonState,
): StudentRecord {
  return { ...record, lessons: record.lessons.map((l) => (l.id === id ? change(l) : l)) }
}

/** Brings the belief up to the lesson's day, over the gap since it was last touched. */
function upToDay(state: CaseState, lesson: LessonState): CaseState {
  const gap = daysBetween(state.beliefOn, lesson.date)
  if (gap <= 0) return state
  return { ...state, belief: afterGap(state.belief, gap), beliefOn: lesson.date }
}

function hardestOf(looks: readonly RecordedLook[], lesson: LessonId): Condition | null {
  const seen = looks.filter((l) => l.lesson === lesson && isClean(l)).map((l) => l.condition)
  return CONDITIONS.findLast((c) => seen.includes(c)) ?? null
}

/** The lesson's point on the fault's vein, replaced as the lesson goes on. */
function withPoint(state: CaseState, lesson: LessonState): CaseState {
  const point = {
    lesson: lesson.id,
    date: lesson.date,
    state: state.status.state,
    belief: state.belief,
    rung: state.ladder?.at ?? null,
    rungsPassed: state.rungsPassed,
    hardest: hardestOf(state.looks, lesson.id),
  }
  return { ...state, points: [...state.points.filter((p) => p.lesson !== lesson.id), point] }
}

function inCase(
  record: StudentRecord,
  act: { readonly case: CaseId; readonly lesson: LessonId },
  change: (state: CaseState, lesson: LessonState) => CaseState,
): StudentRecord {
  const lesson = lessonOf(record, act.lesson)
  return {
    ...record,
    cases: record.cases.map((c) =>
      c.id === act.case ? withPoint(change(upToDay(c, lesson), lesson), lesson) : c,
    ),
  }
}

/** Opening a lesson counts one more lesson on the rung for every fault being mended. */
function openLesson(record: StudentRecord, act: ActOf<'lesson-opened'>): StudentRecord {
  const lesson: LessonState = {
    id: act.lesson,
    date: act.date,
    pack: act.pack,
    open: true,
    note: '',
    family: '',
    next: null,
    aim: '',
    fresh: '',
    setups: [],
    comparisons: [],
    signs: [],
    checks: [],
    strengths: [],
  }
  const cases = record.cases.map((c) => {
    const ladder = c.ladder && { ...c.ladder, lessonsOnRung: c.ladder.lessonsOnRung + 1 }
    return withPoint(upToDay({ ...c, ladder }, lesson), lesson)
  })
  return { ...record, cases, lessons: [...record.lessons, lesson] }
}

function settle(record: StudentRecord, act: ActOf<'fault-settled'>): StudentRecord {
  const lesson = lessonOf(record, act.lesson)
  const fresh: CaseState = {
    id: act.case,
    fault: act.fault,
    name: act.name,
    strand: act.strand,
    severity: act.severity,
    settledOn: act.lesson,
    probability: act.probability,
    rivals: act.rivals,
    drivenBy: act.drivenBy,
    overruled: act.overruled ?? null,
    status: { state: 'open' },
    cue: null,
    recalls: [],
    ladder: null,
    formerRemedies: [],
    looks: [],
    slipCounts: [],
    belief: JUST_SETTLED,
    beliefOn: lesson.date,
    rungsPassed: 0,
    points: [],
  }
  return { ...record, cases: [...record.cases, withPoint(fresh, lesson)] }
}

function startRemedy(
  state: CaseState,
  act: ActOf<'remedy-started'>,
  lesson: LessonState,
): CaseState {
  const { remedy, name, rungs, loads, weeks } = act
  const startedOn = lesson.date
  return {
    ...state,
    status: { state: 'healing' },
    formerRemedies: state.ladder
      ? [...state.formerRemedies, state.ladder.remedy]
      : state.formerRemedies,
    ladder: {
      remedy,
      name,
      rungs,
      loads,
      startedOn,
      weeks,
      edited: false,
      tempo: null,
      at: 0,
      tries: [],
      lessonsOnRung: 0,
    },
  }
}

function relapses(status: CaseStatus, points: CaseState['points']): number {
  if (status.state === 'relapsed') return status.times
  return points.filter((p, i) => p.state === 'relapsed' && points[i - 1]?.state !== 'relapsed')
    .length
}

/** A look at a mended fault is a recheck: clean moves the date on, unclean is a relapse. */
function afterRecheck(state: CaseState, look: RecordedLook, lesson: LessonState): CaseStatus {
  const { status } = state
  if (status.state !== 'mended' || !isUnprompted(look)) return status
  if (!isClean(look)) {
    return { state: 'relapsed', on: lesson.date, times: relapses(status, state.points) + 1 }
  }
  const due = status.nextRecheck !== null && daysBetween(status.nextRecheck, lesson.date) >= 0
  if (!due) return status
  const cleanRechecks = status.cleanRechecks + 1
  return { ...status, cleanRechecks, nextRecheck: nextRecheck(lesson.date, cleanRechecks) }
}

function takeLook(
  state: CaseState,
  act: Act & ActOf<'look-taken'>,
  lesson: LessonState,
): CaseState {
  const look: RecordedLook = {
    act: act.id,
    lesson: act.lesson,
    condition: act.condition,
    setting: isMusic(act.condition) ? 'in-music' : 'away-from-music',
    prompted: act.prompted,
    clean: act.clean,
    tries: act.tries,
  }
  return {
    ...state,
    belief: afterLook(state.belief, look),
    looks: [...state.looks, look],
    status: afterRecheck(state, look, lesson),
  }
}

/** The student stays on the rung they were on; where it is gone, on the one now in its place. */
function editLadder(state: CaseState, act: ActOf<'ladder-edited'>): CaseState {
  const { ladder } = state
  if (!ladder) return state
  const now = ladder.rungs[ladder.at]?.id
  const found = act.rungs.findIndex((r) => r.id === now)
  const at = found >= 0 ? found : Math.min(ladder.at, act.rungs.length - 1)
  const tries = found >= 0 ? ladder.tries : []
  return { ...state, ladder: { ...ladder, rungs: act.rungs, edited: true, at, tries } }
}

function tryTempo(state: CaseState, clean: boolean): CaseState {
  const { ladder } = state
  if (!ladder?.tempo) return state
  return { ...state, ladder: { ...ladder, tempo: climb(ladder.tempo, clean) } }
}

/** A take without a slip is one clean try, a take with slips is one that was not: they are not independent. */
function countSlips(
  state: CaseState,
  act: Act & ActOf<'slips-counted'>,
  lesson: LessonState,
): CaseState {
  const { lesson: inLesson, condition, prompted, seconds, slips } = act
  const count = { act: act.id, lesson: inLesson, condition, prompted, seconds, slips }
  const look = { ...act, kind: 'look-taken' as const, clean: slips.length === 0 ? 1 : 0, tries: 1 }
  const looked = takeLook(state, look, lesson)
  return { ...looked, slipCounts: [...state.slipCounts, count] }
}

function tryRung(state: CaseState, act: ActOf<'rung-tried'>): CaseState {
  if (!state.ladder) return state
  const tries = [...state.ladder.tries, { clean: act.clean, tries: act.tries, lesson: act.lesson }]
  return { ...state, ladder: { ...state.ladder, tries } }
}

function decideRung(state: CaseState, act: ActOf<'rung-decided'>): CaseState {
  const { ladder } = state
  if (!ladder || act.decision === 'stay') return state
  const step = act.decision === 'up' ? 1 : -1
  const at = Math.min(ladder.rungs.length - 1, Math.max(0, ladder.at + step))
  return {
    ...state,
    rungsPassed: Math.max(0, state.rungsPassed + step),
    ladder: { ...ladder, at, tries: [], lessonsOnRung: 0 },
  }
}

function mend(state: CaseState, lesson: LessonState): CaseState {
  return {
    ...state,
    status: {
      state: 'mended',
      onLesson: lesson.id,
      on: lesson.date,
      cleanRechecks: 0,
      nextRecheck: nextRecheck(lesson.date, 0),
    },
  }
}

function reopen(state: CaseState, lesson: LessonState): CaseState {
  const wasMended = state.status.state === 'mended'
  const status: CaseStatus = wasMended
    ? { state: 'relapsed', on: lesson.date, times: relapses(state.status, state.points) + 1 }
    : { state: 'open' }
  return { ...state, status }
}

/** The record after the act. Undoing is done by playing the acts again without the one undone. */
export function applyAct(record: StudentRecord, act: Act): StudentRecord {
  switch (act.kind) {
    case 'student-added':
    case 'card-changed':
      return { ...record, card: act.card }
    case 'strength-named':
      return {
        ...inLesson(record, act.lesson, (l) => ({ ...l, strengths: [...l.strengths, act.words] })),
        strengths: [...record.strengths, { words: act.words, lesson: act.lesson }],
      }
    case 'lesson-opened':
      return openLesson(record, act)
    case 'lesson-closed':
      return inLesson(record, act.lesson, (l) => ({
        ...l,
        open: false,
        note: act.note,
        family: act.family,
        next: act.next,
      }))
    case 'setup-checked': {
      const { lesson, place, points, numbers } = act
      return inLesson(record, act.lesson, (l) => ({
        ...l,
        setups: [
          ...l.setups.filter((s) => s.place !== place),
          { act: act.id, lesson, date: l.date, place, points, numbers },
        ],
      }))
    }
    case 'plan-noted':
      return inLesson(record, act.lesson, (l) => ({ ...l, aim: act.aim, fresh: act.fresh }))
    case 'compared': {
      const { finding, text, changed, before, after } = act
      const comparison = { act: act.id, finding, text, changed, before, after }
      return inLesson(record, act.lesson, (l) => ({
        ...l,
        comparisons: [...l.comparisons, comparison],
      }))
    }
    case 'sign-noted': {
      const { finding, text, strand, strength, prompted, condition } = act
      const stops = act.stops ?? null
      const sign = { act: act.id, finding, text, strand, strength, prompted, condition, stops }
      return inLesson(record, act.lesson, (l) => ({
        ...l,
        signs: [...l.signs.filter((s) => s.finding !== finding), sign],
      }))
    }
    case 'check-answered': {
      const { check, name, outcome, says } = act
      return inLesson(record, act.lesson, (l) => ({
        ...l,
        checks: [...l.checks, { act: act.id, check, name, outcome, says }],
      }))
    }
    case 'fault-settled':
      return settle(record, act)
    case 'remedy-started':
      return inCase(record, act, (c, lesson) => startRemedy(c, act, lesson))
    case 'cue-agreed':
      return inCase(record, act, (c) => ({ ...c, cue: { words: act.words, since: act.lesson } }))
    case 'cue-recalled':
      return inCase(record, act, (c) => ({
        ...c,
        belief: afterRecall(c.belief, act.recall),
        recalls: [...c.recalls, { lesson: act.lesson, recall: act.recall }],
      }))
    case 'look-taken':
      return inCase(record, act, (c, lesson) => takeLook(c, act, lesson))
    case 'ladder-edited':
      return inCase(record, act, (c) => editLadder(c, act))
    case 'tempo-found':
      return inCase(record, act, (c) => ({
        ...c,
        ladder: c.ladder && { ...c.ladder, tempo: startClimb(act.clean, act.target) },
      }))
    case 'tempo-tried':
      return inCase(record, act, (c) => tryTempo(c, act.clean))
    case 'slips-counted':
      return inCase(record, act, (c, lesson) => countSlips(c, act, lesson))
    case 'case-rested':
      return inCase(record, act, (c, lesson) => ({
        ...c,
        status: { state: 'resting', since: lesson.date, reason: act.reason },
      }))
    case 'case-resumed':
      return inCase(record, act, (c) => ({ ...c, status: { state: 'healing' } }))
    case 'rung-tried':
      return inCase(record, act, (c) => tryRung(c, act))
    case 'rung-decided':
      return inCase(record, act, (c) => decideRung(c, act))
    case 'case-mended':
      return inCase(record, act, mend)
    case 'case-reopened':
      return inCase(record, act, reopen)
    case 'undone':
      return record
    default:
      return assertNever(act)
  }
}
