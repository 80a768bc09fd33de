/** A new act as it happens: completed, judged, applied. Screen and server run this very code on the same requests. */
import type { IsoDate, Result } from '../kit'
import type { Knowledge } from '../packs'
import type { Act, ActRequest } from './acts'
import type { Stamp } from './actModule'
import { completeAct } from './completeAct'
import { refuseAct } from './refuseAct'
import { refused } from './refusal'
import type { RecordRefusal } from './refusal'
import { applyAct } from './replay'
import type { StudentRecord } from './state'
import { recordAsOf } from './stopping'
import { asKept } from './storedAct'
import type { StoredAct } from './storedAct'

/** The act whole, and the record after it. */
export interface Added {
  readonly act: Act
  readonly record: StudentRecord
}

/** What an act is added with. */
export interface AddedWith {
  readonly knowledge: Knowledge
  readonly stamp: Stamp
  /** The day on which it is noted. */
  readonly today: IsoDate
}

/** Why the act would not be read again as it was made: its field, and what is wrong there. */
function unkeepable({ kind }: Act, { refusal, faults }: Extract<StoredAct, { ok: false }>) {
  const [first] = faults
  const why = first?.code ?? refusal.code
  return refused('act_cannot_be_kept', refusal.path, { kind, field: refusal.path.join('.'), why })
}

/**
 * A whole act put on the record: read back as its file will give it, judged, applied. What would not be read back is
 * refused, whoever made it.
 */
export function keepAct(
  record: StudentRecord | null,
  made: Act,
  today: IsoDate,
): Result<Added, RecordRefusal> {
  const kept = asKept(made)
  if (!kept.ok) return unkeepable(made, kept)
  const act = kept.value
  const refusal = refuseAct(record, act, today)
  if (refusal) return { ok: false, refusal }
  return { ok: true, value: { act, record: applyAct(record, act) } }
}

/** What is asked for, made whole and kept; or why it cannot be. Undoing is `undoAct`'s. */
export function addAct(
  record: StudentRecord | null,
  request: ActRequest,
  { knowledge, stamp, today }: AddedWith,
): Result<Added, RecordRefusal> {
  const whole = completeAct(request, record && recordAsOf(record, today), knowledge)
  return whole.ok ? keepAct(record, { ...whole.value, ...stamp }, today) : whole
}
