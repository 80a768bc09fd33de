/** What each act does to one fault, once the belief is brought up to the lesson's day. */
import { daysBetween } from '../kit'
import { afterLook, isClean, isUnprompted, nextRecheck, STUCK_AFTER_LESSONS } from '../mending'
import type { IsoDate, ActId, LessonId } from '../kit'
import { BODY_PARTS, CONDITIONS } from '../packs'
import type { Condition } from '../packs'
import { climb } from '../remedy'
import type { Tries } from '../remedy'
import type { CaseState, CaseStatus, LadderState, LessonState, RecordedLook } from './state'
import type { DECISIONS } from './vocabulary'

/** A fault was looked at: so many tries clean, in one setting. */
interface LookSeen {
  readonly id: ActId
  readonly lesson: LessonId
  readonly condition: Condition
  readonly prompted: boolean
  readonly clean: number
  readonly tries: number
  readonly take?: string
}

/** One run played through: seconds from its start at which the fault came back. */
interface SlipTally extends Pick<LookSeen, 'id' | 'lesson' | 'condition' | 'prompted'> {
  readonly seconds: number
  readonly slips: readonly number[]
}

const EASIEST_IN_MUSIC: Condition = 'piece-slow'

/** Whether a condition is music rather than an exercise or less. */
export function isMusic(condition: Condition): boolean {
  return CONDITIONS.indexOf(condition) >= CONDITIONS.indexOf(EASIEST_IN_MUSIC)
}

/** A remedy started anew after a relapse did its work once: it is not counted as failed. */
function givenUp(state: CaseState, lesson: LessonState): CaseState['formerRemedies'] {
  const { ladder, formerRemedies, status } = state
  if (!ladder || status.state === 'relapsed' || status.state === 'mended') return formerRemedies
  const { remedy, name, startedOn: from, at: rungsPassed } = ladder
  return [...formerRemedies, { remedy, name, from, until: lesson.date, rungsPassed }]
}

/** The fault on a new ladder, at its foot; the remedy before it is remembered as given up. */
export function startRemedy(
  state: CaseState,
  begun: Pick<LadderState, 'remedy' | 'name' | 'rungs' | 'loads' | 'weeks'>,
  lesson: LessonState,
): CaseState {
  const { remedy, name, rungs, loads, weeks } = begun
  const startedOn = lesson.date
  return {
    ...state,
    status: { state: 'healing' },
    formerRemedies: givenUp(state, lesson),
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
      passed: [],
      skipped: [],
      tries: [],
      lessonsOnRung: 0,
      waited: 0,
    },
  }
}

/** How often it had come back before; a relapse that lasts over lessons is one. */
function relapses(points: CaseState['points']): number {
  return points.filter((p, i) => p.state === 'relapsed' && points[i - 1]?.state !== 'relapsed')
    .length
}

/** A mended fault that is there again. */
function relapsed(state: CaseState, lesson: LessonState, mendedOn: IsoDate): CaseStatus {
  const times = relapses(state.points) + 1
  return { state: 'relapsed', on: lesson.date, times, mendedOn }
}

/** A look at a mended fault is a recheck: clean moves the date on, unclean is a relapse. */
function afterRecheck(state: CaseState, look: RecordedLook, lesson: LessonState): CaseStatus {
  const { status } = state
  if (status.state !== 'mended' || !isUnprompted(look)) return status
  if (!isClean(look)) {
    return relapsed(state, lesson, status.on)
  }
  const due = status.nextRecheck !== null && daysBetween(status.nextRecheck, lesson.date) >= 0
  if (!due) return status
  const cleanRechecks = status.cleanRechecks + 1
  return { ...status, cleanRechecks, nextRecheck: nextRecheck(lesson.date, cleanRechecks) }
}

/** The fault after a look: belief, looks, and for a mended one whether it has come back. */
export function takeLook(state: CaseState, act: LookSeen, lesson: LessonState): CaseState {
  const look: RecordedLook = {
    act: act.id,
    lesson: act.lesson,
    condition: act.condition,
    setting: isMusic(act.condition) ? 'in-music' : 'away-from-music',
    prompted: act.prompted,
    clean: act.clean,
    tries: act.tries,
    ...(act.take === undefined ? {} : { take: act.take }),
  }
  return {
    ...state,
    belief: afterLook(state.belief, look, lesson.mending),
    looks: [...state.looks, look],
    status: afterRecheck(state, look, lesson),
  }
}

