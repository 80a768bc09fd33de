/** The log of home: what was given, pinned, ticked, hurt and said. */
import type { IsoDate, ActId, CaseId } from '../kit'
import type { BodyPart } from '../packs'

/** One block of a week as it was given: what, on which day, for how long. */
export interface GivenBlock {
  readonly item: string
  readonly name: string
  readonly case: CaseId | null
  /** From Monday 0. */
  readonly day: number
  readonly minutes: number
}

/** A week as it was given home. */
export interface GivenWeek {
  /** Its Monday. */
  readonly week: IsoDate
  readonly blocks: readonly GivenBlock[]
}

/** A place in the week the teacher fixed by hand; `on` false keeps the item off that day. */
export interface WeekPin {
  readonly week: IsoDate
  readonly item: string
  readonly day: number
  readonly on: boolean
}

/** How even an item was at home: a share of the note's length with its interval, from so many steps. */
export interface HomeEvenness {
  /** Tapped, which tells of the pulse; else played on a keyboard. */
  readonly tapped: boolean
  readonly value: number
  readonly low: number
  readonly high: number
  readonly count: number
}

/** An item ticked at home. */
export interface HomeTick {
  readonly date: IsoDate
  readonly item: string
  readonly minutes: number
  /** Beats per minute reached; null when none was said. */
  readonly tempo: number | null
  /** Absent where it was not played in. */
  readonly evenness?: HomeEvenness
}

/** What was ticked in one week: the log is kept by weeks, so that a long one is found its way in. */
export interface TickedWeek {
  /** Its Monday. */
  readonly week: IsoDate
  readonly ticks: readonly HomeTick[]
}

/** Something that hurt at home. */
export interface HomeHurt {
  readonly act: ActId
  readonly date: IsoDate
  readonly item: string
  readonly name: string
  /** Where it hurt; none when nobody said. */
  readonly parts: readonly BodyPart[]
}

/** A word from home. */
export interface HomeNote {
  readonly act: ActId
  readonly date: IsoDate
  readonly words: string
}

/** Left-hand minutes for one of the right; `as-it-comes` does not balance them. */
export const HAND_BALANCES = ['as-it-comes', 0.5, 1, 2] as const
/** How left and right are balanced. */
export type HandBalance = (typeof HAND_BALANCES)[number]

/** What the teacher wants of this student's weeks besides minutes; it holds until changed. */
export interface WeekWishes {
  readonly hands: HandBalance
  /** Weekday of the group lesson, from Monday 0; null without one. */
  readonly group: number | null
  /** The project that gives way last; null when none goes before another. */
  readonly first: CaseId | null
  /** What the group plays next, in the teacher's words; empty where nothing was said. */
  readonly pieces: string
}

/** Once and once is how every exercise begins; common practice. */
export const USUAL_WISHES: WeekWishes = { hands: 1, group: null, first: null, pieces: '' }

/** All that is known of practice at home. */
export interface HomeLog {
  readonly wishes: WeekWishes
  /** Oldest first. */
  readonly given: readonly GivenWeek[]
  readonly pins: readonly WeekPin[]
  /** Weeks in which something was ticked, oldest first. */
  readonly ticked: readonly TickedWeek[]
  readonly hurts: readonly HomeHurt[]
  readonly notes: readonly HomeNote[]
}

/** A log in which nothing has happened yet. */
export const EMPTY_HOME: HomeLog = {
  wishes: USUAL_WISHES,
  given: [],
  pins: [],
  ticked: [],
  hurts: [],
  notes: [],
}
