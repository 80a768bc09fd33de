/** The thirty seconds before a lesson: what to ask, what to look at before prompting, what is due. */
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import type { HealthFlag } from '../packs'
import type { LadderRung } from '../remedy'
import { lessonsStuck, keptShare, ruleFor, restsForPain, stopsHolding } from '../record'
import type { HomeNote, CaseState, StudentRecord, Stop } from '../record'
import { whatWorks } from './whatWorks'

/** One thing to know before the lesson. */
export type BriefItem =
  | { readonly kind: 'recall-cue'; readonly state: CaseState; readonly words: string }
  | { readonly kind: 'look-first'; readonly state: CaseState }
  | { readonly kind: 'recheck-due'; readonly state: CaseState; readonly daysLate: number }
  | {
      readonly kind: 'rung'
      readonly state: CaseState
      readonly rung: LadderRung
      readonly number: number
      readonly of: number
    }
  | { readonly kind: 'ready'; readonly state: CaseState }
  | { readonly kind: 'stuck'; readonly state: CaseState; readonly lessons: number }
  | {
      readonly kind: 'weeks-up'
      readonly state: CaseState
      readonly weeks: number
      readonly planned: number
    }

/** What to know before the lesson, most pressing first. */
export interface Brief {
  readonly items: readonly BriefItem[]
  /** The strength that has not been named for longest, to be said first. */
  readonly strength: string | null
  readonly daysSinceLesson: number | null
  /** The aim of the last lesson; empty when there was none. */
  readonly lastAim: string
  /** What stops the playing; seen first. */
  readonly stops: readonly Stop[]
  /** Said to hurt at home since the last lesson, and taken back there. */
  readonly takenBack: readonly Stop[]
  readonly homeNotes: readonly HomeNote[]
  /** Share of the practice asked for since the last lesson that was ticked; null when not known. */
  readonly kept: number | null
  readonly flags: readonly HealthFlag[]
}

function rungOf(state: CaseState): BriefItem[] {
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  if (!ladder || !rung) return []
  return [{ kind: 'rung', state, rung, number: ladder.at + 1, of: ladder.rungs.length }]
}

/** A project that outlasts the weeks planned for it is looked at again. */
function weeksUp(state: CaseState, today: IsoDate): BriefItem[] {
  const { ladder } = state
  if (!ladder) return []
  const weeks = Math.floor(daysBetween(ladder.startedOn, today) / 7)
  return weeks > ladder.weeks ? [{ kind: 'weeks-up', state, weeks, planned: ladder.weeks }] : []
}

/** The cue is asked for while the fault is worked on, and when it has come back: it was agreed for just that. */
function cueOf(state: CaseState): BriefItem[] {
  return state.cue ? [{ kind: 'recall-cue', state, words: state.cue.words }] : []
}

function itemsOf(record: StudentRecord, state: CaseState, today: IsoDate): BriefItem[] {
  const { status } = state
  if (status.state === 'mended') {
    if (status.nextRecheck === null) return []
    const daysLate = daysBetween(status.nextRecheck, today)
    return daysLate >= 0 ? [{ kind: 'recheck-due', state, daysLate }] : []
  }
  if (status.state === 'relapsed') return [...cueOf(state), ...rungOf(state)]
  if (status.state !== 'healing') return []
  const stuckFor = lessonsStuck(state)
  return [
    ...cueOf(state),
    { kind: 'look-first', state },
    ...(ruleFor(record, state).holds ? [{ kind: 'ready', state } as const] : []),
    ...rungOf(state),
    ...(stuckFor > 0 ? [{ kind: 'stuck', state, lessons: stuckFor } as const] : []),
    ...weeksUp(state, today),
  ]
}

/** What cannot be done without playing: not asked for while a stop holds. */
const ASKS_TO_PLAY: ReadonlySet<BriefItem['kind']> = new Set(['look-first', 'recheck-due', 'rung'])

/** What the next lesson starts with, as of today. */
export function brief(record: StudentRecord, today: IsoDate): Brief {
  // In the lesson itself “since the last one” means since the one before it.
  const last = record.lessons.findLast((l) => !(l.open && l.date === today))
  return {
    items: record.cases.flatMap((c) =>
      itemsOf(record, c, today).filter(
        (item) => !ASKS_TO_PLAY.has(item.kind) || !restsForPain(record, c),
      ),
    ),
    strength: whatWorks(record)[0] ?? null,
    daysSinceLesson: last ? daysBetween(last.date, today) : null,
    lastAim: last?.aim ?? '',
    stops: stopsHolding(record),
    takenBack: record.stops.filter(
      (s) => s.ended?.how === 'taken-back' && (!last || s.on >= last.date),
    ),
    homeNotes: record.home.notes.filter((n) => !last || n.date >= last.date),
    kept: last ? keptShare(record.home, last.date, today) : null,
    flags: record.card.flags,
  }
}
