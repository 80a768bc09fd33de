/** A take on record, with where its file lies. */
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { Take } from '@vein-mend/core/takes'
import type { Deps } from './deps'

/** The take with where its file lies; refused where either is gone. */
export async function findTake(
  deps: Deps,
  student: StudentId,
  hash: string,
): Promise<Outcome<{ readonly take: Take; readonly path: string }>> {
  const record = await deps.store.recordOf(student)
  const take = record?.takes.findLast((t) => t.hash === hash && !t.removed)
  const path = take ? deps.takes.pathOf(student, hash) : null
  return take && path !== null ? good({ take, path }) : refuse('unknown_take', ['take'])
}
