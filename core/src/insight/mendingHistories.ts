/** What the mending model learns from: every fault of a record as gaps, cues and looks in order. */
import { daysBetween } from '../kit'
import type { MendingEvent, MendingHistory } from '../mending'
import { keptShare } from '../record'
import type { CaseState, StudentRecord } from '../record'

/** Up to the last lesson in which something was seen: the weeks after it tell nothing. */
function historyOf(record: StudentRecord, state: CaseState): MendingHistory {
  const seen = new Set([...state.recalls, ...state.looks].map((e) => e.lesson))
  const last = state.points.findLastIndex((p) => seen.has(p.lesson))
  return state.points.slice(0, last + 1).flatMap((point, i): MendingEvent[] => {
    const before = state.points[i - 1]
    const days = before ? daysBetween(before.date, point.date) : 0
    const kept = before && keptShare(record.home, before.date, point.date, state.id)
    return [
      ...(days > 0 ? [{ kind: 'gap', days, kept: kept ?? null } as const] : []),
      ...state.recalls
        .filter((r) => r.lesson === point.lesson)
        .map(({ recall }) => ({ kind: 'recall', recall }) as const),
      ...state.looks
        .filter((l) => l.lesson === point.lesson && l.tries > 0)
        .map((look) => ({ kind: 'look', look }) as const),
    ]
  })
}

/** Histories in which somebody looked; what was never looked at tells nothing. */
export function mendingHistories(record: StudentRecord): readonly MendingHistory[] {
  return record.cases
    .map((state) => historyOf(record, state))
    .filter((history) => history.some((e) => e.kind === 'look'))
}
