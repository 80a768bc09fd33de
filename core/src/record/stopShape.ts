/** One thing that stops the playing, as the record keeps it. */
import type { IsoDate, ActId } from '../kit'
import type { BodyPart } from '../packs'

/** Who told of it. */
export type StopSource = 'sign' | 'card' | 'home'

/** Who looked at it, by role; no name and no diagnosis is kept. */
export const LOOKED_BY = ['doctor', 'physiotherapist', 'dentist', 'hearing', 'other'] as const
/** One of these. */
export type LookedBy = (typeof LOOKED_BY)[number]

/** What somebody who looked at it allows; what is not allowed is still held. */
export interface Eased {
  readonly act: ActId
  readonly who: LookedBy
  /** The day they looked. */
  readonly on: IsoDate
  /** Parts that may be loaded again. */
  readonly allowed: readonly BodyPart[]
  /** The last day on which they may; null where no end was said. */
  readonly until: IsoDate | null
}

/** Ways in which a teacher ends a stop. */
export const STOP_ENDS = ['gone', 'looked-at'] as const
/** How a stop ended; what was tapped by mistake at home is taken back there. */
export type StopEnd = (typeof STOP_ENDS)[number] | 'taken-back'

/** One thing that stops, or stopped. */
export interface Stop {
  /** The act that told of it. */
  readonly act: ActId
  readonly source: StopSource
  /** Parts that may not be loaded now; all of them where nobody said which. */
  readonly parts: readonly BodyPart[]
  readonly words: string
  readonly on: IsoDate
  /** The sign, for one that was noted in a lesson. */
  readonly finding: string | null
  /** What was being practised, for one told from home. */
  readonly item: string | null
  /** Null where nobody has looked at it. */
  readonly eased: Eased | null
  readonly ended: {
    readonly act: ActId
    readonly how: StopEnd
    readonly on: IsoDate
    readonly words: string
  } | null
}
