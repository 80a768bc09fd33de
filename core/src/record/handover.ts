/** One student's whole history as one open file, to be read by a later teacher's studio. */
import { good, refuse } from '../kit'
import type { IsoDate, Result } from '../kit'
import type { Knowledge, PackRef } from '../packs'
import type { Act } from './acts'
import { applyAct } from './apply'
import { emptyRecord, undoneActs } from './playRecord'
import { refuseAct } from './refuseAct'
import type { StudentRecord } from './state'

export const HANDOVER_FORMAT = 'vein-mend-handover'
export const HANDOVER_VERSION = 1

export interface Handover {
  readonly format: typeof HANDOVER_FORMAT
  readonly version: typeof HANDOVER_VERSION
  readonly exported: IsoDate
  readonly name: string
  readonly instrument: string
  /** The record, act by act, with what was undone: playing them gives the same states and the same seam. */
  readonly acts: readonly Act[]
  /** Every version of the knowledge the record was made with. */
  readonly packs: readonly Knowledge[]
}

/** The pack versions a record names. */
export function packsUsed(acts: readonly Act[]): readonly PackRef[] {
  const used = acts.flatMap((a) => (a.kind === 'lesson-opened' ? [a.pack] : []))
  return [...new Map(used.map((p) => [`${p.id} ${p.version}`, p])).values()]
}

/**
 * The file for a student, or why it may not be made: handing on needs a recorded yes of the student, or of
 * a guardian for a child.
 */
export function makeHandover(
  record: StudentRecord,
  acts: readonly Act[],
  packs: readonly Knowledge[],
  today: IsoDate,
): Result<Handover> {
  const { card } = record
  if (card.consents['handing-on'].state !== 'given') {
    return refuse('no_consent_to_hand_on', ['consents', 'handing-on'], { name: card.name })
  }
  return good({
    format: HANDOVER_FORMAT,
    version: HANDOVER_VERSION,
    exported: today,
    name: card.name,
    instrument: card.instrument,
    acts,
    packs,
  })
}

/**
 * The record a handover gives, or the first act that cannot be: acts are played under the same rules as
 * if they were noted here. The shape is taken to be checked.
 */
export function readHandover(handover: Handover, today: IsoDate): Result<StudentRecord> {
  const undone = undoneActs(handover.acts)
  let record: StudentRecord | null = null
  for (const [index, act] of handover.acts.entries()) {
    if (act.kind === 'undone' || undone.has(act.id)) continue
    const refusal = refuseAct(record, act, today)
    if (refusal) {
      return refuse('handover_act_refused', ['acts', index], { kind: act.kind, why: refusal.code })
    }
    if (act.kind === 'student-added') record = emptyRecord(act.card)
    else if (record) record = applyAct(record, act)
  }
  return record ? good(record) : refuse('handover_without_student', ['acts'])
}
