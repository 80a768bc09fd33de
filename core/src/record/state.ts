/** A student's record as it stands after all its acts. */
import type { IsoDate, ActId, CaseId, LessonId } from '../kit'
import type { Look, MendingParameters, Recall } from '../mending'
import type { BodyPart, Condition, PackRef, SetupCheck, Stage, Strand, Strength } from '../packs'
import type { LadderRung, TempoClimb, Tries } from '../remedy'
import type { Side } from '../measure'
import type { BreakReason, Levels, Place, RivalShare } from './vocabulary'
import type { StudentCard } from './card'
import type { HomeLog } from './homeLog'
import type { OwnWords } from './wordsNoted'
import type { Stop } from './stopShape'
import type { Take, TakeMeasure } from '../takes'

/** A sign as it was noted in a lesson. */
export interface NotedSign {
  readonly act: ActId
  readonly finding: string
  readonly text: string
  readonly strand: Strand
  readonly strength: Strength
  readonly prompted: boolean
  readonly condition: Condition | null
  readonly stops: BodyPart | null
  /** It was measured and not noted by eye or ear: by which take, against which threshold, and what that weighs. */
  readonly measured?: {
    readonly hash: string
    /** Null where it turned out to be no number, and says nothing. */
    readonly measure: TakeMeasure | null
    readonly side: Side
    readonly threshold: number
    readonly ratio: number
  }
  /** It was heard at this moment of a take. */
  readonly heard?: { readonly hash: string; readonly seconds: number }
}

/** A check as it was answered in a lesson. */
export interface AnsweredCheck {
  readonly act: ActId
  readonly check: string
  readonly name: string
  readonly outcome: string
  readonly says: Readonly<Record<string, Strength>>
}

/** A set-up as it was found. */
export interface FoundSetup extends SetupCheck {
  readonly act: ActId
  readonly lesson: LessonId
  readonly date: IsoDate
  readonly place: Place
}

/** Before, one change, after. */
export interface Comparison {
  readonly act: ActId
  readonly finding: string
  readonly text: string
  readonly changed: string
  readonly before: Strength
  readonly after: Strength
}

/** A tally of one run. */
export interface SlipCount {
  readonly act: ActId
  readonly lesson: LessonId
  readonly condition: Condition
  readonly prompted: boolean
  readonly seconds: number
  readonly slips: readonly number[]
}

/** A lesson with everything noted in it. */
export interface LessonState {
  readonly id: LessonId
  readonly date: IsoDate
  readonly pack: PackRef
  readonly mending: MendingParameters
  readonly open: boolean
  readonly note: string
  readonly family: string
  readonly next: IsoDate | null
  readonly aim: string
  readonly fresh: string
  readonly setups: readonly FoundSetup[]
  readonly comparisons: readonly Comparison[]
  readonly signs: readonly NotedSign[]
  readonly checks: readonly AnsweredCheck[]
  readonly strengths: readonly string[]
}

/** A look as it was recorded, with its lesson and setting. */
export interface RecordedLook extends Look {
  readonly act: ActId
  readonly lesson: LessonId
  readonly condition: Condition
  /** The take it was read off; absent where it was seen or heard. */
  readonly take?: string
}

/** The ladder a fault is on, and where on it. */
export interface SkippedRung {
  readonly rung: string
  readonly lesson: LessonId
  readonly reason: string | null
}

export interface LadderState {
  readonly remedy: string
  readonly name: string
  readonly rungs: readonly LadderRung[]
  readonly loads: readonly BodyPart[]
  readonly startedOn: IsoDate
  readonly weeks: number
  /** Changed by the teacher's own hand. */
  readonly edited: boolean
  readonly tempo: TempoClimb | null
  /** Place of the rung the student is on. */
  readonly at: number
  /** Rungs that were gone up from after a try, by id: of no other is it said that it was passed. */
  readonly passed: readonly string[]
  /** Rungs that were gone past without a try, by id, with the reason; of old records none was asked for. */
  readonly skipped: readonly SkippedRung[]
  /** Tries on the present rung, newest last. */
  readonly tries: readonly (Tries & { readonly lesson: LessonId; readonly take?: string })[]
  /** Lessons since the student last went up, without the present one. */
  readonly lessonsOnRung: number
  /** Of these, those the teacher chose to wait through. */
  readonly waited: number
}

