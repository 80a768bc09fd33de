/** The thirty seconds before a lesson: what to ask, what to look at before prompting, what is due. */
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import { STUCK_AFTER_LESSONS } from '../mending'
import type { CaseState, StudentRecord } from './state'

export type BriefItem =
  | { readonly kind: 'recall-cue'; readonly state: CaseState; readonly words: string }
  | { readonly kind: 'look-first'; readonly state: CaseState }
  | { readonly kind: 'recheck-due'; readonly state: CaseState; readonly daysLate: number }
  | { readonly kind: 'stuck'; readonly state: CaseState; readonly lessons: number }

export interface Brief {
  readonly items: readonly BriefItem[]
  /** The strength named longest ago, to be said first. */
  readonly strength: string | null
  readonly daysSinceLesson: number | null
}

function itemsOf(state: CaseState, today: IsoDate): BriefItem[] {
  const { status } = state
  if (status.state === 'mended') {
    if (status.nextRecheck === null) return []
    const daysLate = daysBetween(status.nextRecheck, today)
    return daysLate >= 0 ? [{ kind: 'recheck-due', state, daysLate }] : []
  }
  if (status.state === 'open') return []
  const stuckFor = state.ladder?.lessonsOnRung ?? 0
  return [
    ...(state.cue ? [{ kind: 'recall-cue', state, words: state.cue.words } as const] : []),
    { kind: 'look-first', state },
    ...(stuckFor >= STUCK_AFTER_LESSONS
      ? [{ kind: 'stuck', state, lessons: stuckFor } as const]
      : []),
  ]
}

/** What the next lesson starts with, as of today. */
export function brief(record: StudentRecord, today: IsoDate): Brief {
  const last = record.lessons.at(-1)
  return {
    items: record.cases.flatMap((c) => itemsOf(c, today)),
    strength: record.strengths[0]?.words ?? null,
    daysSinceLesson: last ? daysBetween(last.date, today) : null,
  }
}
