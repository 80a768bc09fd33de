/** The lesson's steps with their minutes, for a quiet clock beside the desk. */
import type { Knowledge } from '../packs'
import type { LessonId } from '../kit'
import { brief } from './brief'
import {
  activeProjects,
  hasSigns,
  lessonOf,
  restsForPain,
  stoppedOf,
  stopsHolding,
} from '../record'
import { setupDue } from './setupDue'
import type { CaseState, LessonState, StudentRecord } from '../record'

/** Kinds of steps a lesson goes through. */
export type AgendaKind =
  | 'stop'
  | 'what-works'
  | 'set-up'
  | 'recall'
  | 'look'
  | 'recheck'
  | 'rung'
  | 'diagnose'
  | 'music'
  | 'close'

/** One step of the lesson, and whether it is done. */
export interface AgendaStep {
  readonly kind: AgendaKind
  /** The fault it is about; null for the lesson as a whole. */
  readonly about: CaseState | null
  readonly minutes: number
  /** Minutes from the start of the lesson. */
  readonly from: number
  readonly done: boolean
}

/** Minutes a step takes in a lesson of half an hour; common practice, no source. */
const MINUTES: Readonly<Record<AgendaKind, number>> = {
  stop: 1,
  'what-works': 1,
  'set-up': 2,
  recall: 1,
  look: 2,
  recheck: 2,
  rung: 4,
  diagnose: 5,
  music: 0,
  close: 3,
}
const LEAST_FOR_MUSIC = 4

type Planned = Pick<AgendaStep, 'kind' | 'about' | 'done'>

/** What is seen of a project before anything is prompted. */
function looksAt(record: StudentRecord, state: CaseState, lesson: LessonState): Planned[] {
  const looked = state.looks.some((l) => l.lesson === lesson.id)
  const recalled = state.recalls.some((r) => r.lesson === lesson.id)
  const rests = restsForPain(record, state)
  return [
    ...(state.cue && state.cue.since !== lesson.id
      ? [{ kind: 'recall' as const, about: state, done: recalled }]
      : []),
    ...(rests ? [] : [{ kind: 'look' as const, about: state, done: looked }]),
  ]
}

/** Its rung, once it is known what else there is. */
function rungOf(record: StudentRecord, state: CaseState, lesson: LessonState): Planned[] {
  const tried =
    state.ladder === null ||
    state.ladder.startedOn === lesson.date ||
    state.ladder.tries.some((t) => t.lesson === lesson.id) ||
    state.ladder.lessonsOnRung === 0
  return restsForPain(record, state) ? [] : [{ kind: 'rung', about: state, done: tried }]
}

function planned(record: StudentRecord, lesson: LessonState, knowledge: Knowledge): Planned[] {
  const setupDone = lesson.setups.length > 0
  const due = setupDone || setupDue(record, knowledge, lesson.date).length > 0
  const rechecks = brief(record, lesson.date).items.filter((i) => i.kind === 'recheck-due')
  const stopped = stopsHolding(record).length > 0
  const silent = stoppedOf(record, knowledge.playing) !== null
  const projects = activeProjects(record)
  return [
    ...(stopped ? [{ kind: 'stop' as const, about: null, done: false }] : []),
    { kind: 'what-works', about: null, done: lesson.strengths.length > 0 },
    ...(due ? [{ kind: 'set-up' as const, about: null, done: setupDone }] : []),
    ...projects.flatMap((c) => looksAt(record, c, lesson)),
    ...rechecks.map((r) => ({ kind: 'recheck' as const, about: r.state, done: false })),
    {
      kind: 'diagnose',
      about: null,
      // While something is being mended, listening and noting is enough.
      done:
        record.cases.some((c) => c.settledOn === lesson.id) ||
        (projects.length > 0 && hasSigns(record, lesson, knowledge)),
    },
    ...projects.flatMap((c) => rungOf(record, c, lesson)),
    ...(silent ? [] : [{ kind: 'music' as const, about: null, done: false }]),
    { kind: 'close', about: null, done: !lesson.open },
  ]
}

/**
 * The steps in order with minutes that fill the lesson: every step is shortened alike when they would
 * outgrow it, and what is left over goes to music.
 * @throws RangeError when the record has no such lesson
 */
export function agenda(
  record: StudentRecord,
  id: LessonId,
  knowledge: Knowledge,
): readonly AgendaStep[] {
  const steps = planned(record, lessonOf(record, id), knowledge)
  const lessonMinutes = record.card.lessonMinutes
  const asked = steps.reduce((sum, s) => sum + MINUTES[s.kind], 0)
  const scale = Math.min(1, (lessonMinutes - LEAST_FOR_MUSIC) / asked)
  const music = lessonMinutes - asked * scale
  let from = 0
  return steps.map((step) => {
    const minutes = step.kind === 'music' ? music : MINUTES[step.kind] * scale
    const placed = { ...step, minutes, from }
    from += minutes
    return placed
  })
}

/** The step the clock stands at: the last that has begun; null before and after the lesson. */
export function stepAt(steps: readonly AgendaStep[], elapsedMinutes: number): AgendaStep | null {
  const end = steps.reduce((sum, s) => sum + s.minutes, 0)
  if (elapsedMinutes < 0 || elapsedMinutes >= end) return null
  return steps.findLast((s) => s.from <= elapsedMinutes) ?? null
}
