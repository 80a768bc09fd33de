/** What the server answers. */
import type { IsoDate, ActId, CaseId, StudentId } from '@vein-mend/core/kit'
import type { Calibration, LearnedPrior } from '@vein-mend/core/insight'
import type { GuessKind, MendingParameters } from '@vein-mend/core/mending'
import type { Exercise } from '@vein-mend/core/music'
import type {
  PracticeItem,
  RungLines,
  ToldAtHome,
  Trainer,
  WeekPlan,
} from '@vein-mend/core/practice'
import type { BodyPart, Knowledge, School, Schools } from '@vein-mend/core/packs'
import type {
  Act,
  GivenBlock,
  HomeTick,
  KeptDaily,
  KeptWeek,
  Stamp,
  Stop,
  StudentRecord,
} from '@vein-mend/core/record'
import type { StudentSummary } from '@vein-mend/core/standing'
import type { FieldTrouble } from './fieldTroubles'
import type { CodedRefusal } from './refusalCodes'

export interface StudentListed extends StudentSummary {
  readonly id: StudentId
}

/** A student whose record cannot be played; nothing of it is shown but the name. */
export interface StudentInTrouble {
  readonly id: StudentId
  readonly name: string
}

export interface StudentsResponse {
  readonly today: IsoDate
  readonly students: readonly StudentListed[]
  readonly inTrouble: readonly StudentInTrouble[]
}

/** The demo is open beside this studio. */
export interface DemoOpened {
  readonly address: string
}

/** Where a record stands, and what it was ranked with: as long as both are the same, the desk need not ask again. */
export interface DeskHead {
  /** The last act on record. */
  readonly head: ActId
  /** Digest of the knowledge by which this student's acts are completed. */
  readonly knowledge: string
  /** Who writes here: acts of this desk are stamped so. */
  readonly writer: string
}

/** The answer to acts: what changed, and not the record; the desk has run the same code on the same acts. */
export interface ActsTaken extends DeskHead {
  readonly id: StudentId
  readonly today: IsoDate
  /** The last act on record before these. */
  readonly before: ActId | null
  /** Digest of the knowledge they were completed with; empty where none was needed. */
  readonly completedBy: string
  /** Those that are new, in order; others were on record already. */
  readonly taken: readonly Stamp[]
  /** Every act that was asked for and is on record now, new or not: what is not named here was not taken. */
  readonly onRecord: readonly ActId[]
}

/** A note that is not played, kept as it was written. */
export interface NoteAside {
  readonly kind: string
  readonly at: string
  /** As it is written, for whoever reads that. */
  readonly body: string
}

/** What stands aside of a student, oldest first. */
export interface AsideResponse {
  readonly notes: readonly NoteAside[]
}

/** How many notes a move has moved. */
export interface AsideMoved {
  readonly moved: number
}

/** A day's copy, or one made by hand, that has the student. */
export interface StudentCopy {
  /** The copy's file, without its folder. */
  readonly name: string
  /** Notes of the student in it; null where the copy cannot be opened. */
  readonly notes: number | null
  /** Whether the record could be read from it to its end. */
  readonly plays: boolean
}

export interface CopiesResponse {
  readonly copies: readonly StudentCopy[]
}

/** A student as a copy had them: so many notes of the copy, so many of here set aside. */
export interface BroughtBack {
  readonly notes: number
  readonly aside: number
}

/** A take that was kept; and why nothing was measured of it, where it was to be and was not. */
export interface TakeTaken extends ActsTaken {
  readonly notMeasured: CodedRefusal | null
}

/** An act of the recent past, for the undo list. */
export interface RecentAct {
  readonly act: Act
  readonly undone: boolean
}

export interface StudentResponse extends DeskHead {
  readonly id: StudentId
  readonly today: IsoDate
  readonly record: StudentRecord
  /** Notes that stand aside, and are not in the record. */
  readonly aside: number
  /** Newest first. */
  readonly recent: readonly RecentAct[]
}

export interface PackListed {
  readonly id: string
  readonly version: string
  readonly name: string
  readonly kind: 'base' | 'family' | 'instrument'
  readonly family: string
  /** Written or brought in by this studio. */
  readonly own: boolean
  /** Shipped, with additions or changes of this studio. */
  readonly changed: boolean
  readonly counts: {
    readonly findings: number
    readonly faults: number
    readonly checks: number
    readonly remedies: number
  }
}

/** The week at home as solved, and what a little more time would bring. */
export interface PracticeWeekResponse {
  /** Its Monday. */
  readonly week: IsoDate
  readonly next: IsoDate
  readonly plan: WeekPlan
  /** No better week there is; else the best found in the time. */
  readonly best: boolean
  readonly pinsLetGo: boolean
  readonly more: {
    readonly minutes: number
    readonly plan: WeekPlan
    readonly gained: readonly { readonly item: PracticeItem; readonly days: number }[]
  }
  /** The week with each project put first, where two compete. */
  readonly first: readonly { readonly case: CaseId; readonly plan: WeekPlan }[]
  /** What the ticks say of "practice daily"; null where nothing was ticked. */
  readonly daily: KeptDaily | null
  readonly kept: readonly KeptWeek[]
}

/** One exercise of the sheet: its days, and all that is said of it. */
export interface SheetEntry {
  readonly item: string
  readonly name: string
  readonly case: CaseId | null
  /** Minutes on each day from Monday; null on a day without it. */
  readonly minutes: readonly (number | null)[]
  /** What to do; null where the name is enough. */
  readonly instruction: string | null
  /** What to listen and feel for. */
  readonly aim: string | null
  /** The way of doing it, the dose and the rule for going on; null for what is no exercise of a ladder. */
  readonly lines: RungLines | null
  readonly cue: string | null
  /** Engraved notes, and the same to be heard. */
  readonly svg: string | null
  readonly exercise: Exercise | null
}

