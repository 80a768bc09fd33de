/** A student's story as it is written, and as it was played. */
import type { BodyPart, SetupCheck } from '../packs'
import type { Act, BreakReason, Levels, LookedBy, StudentCard } from '../record'
import type { LessonId } from '../kit'

/** A fault the student really has, and how it will go. */
export interface HiddenFault {
  readonly fault: string
  /** Lesson, from 1, in which it first shows. */
  readonly fromLesson: number
  /** Probability, per lesson on the ladder, that it is really mended. */
  readonly pace: number
  /** Lesson in which a mended fault comes back. */
  readonly relapsesAt?: number
  /** Chance of a clean try on a rung while the fault is there; low where no rung helps. */
  readonly ease?: number
}

/** Days without lessons, before today, both within. */
export interface ScriptBreak {
  readonly fromDaysAgo: number
  readonly toDaysAgo: number
  readonly why: BreakReason
  readonly words: string
}

/** Where the skills stand after a lesson, from 1. */
export interface ScriptLevels extends Levels {
  readonly lesson: number
}

/** What was truly there in a lesson; the teacher of the story does not know it. */
export interface LessonTruth {
  readonly lesson: LessonId
  readonly there: readonly string[]
}

/** Acts of a played student, and the truth behind them. */
export interface PlayedStudent {
  readonly acts: readonly Act[]
  readonly truth: readonly LessonTruth[]
}

/** What a simulated student is, and has. */
export interface StudentScript {
  readonly key: string
  readonly card: StudentCard
  readonly hidden: readonly HiddenFault[]
  readonly strengths: readonly string[]
  readonly cues: Readonly<Record<string, string>>
  readonly notes: readonly string[]
  /** Lessons from the first, in days before the last. */
  readonly daysBeforeToday: readonly number[]
  readonly breaks?: readonly ScriptBreak[]
  readonly levels?: readonly ScriptLevels[]
  /** A gate that is got ready for from a lesson on. */
  readonly prepares?: { readonly lesson: number; readonly gate: string }
  /** The set-up as it was found in the last lesson. */
  readonly setupAtEnd?: SetupCheck
  /** A project that is let rest in a lesson. */
  readonly rests?: { readonly lesson: number; readonly fault: string; readonly reason: string }
  /** From this lesson on a third fault is settled and waits its turn. */
  readonly settlesWaitingFrom?: number
  /** A stop sign reported in the last lesson. */
  readonly painAtEnd?: string
  /** Who looked at what was reported, on the same day, and what may be loaded again for so many days. */
  readonly lookedAtEnd?: {
    readonly who: LookedBy
    readonly allowed: readonly BodyPart[]
    readonly days: number
  }
  /** What the teacher noted in their own words in the last lesson. */
  readonly wordsAtEnd?: readonly string[]
  /** Gates the teacher holds shut, with the reason. */
  readonly holdsShut?: Readonly<Record<string, string>>
  /** Leave the last lesson open, as if the teacher were in the middle of it. */
  readonly leaveOpen?: boolean
}
