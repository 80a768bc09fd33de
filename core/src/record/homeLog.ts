/** The log of home: what was given, pinned, ticked, hurt and said. */
import type { IsoDate } from '../kit'
import type { ActId, CaseId } from './ids'

/** One block of a week as it was given: what, on which day, for how long. */
export interface GivenBlock {
  readonly item: string
  readonly name: string
  readonly case: CaseId | null
  /** From Monday 0. */
  readonly day: number
  readonly minutes: number
}

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

/** An item ticked at home. */
export interface HomeTick {
  readonly date: IsoDate
  readonly item: string
  readonly minutes: number
  /** Beats per minute reached; null when none was said. */
  readonly tempo: number | null
}

export interface HomeHurt {
  readonly act: ActId
  readonly date: IsoDate
  readonly item: string
  readonly name: string
  /** Lessons there were when it was said: it is lifted by a later one. */
  readonly lessonsBefore: number
}

export interface HomeNote {
  readonly act: ActId
  readonly date: IsoDate
  readonly words: string
}

export interface HomeLog {
  readonly given: readonly GivenWeek[]
  readonly pins: readonly WeekPin[]
  readonly ticks: readonly HomeTick[]
  readonly hurts: readonly HomeHurt[]
  readonly notes: readonly HomeNote[]
}

export const EMPTY_HOME: HomeLog = { given: [], pins: [], ticks: [], hurts: [], notes: [] }
