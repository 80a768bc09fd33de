/** What can happen in a student's record. The record is append-only: corrections are new acts. */
import type { IsoDate, IsoInstant } from '../kit'
import type { MendingParameters, Recall } from '../mending'
import type { BodyPart, Condition, PackRef, SetupCheck, Stage, Strand, Strength } from '../packs'
import type { LadderRung } from '../remedy'
import type { StudentCard } from './card'
import type { GivenBlock, WeekWishes } from './homeLog'
import type { ActId, CaseId, LessonId } from './ids'

export type { ActId, CaseId, LessonId, StudentId } from './ids'

/** Where a set-up was looked at. */
export const PLACES = ['studio', 'home'] as const
export type Place = (typeof PLACES)[number]

export const BREAK_REASONS = ['holiday', 'illness', 'away'] as const
export type BreakReason = (typeof BREAK_REASONS)[number]

/** Steps a skill can stand at; what a step is, the studio decides, the same for all four. */
export const LEVELS = { least: 1, most: 8 } as const

/** Steps of a student's skills; null where nobody has said. */
export interface Levels {
  readonly hands: number | null
  readonly reading: number | null
  readonly ear: number | null
  /** The pieces the student plays or wants to play. */
  readonly pieces: number | null
}

export interface RivalShare {
  readonly fault: string
  readonly name: string
  readonly probability: number
}

