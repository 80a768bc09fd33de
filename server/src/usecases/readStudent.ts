/** A student's record as it stands, with the recent acts for the undo list. */
import type { StudentResponse } from '@vein-mend/contract'
import type { IsoDate } from '@vein-mend/core/kit'
import { playRecord, undoneActs } from '@vein-mend/core/record'
import type { Act, StudentId, StudentRecord } from '@vein-mend/core/record'
import type { Deps } from './deps'

const RECENT_MOST = 40

export function studentResponse(
  id: StudentId,
  acts: readonly Act[],
  record: StudentRecord,
  today: IsoDate,
): StudentResponse {
  const undone = undoneActs(acts)
  const recent = acts
    .filter((act) => act.kind !== 'undone')
    .slice(-RECENT_MOST)
    .toReversed()
    .map((act) => ({ act, undone: undone.has(act.id) }))
  return { id, today, record, recent }
}

/** Null when there is no such student. */
export async function readStudent(deps: Deps, id: StudentId): Promise<StudentResponse | null> {
  const acts = await deps.store.actsOf(id)
  const record = playRecord(acts)
  return record && studentResponse(id, acts, record, deps.today())
}
