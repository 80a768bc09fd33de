/** A student's record as it holds today. */
import { recordAsOf } from '@vein-mend/core/record'
import type { StudentRecord } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import type { Deps } from './deps'

/** The record with what was allowed until an earlier day held again; null where there is no such student. */
export async function recordToday(deps: Deps, student: StudentId): Promise<StudentRecord | null> {
  const record = await deps.store.recordOf(student)
  return record && recordAsOf(record, deps.today())
}
