/** What can happen in a student's record. The record is append-only: corrections are new acts. */
import type { Brand, IsoDate, IsoInstant } from '../kit'
import type { Recall } from '../mending'
import type {
  AgeBand,
  BodyPart,
  Condition,
  HealthFlag,
  PackRef,
  Stage,
  Strand,
  Strength,
} from '../packs'
import type { LadderRung } from '../remedy'

export type StudentId = Brand<string, 'StudentId'>
export type LessonId = Brand<string, 'LessonId'>
/** One fault of one student, from settling it to long after it is mended. */
export type CaseId = Brand<string, 'CaseId'>
export type ActId = Brand<string, 'ActId'>

export interface StudentCard {
  readonly name: string
  /** Id of the instrument's pack. */
  readonly instrument: string
  readonly stage: Stage
  readonly ageBand: AgeBand
  readonly flags: readonly HealthFlag[]
  readonly equipment: Readonly<Record<string, string>>
  readonly schools: Readonly<Record<string, string>>
  /** Minutes of practice on an ordinary day. */
  readonly homeMinutes: number
  readonly goal: string
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
    }
  | { readonly kind: 'lesson-closed'; readonly lesson: LessonId; readonly note: string }
  | {
      readonly kind: 'sign-noted'
      readonly lesson: LessonId
      readonly finding: string
      readonly text: string
      readonly strand: Strand
      readonly strength: Strength
      readonly prompted: boolean
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
      readonly reason?: string
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
  | { readonly kind: 'undone'; readonly act: ActId }

/** An act as it stands in the record. */
export type Act = ActBody & {
  readonly id: ActId
  readonly at: IsoInstant
  readonly by: string
}

export type ActKind = ActBody['kind']
export type ActOf<K extends ActKind> = Extract<ActBody, { kind: K }>