/** The student stays on the rung they were on; where it is gone, on the one now in its place. */
export function editLadder(state: CaseState, act: Pick<LadderState, 'rungs'>): CaseState {
  const { ladder } = state
  if (!ladder) return state
  const now = ladder.rungs[ladder.at]?.id
  const found = act.rungs.findIndex((r) => r.id === now)
  const at = found >= 0 ? found : Math.min(ladder.at, act.rungs.length - 1)
  const tries = found >= 0 ? ladder.tries : []
  // What a rung brought in from elsewhere loads is not known here: it is taken to load everything.
  const known = new Set(ladder.rungs.map((r) => r.id))
  const loads = act.rungs.every((r) => known.has(r.id)) ? ladder.loads : BODY_PARTS
  return { ...state, ladder: { ...ladder, rungs: act.rungs, loads, edited: true, at, tries } }
}

/** The tempo one step up or down after a try. */
export function tryTempo(state: CaseState, clean: boolean): CaseState {
  const { ladder } = state
  if (!ladder?.tempo) return state
  return { ...state, ladder: { ...ladder, tempo: climb(ladder.tempo, clean) } }
}

/** A run without a slip is one clean try, a run with slips is one that was not: they are not independent. */
export function countSlips(state: CaseState, act: SlipTally, lesson: LessonState): CaseState {
  const { lesson: inLesson, condition, prompted, seconds, slips } = act
  const count = { act: act.id, lesson: inLesson, condition, prompted, seconds, slips }
  const look = { ...act, clean: slips.length === 0 ? 1 : 0, tries: 1 }
  const looked = takeLook(state, look, lesson)
  return { ...looked, slipCounts: [...state.slipCounts, count] }
}

/** The tries added to the present rung. */
export function tryRung(
  state: CaseState,
  act: Tries & { readonly lesson: LessonId; readonly take?: string },
): CaseState {
  if (!state.ladder) return state
  const { clean, lesson, take } = act
  const tried = { clean, tries: act.tries, lesson, ...(take === undefined ? {} : { take }) }
  const tries = [...state.ladder.tries, tried]
  return { ...state, ladder: { ...state.ladder, tries } }
}

/** One rung up, down, or the same. A rung that nobody tried is gone past and not passed. */
export function decideRung(
  state: CaseState,
  act: {
    readonly lesson: LessonId
    readonly decision: (typeof DECISIONS)[number]
    readonly reason?: string
  },
): CaseState {
  const { ladder } = state
  if (!ladder || act.decision === 'stay') return state
  const up = act.decision === 'up'
  const at = Math.min(ladder.rungs.length - 1, Math.max(0, ladder.at + (up ? 1 : -1)))
  // Of the rung that is left upwards or come back to, what was said before holds no longer.
  const about = ladder.rungs[up ? ladder.at : at]?.id ?? ''
  const passed = ladder.passed.filter((rung) => rung !== about)
  const skipped = ladder.skipped.filter((s) => s.rung !== about)
  const said = { rung: about, lesson: act.lesson, reason: act.reason ?? null }
  const tried = ladder.tries.length > 0
  const now = {
    passed: up && tried ? [...passed, about] : passed,
    skipped: up && !tried ? [...skipped, said] : skipped,
  }
  return {
    ...state,
    rungsPassed: Math.max(0, state.rungsPassed + now.passed.length - ladder.passed.length),
    ladder: { ...ladder, ...now, at, tries: [], lessonsOnRung: 0, waited: 0 },
  }
}

/** The fault called mended, with its first second look. */
export function mend(state: CaseState, lesson: LessonState): CaseState {
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

/** The fault open again; as a relapse where it was mended. */
export function reopen(state: CaseState, lesson: LessonState): CaseState {
  const { status } = state
  return {
    ...state,
    status: status.state === 'mended' ? relapsed(state, lesson, status.on) : { state: 'open' },
  }
}

/** It stays mended from the day it was; the rechecks begin again. */
export function overruleRelapse(state: CaseState, lesson: LessonState): CaseState {
  const { status } = state
  if (status.state !== 'relapsed') return state
  const again = mend(state, lesson)
  return again.status.state === 'mended'
    ? { ...again, status: { ...again.status, on: status.mendedOn } }
    : again
}

/** The next second look on that day, or none. */
export function moveRecheck(state: CaseState, to: IsoDate | null): CaseState {
  const { status } = state
  return status.state === 'mended' ? { ...state, status: { ...status, nextRecheck: to } } : state
}

/** Lessons on one rung beyond those the teacher chose to wait through, when they are too many; else 0. */
export function lessonsStuck({ ladder, status }: CaseState): number {
  if (!ladder || status.state !== 'healing') return 0
  return ladder.lessonsOnRung - ladder.waited >= STUCK_AFTER_LESSONS ? ladder.lessonsOnRung : 0
}

/** Time given: lessons on the rung up to now no longer count as stuck. */
export function waitOn(state: CaseState): CaseState {
  const { ladder } = state
  return ladder ? { ...state, ladder: { ...ladder, waited: ladder.lessonsOnRung } } : state
}