/** Where a fault stands; each state carries only what it has. */
export type CaseStatus =
  | { readonly state: 'open' }
  | { readonly state: 'healing' }
  | { readonly state: 'resting'; readonly since: IsoDate; readonly reason: string }
  | {
      readonly state: 'mended'
      readonly onLesson: LessonId
      readonly on: IsoDate
      readonly cleanRechecks: number
      readonly nextRecheck: IsoDate | null
    }
  | {
      readonly state: 'relapsed'
      readonly on: IsoDate
      readonly times: number
      /** When it had been called mended. */
      readonly mendedOn: IsoDate
    }

/** A remedy that was given up, from the day it began to the day another took its place. */
export interface FormerRemedy {
  readonly remedy: string
  readonly name: string
  readonly from: IsoDate
  readonly until: IsoDate
  readonly rungsPassed: number
}

/** A cue and the lesson it was agreed in. */
export interface CueAgreed {
  readonly words: string
  readonly since: LessonId
}

/** How the student described the movement, in their own words. */
export interface Description {
  readonly act: ActId
  readonly lesson: LessonId
  readonly words: string
}

/** Where the teacher went against the first draft, and why. */
export interface Overrule {
  readonly act: ActId
  /** The kind of act by which it was done. */
  readonly kind: string
  readonly on: IsoDate
  readonly reason: string
}

/** Days without lessons, both ends within. */
export interface Break {
  readonly act: ActId
  readonly from: IsoDate
  readonly to: IsoDate
  readonly why: BreakReason
  readonly words: string
}

/** Steps of the skills on a day. */
export interface SkillLevels extends Levels {
  readonly date: IsoDate
}

/** A gate the student is got ready for at home. */
export interface PreparedGate {
  readonly gate: string
  readonly name: string
  readonly since: IsoDate
}

/** A gate the teacher holds open or shut, whatever the lessons show. */
export interface OverruledGate {
  readonly gate: string
  readonly name: string
  readonly open: boolean
  readonly on: IsoDate
  readonly reason: string
}

/** What one lesson left behind on one fault: a point of the seam. */
export interface CasePoint {
  readonly lesson: LessonId
  readonly date: IsoDate
  readonly state: CaseStatus['state']
  readonly belief: number
  readonly rung: number | null
  readonly rungsPassed: number
  readonly hardest: Condition | null
}

/** One fault of one student, as it stands. */
export interface CaseState {
  readonly id: CaseId
  readonly fault: string
  readonly name: string
  readonly strand: Strand
  readonly severity: number
  readonly settledOn: LessonId
  /** Stage of the student at the time. */
  readonly stage: Stage
  readonly probability: number
  readonly rivals: readonly RivalShare[]
  readonly drivenBy: readonly CaseId[]
  readonly overruled: string | null
  readonly status: CaseStatus
  readonly cue: CueAgreed | null
  /** Every cue agreed, the present one last. */
  readonly cues: readonly CueAgreed[]
  /** What the student said of the movement, oldest first. */
  readonly descriptions: readonly Description[]
  /** Where the teacher went against the first draft, and why. */
  readonly overrules: readonly Overrule[]
  readonly recalls: readonly { readonly lesson: LessonId; readonly recall: Recall }[]
  readonly ladder: LadderState | null
  /** Remedies given up for the present one. */
  readonly formerRemedies: readonly FormerRemedy[]
  readonly looks: readonly RecordedLook[]
  readonly slipCounts: readonly SlipCount[]
  /** P(mended) after the last thing that was seen. */
  readonly belief: number
  readonly beliefOn: IsoDate
  readonly rungsPassed: number
  readonly points: readonly CasePoint[]
}

/** A student's record as it stands. */
export interface StudentRecord {
  readonly card: StudentCard
  readonly lessons: readonly LessonState[]
  readonly cases: readonly CaseState[]
  readonly strengths: readonly { readonly words: string; readonly lesson: LessonId }[]
  /** What was noted in the teacher's own words, oldest first. */
  readonly ownWords: readonly OwnWords[]
  readonly home: HomeLog
  readonly breaks: readonly Break[]
  readonly preparing: readonly PreparedGate[]
  readonly overruledGates: readonly OverruledGate[]
  /** Where the skills stood, oldest first. */
  readonly levels: readonly SkillLevels[]
  /** Recordings, pictures and played notes, oldest first. */
  readonly takes: readonly Take[]
  /** What stopped the playing, oldest first; those that hold are not ended. */
  readonly stops: readonly Stop[]
}

/** The lesson with that id. @throws RangeError when the record has none */
export function lessonOf(record: StudentRecord, id: LessonId): LessonState {
  // The lesson that is held is the last one; a long record is not gone through from its beginning.
  const lesson = record.lessons.findLast((l) => l.id === id)
  if (!lesson) throw new RangeError(`no lesson ${id}`)
  return lesson
}
