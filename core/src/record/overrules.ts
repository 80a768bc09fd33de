/** Where the teacher goes against the first draft: the reason stays with the fault. */
import type { IsoDate } from '../kit'
import type { Act, CaseId } from './acts'
import type { CaseState, StudentRecord } from './state'

/** A change to a fault between lessons; it leaves no point on the vein. */
export function betweenLessons(
  record: StudentRecord,
  id: CaseId,
  change: (state: CaseState) => CaseState,
): StudentRecord {
  return {
    ...record,
    cases: record.cases.map((c) => (c.id === id ? change(c) : c)),
  }
}

/** The reason given for going against the first draft; null where the act has none. */
function reasonOf(act: Act): { readonly case: CaseId; readonly reason: string } | null {
  switch (act.kind) {
    case 'fault-settled':
    case 'case-mended':
      return act.overruled === undefined ? null : { case: act.case, reason: act.overruled }
    case 'remedy-started':
    case 'rung-decided':
      return act.reason === undefined ? null : { case: act.case, reason: act.reason }
    case 'case-rested':
    case 'case-reopened':
    case 'relapse-overruled':
    case 'recheck-moved':
    case 'stuck-dismissed':
      return { case: act.case, reason: act.reason }
    default:
      return null
  }
}

/** Reasons are kept with the fault, for whoever reads its story. */
export function keepReason(record: StudentRecord, act: Act): StudentRecord {
  const given = reasonOf(act)
  if (!given) return record
  const on = record.lessons.at(-1)?.date ?? (act.at.slice(0, 10) as IsoDate)
  const overrule = { act: act.id, kind: act.kind, on, reason: given.reason }
  return betweenLessons(record, given.case, (c) => ({
    ...c,
    overrules: [...c.overrules, overrule],
  }))
}
