/** Whether an act can happen now; if not, the coded fact that stands in the way. */
import type { IsoDate } from '../kit'
import { MODULES } from './acts'
import type { ActBody, ActKind, ActOf } from './acts'
import type { RecordRefusal } from './refusal'
import type { StudentRecord } from './state'

function refuseKind<K extends ActKind>(record: StudentRecord | null, act: ActOf<K>) {
  return MODULES[act.kind].refuse(record, act)
}

function refuseKindOn<K extends ActKind>(act: ActOf<K>, today: IsoDate) {
  return MODULES[act.kind].refuseOn(act, today)
}

/**
 * Why the act cannot follow on this record, whatever the day, or null when it can; `record` is null before the
 * student was added. What is on record is judged by this alone. Undoing is judged by `undoAct`.
 */
export function refuseHere(record: StudentRecord | null, act: ActBody): RecordRefusal | null {
  return refuseKind(record, act)
}

/** The same for a new act, which the day it is noted on may speak against too. */
export function refuseAct(
  record: StudentRecord | null,
  act: ActBody,
  today: IsoDate,
): RecordRefusal | null {
  return refuseKind(record, act) ?? refuseKindOn(act, today)
}
