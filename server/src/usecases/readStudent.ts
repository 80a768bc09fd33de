/** A student's record as it stands, with the recent acts for the undo list. */
import type { StudentResponse } from '@vein-mend/contract'
import { undoneActs } from '@vein-mend/core/record'
import type { StudentId, StudentRecord } from '@vein-mend/core/record'
import type { LatestActs } from '../store'
import type { Deps } from './deps'

const RECENT_MOST = 40

type Around = Omit<StudentResponse, 'record'>

async function around(deps: Deps, id: StudentId): Promise<Around> {
  return { id, today: deps.today(), recent: recentOf(await deps.store.latestActs(id, RECENT_MOST)) }
}

function recentOf({ acts, undoings }: LatestActs): StudentResponse['recent'] {
  const undone = undoneActs(undoings)
  return acts.map((act) => ({ act, undone: undone.has(act.id) }))
}

/** The answer after a change, from the record as it stands. */
export async function studentResponse(
  deps: Deps,
  id: StudentId,
  record: StudentRecord,
): Promise<StudentResponse> {
  return { ...(await around(deps, id)), record }
}

/**
 * The answer as JSON; null when there is no such student. Ten years of a record are a megabyte: it is handed on
 * as it is stored.
 */
export async function readStudent(deps: Deps, id: StudentId): Promise<Buffer | null> {
  const record = await deps.store.recordBytes(id)
  if (record === null) return null
  const rest = JSON.stringify(await around(deps, id))
  return Buffer.concat([Buffer.from(`${rest.slice(0, -1)},"record":`), record, Buffer.from('}')])
}
