/** A change to a fault that belongs to no lesson. */
import type { CaseId } from '../kit'
import type { CaseState, StudentRecord } from './state'

/** The record with the fault changed; it leaves no point on the vein. */
export function betweenLessons(
  record: StudentRecord,
  id: CaseId,
  change: (state: CaseState) => CaseState,
): StudentRecord {
  return { ...record, cases: record.cases.map((c) => (c.id === id ? change(c) : c)) }
}
