/** What is not to be forgotten in a studio, who comes next, and the one thing to look at first with each. */
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import type { StudentSummary } from './summary'

/** Second looks are named from this many days ahead. */
const RECHECK_AHEAD_DAYS = 7

/** Something that must not be forgotten of one student. */
export type Due =
  | { readonly kind: 'hurt-at-home'; readonly name: string }
  | { readonly kind: 'pain' }
  | { readonly kind: 'home-words'; readonly on: IsoDate; readonly words: string }
  | { readonly kind: 'home-words-more'; readonly count: number }
  | { readonly kind: 'recheck'; readonly name: string; readonly on: IsoDate }
  | { readonly kind: 'ready'; readonly name: string }
  | { readonly kind: 'stuck'; readonly name: string }

/** Dues that are answered in one way: stand together, most pressing group first. */
export const DUE_GROUPS = ['pain', 'home', 'look-again', 'ready', 'stuck'] as const
/** What a group of dues asks of the teacher. */
export type DueGroup = (typeof DUE_GROUPS)[number]

const GROUP_OF: Readonly<Record<Due['kind'], DueGroup>> = {
  'hurt-at-home': 'pain',
  pain: 'pain',
  'home-words': 'home',
  'home-words-more': 'home',
  recheck: 'look-again',
  ready: 'ready',
  stuck: 'stuck',
}

/** Second looks whose day is near or past, soonest first. */
function looksBy({ looksToCome }: StudentSummary, day: IsoDate) {
  return looksToCome
    .filter(({ on }) => on <= day)
    .map(({ name, on }) => ({ kind: 'recheck', name, on }) as const)
}

/** Everything due of one student. */
function duesOf(student: StudentSummary, today: IsoDate): readonly Due[] {
  const soon = student.looksToCome.filter(({ on }) => daysBetween(today, on) <= RECHECK_AHEAD_DAYS)
  return [
    ...student.hurtAtHome.map((name) => ({ kind: 'hurt-at-home', name }) as const),
    ...(student.pain ? [{ kind: 'pain' } as const] : []),
    ...student.homeWords.map(({ on, words }) => ({ kind: 'home-words', on, words }) as const),
    ...(student.homeWordsMore > 0
      ? [{ kind: 'home-words-more', count: student.homeWordsMore } as const]
      : []),
    ...soon.map(({ name, on }) => ({ kind: 'recheck', name, on }) as const),
    ...student.ready.map((name) => ({ kind: 'ready', name }) as const),
    ...student.stuck.map((name) => ({ kind: 'stuck', name }) as const),
  ]
}

/** The dues of one group, each with its student. */
export interface GroupedDues<S extends StudentSummary> {
  readonly group: DueGroup
  readonly dues: readonly { readonly student: S; readonly due: Due }[]
}

/** The dues of all students by what is to be done about them; second looks by their day, empty groups left out. */
export function groupDues<S extends StudentSummary>(
  students: readonly S[],
  today: IsoDate,
): readonly GroupedDues<S>[] {
  const all = students.flatMap((student) => duesOf(student, today).map((due) => ({ student, due })))
  const dayOf = (due: Due) => (due.kind === 'recheck' ? due.on : '')
  return DUE_GROUPS.map((group) => ({
    group,
    dues: all
      .filter(({ due }) => GROUP_OF[due.kind] === group)
      .sort((a, b) => (dayOf(a.due) < dayOf(b.due) ? -1 : dayOf(a.due) > dayOf(b.due) ? 1 : 0)),
  })).filter(({ dues }) => dues.length > 0)
}

/** The one thing a lesson begins with; what works is said before it. */
export type FirstThing =
  | Exclude<Due, { readonly kind: 'home-words' | 'home-words-more' | 'stuck' }>
  | { readonly kind: 'come-back'; readonly name: string }
  | { readonly kind: 'look'; readonly name: string; readonly cue: string | null }
  /** Nothing is being mended: listen for what comes next. */
  | { readonly kind: 'listen' }
  | { readonly kind: 'first-lesson' }

/**
 * The one thing to look at first in a lesson on that day: what hurts, then a second look whose day has come, what may
 * be called mended, what has come back, and else the fault being mended before its cue is said.
 */
export function firstThing(student: StudentSummary, day: IsoDate): FirstThing {
  const [hurt] = student.hurtAtHome
  if (hurt !== undefined) return { kind: 'hurt-at-home', name: hurt }
  if (student.pain) return { kind: 'pain' }
  const [again] = looksBy(student, day)
  if (again) return again
  const [ready] = student.ready
  if (ready !== undefined) return { kind: 'ready', name: ready }
  const [back] = student.relapsed
  if (back !== undefined) return { kind: 'come-back', name: back }
  const [project] = student.projects
  if (project) return { kind: 'look', ...project }
  return { kind: student.lessons === 0 ? 'first-lesson' : 'listen' }
}

/** Students in the order in which they come: a lesson still open, then the days agreed, then the rest. */
export function inOrderOfLessons<S extends StudentSummary>(students: readonly S[]): readonly S[] {
  const key = (s: S) => (s.openLesson !== null ? '' : (s.nextLesson ?? '9999'))
  return students.toSorted((a, b) => (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0))
}