/** The practice sheet of a week: the same on the screen, on paper and at home once it is given. */
export interface SheetResponse {
  readonly name: string
  readonly child: boolean
  /** The day from which it holds, until the next is given. */
  readonly from: IsoDate
  /** Its Monday. */
  readonly week: IsoDate
  readonly entries: readonly SheetEntry[]
  /** Projects that rest for pain. */
  readonly resting: readonly string[]
  /** What stops the playing. */
  readonly stops: readonly Stop[]
  readonly told: ToldAtHome
  /** The week as it would be given. */
  readonly blocks: readonly GivenBlock[]
}

export interface HomeLinkListed {
  readonly made: IsoDate
  readonly expires: IsoDate
  readonly revoked: IsoDate | null
}

/** A new link for home; its token is shown this once. */
export interface HomeLinkMade {
  readonly token: string
  readonly expires: IsoDate
  /** Where a phone in the same network opens it; none while that door of the server is shut. */
  readonly addresses: readonly string[]
}

/** All that the page at home shows. */
export interface HomeResponse {
  /** First name. */
  readonly name: string
  readonly child: boolean
  readonly today: IsoDate
  readonly days: readonly {
    readonly date: IsoDate
    readonly blocks: readonly {
      readonly item: string
      readonly name: string
      readonly minutes: number
    }[]
  }[]
  readonly rungs: readonly {
    readonly item: string
    readonly instruction: string
    /** What to listen and feel for. */
    readonly aim: string | null
    readonly tempo: string | null
    readonly lines: RungLines
    readonly cue: string | null
    /** Engraved notes, and the same to be heard. */
    readonly svg: string | null
    readonly exercise: Exercise | null
  }[]
  /** What to do in blocks that are no exercise of a ladder. */
  readonly plain: readonly { readonly item: string; readonly instruction: string }[]
  readonly ticks: readonly HomeTick[]
  readonly trainers: readonly Trainer[]
  /** How to begin, and how long one thing takes. */
  readonly told: ToldAtHome
  /** What stops the playing until the teacher has answered it. */
  readonly stops: readonly HomeStop[]
  /** Parts that playing the instrument loads: where one of them is stopped, nothing is played. */
  readonly playing: readonly BodyPart[]
}

/** One thing that stops, as home sees it. */
export interface HomeStop {
  /** The item that hurt, for what was told at home. */
  readonly item: string | null
  readonly name: string
  readonly parts: readonly BodyPart[]
  /** Somebody said where; else all of it rests. */
  readonly placed: boolean
  /** Told at home today, so that a mistake can be taken back. */
  readonly today: boolean
}

/** A holiday noted: with so many students who did not have it. */
export interface BreakTaken {
  readonly students: number
}

/** A student removed for good. */
export interface StudentRemoved {
  readonly id: StudentId
  /** Ids of their lessons and faults, also of a record that cannot be played: what was half typed is kept under them. */
  readonly within: readonly string[]
  /** Every page of the studio's file was written anew; false where there was no room: it is done at the next start. */
  readonly cleaned: boolean
  /** What was done with the copies on this machine; null where they were left alone. */
  readonly copies: {
    readonly rewritten: readonly string[]
    /** Not opened or not written: they may still have the student. */
    readonly left: readonly string[]
  } | null
}

/** A student taken in from a handover file. */
export interface HandoverTaken {
  /** Recordings and pictures that came along and were not here. */
  readonly takes: number
  readonly id: StudentId
  readonly name: string
  /** Acts that were new: all of them for a new student, the later ones for one who comes back. */
  readonly acts: number
  /** The student was here before, and the file goes on where the record ended. */
  readonly returned: boolean
}

/** One thing wrong in a pack's text. */
export interface FileTrouble {
  readonly file: string
  readonly line: number
  readonly path: string
  readonly code: string
  readonly detail: string
}

export interface PacksResponse {
  readonly packs: readonly PackListed[]
  /** Own packs that no longer fit the shipped ones. */
  readonly setAside: readonly FileTrouble[]
}

export interface PackResponse {
  /** Of this knowledge with all that the studio's cases taught. */
  readonly digest: string
  readonly knowledge: Knowledge
  /** What the studio's own cases did to the priors. */
  readonly learned: readonly LearnedPrior[]
  /** Ids of the entries that are this studio's, by section. */
  readonly own: Readonly<Record<string, readonly string[]>>
}

/** Figures of the mending model: the packs' and those this studio's faults make likeliest. */
export interface StudioMendingResponse {
  readonly usual: MendingParameters
  readonly learned: MendingParameters
  readonly faults: number
  readonly tries: Readonly<Record<GuessKind, number>>
  /** The studio's own that hold now; null while the packs' do. */
  readonly inUse: StudioMending | null
}

export interface StudioMending {
  readonly parameters: MendingParameters
  readonly faults: number
  readonly on: IsoDate
}

/** Hertz of the A above middle C. */
export interface StudioTuning {
  readonly a4: number
}

export interface StudioResponse extends StudioTuning {
  readonly today: IsoDate
  /** The studio's choice by topic; where there is none the usual school holds. */
  readonly schools: Schools
  readonly topics: readonly {
    readonly topic: string
    readonly instruments: readonly string[]
    readonly schools: readonly School[]
  }[]
  readonly calibration: Calibration
  readonly settledBy: readonly { readonly instrument: string; readonly diagnoses: number }[]
}

/** Every failure: a coded fact; the wording lives in the interface. */
export interface ErrorResponse {
  readonly error: CodedRefusal & {
    readonly fields?: readonly FieldTrouble[]
    /** Where a pack's text is wrong. */
    readonly troubles?: readonly FileTrouble[]
  }
}
