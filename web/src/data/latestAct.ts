/** What an undo without a name takes back. */
import type { StudentResponse } from '@vein-mend/contract'
import { HOME_ACTS } from '@vein-mend/core/record'
import type { ActId, ActKind, IdentifiedRequest } from '@vein-mend/core/record'

/** The student, what they told from home, and the undoings themselves are taken back by name or not at all. */
const BY_NAME_ONLY: ReadonlySet<ActKind> = new Set(['undone', 'student-added', ...HOME_ACTS])

export interface LatestAct {
  readonly id: ActId
  readonly kind: ActKind
}

/**
 * The last thing the teacher noted that still stands: what is on its way to the server is later than anything on record, and what
 * is being undone is undone already. Null where nothing is left.
 */
export function latestAct(
  recent: StudentResponse['recent'],
  onTheirWay: readonly IdentifiedRequest[],
): LatestAct | null {
  const undone = new Set(onTheirWay.flatMap((r) => (r.kind === 'undone' ? [r.act] : [])))
  const waiting = onTheirWay.toReversed()
  const onRecord = recent.flatMap((r) => (r.undone ? [] : [r.act]))
  const last = [...waiting, ...onRecord].find(
    (act) => !BY_NAME_ONLY.has(act.kind) && !undone.has(act.id),
  )
  return last ? { id: last.id, kind: last.kind } : null
}
