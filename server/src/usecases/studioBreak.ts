/** A holiday of the whole studio: noted with every student who does not have it yet. */
import { randomUUID } from 'node:crypto'
import type { BreakRequest, BreakTaken } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { Result } from '@vein-mend/core/kit'
import type { ActId } from '@vein-mend/core/record'
import type { Deps } from './deps'
import { recordActs } from './recordActs'

/** Refused as a whole where the days are wrong; the first student's answer says so before anything is written. */
export async function noteStudioBreak(
  deps: Deps,
  request: BreakRequest,
): Promise<Result<BreakTaken>> {
  let students = 0
  for (const { id } of await deps.store.students()) {
    const record = await deps.store.recordOf(id)
    if (record?.breaks.some((b) => b.from === request.from && b.to === request.to)) continue
    const act = { kind: 'break-noted', ...request, id: randomUUID() as ActId } as const
    const taken = await recordActs(deps, id, [act])
    if (!taken.ok) return taken
    students += 1
  }
  return good({ students })
}
