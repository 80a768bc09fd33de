/** Recordings, pictures and played notes kept with a lesson: the files lie elsewhere, the record names them. */
import type { IsoDate, ActId, CaseId, LessonId } from '../kit'
import type { GridCell } from './gridCell'
import type { TakeKind, Unmeasured } from '../analysers'

/** A file by what is in it. */
export interface TakeFile {
  /** SHA-256 of its bytes, in hexadecimal; its name where takes are kept. */
  readonly hash: string
  readonly kind: TakeKind
  /** Media type, such as `audio/wav`. */
  readonly type: string
  readonly bytes: number
}

/** One value read off a take, with the interval it surely lies in. */
export interface TakeMeasure {
  readonly name: string
  readonly value: number
  readonly low: number
  readonly high: number
  readonly unit: string
  /** How many notes, tones or intervals it was read from; absent where nobody counted. */
  readonly count?: number
}

/** What one version of one analyser found; a newer one is put beside it. */
export interface TakeReading {
  readonly act: ActId
  /** Names the measuring it was part of: what several analysers read of one take at one time holds together. */
  readonly run: ActId
  readonly analyser: string
  readonly version: string
  readonly measures: readonly TakeMeasure[]
  /** What was tried and came to nothing. */
  readonly notMeasured: readonly Unmeasured[]
  /** Hertz of the A it was compared with; absent where pitch was not. */
  readonly a4?: number
  /** The rung it was laid against; absent where nothing was asked. */
  readonly of?: TakeOf
}

/** What a take was asked to be. */
export interface TakeOf {
  readonly case: CaseId
  readonly rung: string
  readonly name: string
  /** Whether the thumb passes under in it. */
  readonly crossing: boolean
}

/** A take as the record has it. */
export interface Take extends TakeFile {
  readonly act: ActId
  readonly lesson: LessonId
  readonly date: IsoDate
  /** The fault it was made for; null for none. */
  readonly case: CaseId | null
  readonly words: string
  /** Which cell of the grid of colours it was played for; absent for none. */
  readonly grid?: GridCell
  readonly readings: readonly TakeReading[]
  /** Its file is gone, and does not come back: taken out, or the yes for it was. */
  readonly removed: boolean
}