export type ActBody =
  | { readonly kind: 'student-added'; readonly card: StudentCard }
  | { readonly kind: 'card-changed'; readonly card: StudentCard }
  | { readonly kind: 'strength-named'; readonly lesson: LessonId; readonly words: string }
  | {
      readonly kind: 'lesson-opened'
      readonly lesson: LessonId
      readonly date: IsoDate
      readonly pack: PackRef
      /** Of the mending model on that day; the usual ones where they are not told. */
      readonly mending?: MendingParameters
    }
  | {
      readonly kind: 'lesson-closed'
      readonly lesson: LessonId
      readonly note: string
      /** What was said to the family, in plain words. */
      readonly family: string
      readonly next: IsoDate | null
    }
  | {
      readonly kind: 'setup-checked'
      readonly lesson: LessonId
      readonly place: Place
      readonly points: SetupCheck['points']
      readonly numbers: SetupCheck['numbers']
    }
  /** The one aim in front, and the one thing that is new. */
  | {
      readonly kind: 'plan-noted'
      readonly lesson: LessonId
      readonly aim: string
      readonly fresh: string
    }
  /** Before, one change, after. */
  | {
      readonly kind: 'compared'
      readonly lesson: LessonId
      readonly finding: string
      readonly text: string
      readonly changed: string
      readonly before: Strength
      readonly after: Strength
    }
  | {
      readonly kind: 'sign-noted'
      readonly lesson: LessonId
      readonly finding: string
      readonly text: string
      readonly strand: Strand
      readonly strength: Strength
      readonly prompted: boolean
      /** The setting in which it was noted; null when nobody said. */
      readonly condition: Condition | null
      /** The sign stops the playing of this part: pain, numbness, dizziness. */
      readonly stops?: BodyPart
    }
  | {
      readonly kind: 'check-answered'
      readonly lesson: LessonId
      readonly check: string
      readonly name: string
      readonly outcome: string
      readonly says: Readonly<Record<string, Strength>>
    }
  | {
      readonly kind: 'fault-settled'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly fault: string
      readonly name: string
      readonly strand: Strand
      readonly severity: number
      readonly probability: number
      readonly rivals: readonly RivalShare[]
      /** Stage of the student at the time. */
      readonly stage: Stage
      /** Open cases that drive this one. */
      readonly drivenBy: readonly CaseId[]
      /** Why the teacher chose against the ranking; absent when they went with it. */
      readonly overruled?: string
    }
  | {
      readonly kind: 'remedy-started'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly remedy: string
      readonly name: string
      readonly rungs: readonly LadderRung[]
      readonly loads: readonly BodyPart[]
      /** Weeks planned for the repair; four to six, common practice. */
      readonly weeks: number
      readonly reason?: string
    }
  /** The ladder as the teacher changed it: other rungs, doses, pass rules, order. */
  | {
      readonly kind: 'ladder-edited'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly rungs: readonly LadderRung[]
    }
  /** The clean tempo was found, and where it shall go; beats per minute. */
  | {
      readonly kind: 'tempo-found'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly clean: number
      readonly target: number
    }
  | {
      readonly kind: 'tempo-tried'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly clean: boolean
    }
  /** A project is let rest, for another one or for illness or pain; it goes on where it stopped. */
  | {
      readonly kind: 'case-rested'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly reason: string
    }
  | { readonly kind: 'case-resumed'; readonly lesson: LessonId; readonly case: CaseId }
  /** A tally while the student plays: seconds from the start at which the fault came back. */
  | {
      readonly kind: 'slips-counted'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly condition: Condition
      readonly prompted: boolean
      readonly seconds: number
      readonly slips: readonly number[]
    }
  | {
      readonly kind: 'cue-agreed'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly words: string
    }
  | {
      readonly kind: 'cue-recalled'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly recall: Recall
    }
  | {
      readonly kind: 'look-taken'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly condition: Condition
      readonly prompted: boolean
      readonly clean: number
      readonly tries: number
    }
  | {
      readonly kind: 'rung-tried'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly rung: string
      readonly clean: number
      readonly tries: number
    }
  | {
      readonly kind: 'rung-decided'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly decision: 'up' | 'stay' | 'back'
      readonly reason?: string
    }
  | {
      readonly kind: 'case-mended'
      readonly lesson: LessonId
      readonly case: CaseId
      /** Absent when the mended rule holds. */
      readonly overruled?: string
    }
  | {
      readonly kind: 'case-reopened'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly reason: string
    }
  /** A bad day and not a relapse: it stays mended and is looked at again soon. */
  | {
      readonly kind: 'relapse-overruled'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly reason: string
    }
  /** The next second look on another day; null for none any more. */
  | {
      readonly kind: 'recheck-moved'
      readonly case: CaseId
      readonly to: IsoDate | null
      readonly reason: string
    }
  /** Not stuck: it is given time. */
  | { readonly kind: 'stuck-dismissed'; readonly case: CaseId; readonly reason: string }
  /** No lessons from the first day to the last, both within. */
  | {
      readonly kind: 'break-noted'
      readonly from: IsoDate
      readonly to: IsoDate
      readonly why: BreakReason
      readonly words: string
    }
  /** A gate is got ready for at home from that day on, or no longer. */
  | {
      readonly kind: 'gate-prepared'
      readonly date: IsoDate
      readonly gate: string
      readonly name: string
      readonly on: boolean
    }
  /** A gate held open, or shut, against its evidence; null lets the evidence speak again. */
  | {
      readonly kind: 'gate-overruled'
      readonly date: IsoDate
      readonly gate: string
      readonly name: string
      readonly open: boolean | null
      readonly reason: string
    }
  /** Where the skills stand, as the teacher sees it. */
  | ({ readonly kind: 'levels-noted'; readonly date: IsoDate } & Levels)
  /** A place in the week at home fixed by hand; null lets it go again. */
  | {
      readonly kind: 'week-pinned'
      readonly week: IsoDate
      readonly item: string
      readonly day: number
      readonly on: boolean | null
    }
  /** What is wanted of the weeks from now on. */
  | ({ readonly kind: 'week-wished' } & WeekWishes)
  /** The week as it goes home; it holds until another is given. */
  | {
      readonly kind: 'week-given'
      readonly week: IsoDate
      readonly blocks: readonly GivenBlock[]
    }
  /** Ticked at home, or unticked. */
  | {
      readonly kind: 'practised'
      readonly date: IsoDate
      readonly item: string
      readonly minutes: number
      readonly done: boolean
      readonly tempo: number | null
    }
  | {
      readonly kind: 'hurt-at-home'
      readonly date: IsoDate
      readonly item: string
      readonly name: string
    }
  | { readonly kind: 'home-noted'; readonly date: IsoDate; readonly words: string }
  | { readonly kind: 'undone'; readonly act: ActId }

/** An act as it stands in the record. */
export type Act = ActBody & {
  readonly id: ActId
  readonly at: IsoInstant
  readonly by: string
}

export type ActKind = ActBody['kind']

/** What the family may add by the link to the home page. */
export const HOME_ACTS = [
  'practised',
  'hurt-at-home',
  'home-noted',
] as const satisfies readonly ActKind[]
export type ActOf<K extends ActKind> = Extract<ActBody, { kind: K }>
