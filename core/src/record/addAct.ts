/** A new act as it happens: completed, judged, applied. Screen and server run this very code on the same requests. */
import type { IsoDate, Result } from '../kit'
import type { Knowledge } from '../packs'
import type { Act, ActRequest } from './acts'
import type { Stamp } from './actModule'
import { completeAct } from './completeAct'
import { refuseAct } from './refuseAct'
import type { RecordRefusal } from './refusal'
import { applyAct } from './replay'
import type { StudentRecord } from './state'

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

/** The act and the record after it, or why it cannot be. Undoing is `undoAct`'s. */
export function addAct(
  record: StudentRecord | null,
  request: ActRequest,
  { knowledge, stamp, today }: AddedWith,
): Result<Added, RecordRefusal> {
  const whole = completeAct(request, record, knowledge)
  if (!whole.ok) return whole
  const refusal = refuseAct(record, whole.value, today)
  if (refusal) return { ok: false, refusal }
  const act: Act = { ...whole.value, ...stamp }
  return { ok: true, value: { act, record: applyAct(record, act) } }
}
