/** What an undo without a name takes back. */
import type { StudentResponse } from '@vein-mend/contract'
import { HOME_ACTS } from '@vein-mend/core/record'
import type { Act, ActKind } from '@vein-mend/core/record'

/** The student, what they told from home, and the undoings themselves are taken back by name or not at all. */
const BY_NAME_ONLY: ReadonlySet<ActKind> = new Set(['undone', 'student-added', ...HOME_ACTS])

/** The last thing the teacher noted that still stands, sent or not; null where nothing is left. */
export function latestAct(recent: StudentResponse['recent']): Act | null {
  return recent.find((r) => !r.undone && !BY_NAME_ONLY.has(r.act.kind))?.act ?? null
}
