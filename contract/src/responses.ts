/** What the server answers. */
import type { Refusal } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import type { Act, StudentId, StudentRecord, StudentSummary } from '@vein-mend/core/record'
import type { FieldTrouble } from './actRequests'

export interface StudentListed extends StudentSummary {
  readonly id: StudentId
}

export interface StudentsResponse {
  readonly today: string
  readonly students: readonly StudentListed[]
}

/** An act of the recent past, for the undo list. */
export interface RecentAct {
  readonly act: Act
  readonly undone: boolean
}

export interface StudentResponse {
  readonly id: StudentId
  readonly today: string
  readonly record: StudentRecord
  /** Newest first. */
  readonly recent: readonly RecentAct[]
}

export interface PackListed {
  readonly id: string
  readonly version: string
  readonly name: string
  readonly kind: 'base' | 'family' | 'instrument'
  readonly family: string
  readonly counts: {
    readonly findings: number
    readonly faults: number
    readonly checks: number
    readonly remedies: number
  }
}

export interface PacksResponse {
  readonly packs: readonly PackListed[]
}

export interface PackResponse {
  readonly knowledge: Knowledge
}

/** Every failure: a coded fact; the wording lives in the interface. */
export interface ErrorResponse {
  readonly error: Refusal & { readonly fields?: readonly FieldTrouble[] }
}
