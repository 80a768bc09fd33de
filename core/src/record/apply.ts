/** One act more: the record after it. Acts are taken to be allowed; `refuseAct` decides that. */
import { assertNever, daysBetween } from '../kit'
import { afterGap, afterRecall, isClean, JUST_SETTLED, USUAL_MENDING } from '../mending'
import { CONDITIONS } from '../packs'
import { startClimb } from '../remedy'
import type { Condition } from '../packs'
import type { Act, ActOf, CaseId, LessonId } from './acts'
import {
  countSlips,
  decideRung,
  editLadder,
  mend,
  reopen,
  moveRecheck,
  overruleRelapse,
  startRemedy,
  takeLook,
  tryRung,
  tryTempo,
  waitOn,
} from './caseSteps'
import { clearOfBreaks, noteBreak } from './breaks'
import { overruleGate, prepareGate } from './gateActs'
import { keptShare } from './home'
import type { HomeLog } from './homeLog'
import { betweenLessons, keepReason } from './overrules'
import { lessonOf } from './state'
import type { CaseState, LessonState, RecordedLook, StudentRecord } from './state'

function inLesson(
  record: StudentRecord,
  id: LessonId,
  change: (lesson: LessonState) => LessonState,
): StudentRecord {
  return { ...record, lessons: record.lessons.map((l) => (l.id === id ? change(l) : l)) }
}

/** Brings the belief up to the lesson's day, over the gap since it was last touched. */
function upToDay(state: CaseState, lesson: LessonState, home: HomeLog): CaseState {
  const gap = daysBetween(state.beliefOn, lesson.date)
  if (gap <= 0) return state
  const kept = keptShare(home, state.beliefOn, lesson.date, state.id)
  return {
    ...state,
    belief: afterGap(state.belief, gap, kept, lesson.mending),
    beliefOn: lesson.date,
  }
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

/** Opening a lesson counts one more lesson on the rung for every fault being mended. */
function openLesson(record: StudentRecord, act: ActOf<'lesson-opened'>): StudentRecord {
  const lesson: LessonState = {
    id: act.lesson,
    date: act.date,
    pack: act.pack,
    mending: act.mending ?? USUAL_MENDING,
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
    return withPoint(upToDay({ ...c, ladder }, lesson, record.home), lesson)
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
    cues: [],
    overrules: [],
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

function atHome(record: StudentRecord, change: Partial<HomeLog>): StudentRecord {
  return { ...record, home: { ...record.home, ...change } }
}

function pinWeek(record: StudentRecord, act: ActOf<'week-pinned'>): StudentRecord {
  const { week, item, day, on } = act
  const others = record.home.pins.filter(
    (p) => !(p.week === week && p.item === item && p.day === day),
  )
  return atHome(record, { pins: on === null ? others : [...others, { week, item, day, on }] })
}

function practise(record: StudentRecord, act: ActOf<'practised'>): StudentRecord {
  const { date, item, minutes, done, tempo } = act
  const others = record.home.ticks.filter((t) => !(t.date === date && t.item === item))
  return atHome(record, { ticks: done ? [...others, { date, item, minutes, tempo }] : others })
}

/** The record after the act. Undoing is done by playing the acts again without the one undone. */
export function applyAct(record: StudentRecord, act: Act): StudentRecord {
  return keepReason(afterAct(record, act), act)
}

function afterAct(record: StudentRecord, act: Act): StudentRecord {
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
      return inCase(record, act, (c) => {
        const cue = { words: act.words, since: act.lesson }
        return { ...c, cue, cues: [...c.cues.filter((k) => k.since !== cue.since), cue] }
      })
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
    case 'week-pinned':
      return pinWeek(record, act)
    case 'week-wished': {
      const { hands, group, first } = act
      return atHome(record, { wishes: { hands, group, first } })
    }
    case 'week-given': {
      const { week, blocks } = act
      const earlier = record.home.given.filter((g) => g.week !== week)
      const given = [...earlier, { week, blocks }].sort((a, b) => (a.week < b.week ? -1 : 1))
      return atHome(record, { given })
    }
    case 'practised':
      return practise(record, act)
    case 'hurt-at-home': {
      const { date, item, name } = act
      const hurt = { act: act.id, date, item, name, lessonsBefore: record.lessons.length }
      return atHome(record, { hurts: [...record.home.hurts, hurt] })
    }
    case 'home-noted': {
      const note = { act: act.id, date: act.date, words: act.words }
      return atHome(record, { notes: [...record.home.notes, note] })
    }
    case 'case-mended':
      return inCase(record, act, mend)
    case 'case-reopened':
      return inCase(record, act, reopen)
    case 'relapse-overruled':
      return inCase(record, act, overruleRelapse)
    case 'recheck-moved':
      return betweenLessons(record, act.case, (c) => moveRecheck(c, act.to))
    case 'stuck-dismissed':
      return betweenLessons(record, act.case, waitOn)
    case 'gate-prepared':
      return prepareGate(record, act)
    case 'gate-overruled':
      return overruleGate(record, act)
    case 'levels-noted': {
      const { date, hands, reading, ear, pieces } = act
      const earlier = record.levels.filter((l) => l.date !== date)
      const levels = [...earlier, { date, hands, reading, ear, pieces }].sort((a, b) =>
        a.date < b.date ? -1 : 1,
      )
      return { ...record, levels }
    }
    case 'break-noted':
      return noteBreak(record, act)
    case 'undone':
      return record
    default:
      return assertNever(act)
  }
}
