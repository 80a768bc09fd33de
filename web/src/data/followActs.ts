/** The desk's own record after the server has taken acts: the same code on the same acts, so nothing is fetched. */
import type { ActsTaken, StudentResponse } from '@vein-mend/contract'
import type { Knowledge } from '@vein-mend/core/packs'
import { addAct } from '@vein-mend/core/record'
import type { IdentifiedRequest } from '@vein-mend/core/record'

/** Acts shown in the undo list. */
const RECENT_MOST = 40

/** What the desk had asked for, and ranked with. */
export interface Asked {
  readonly requests: readonly IdentifiedRequest[]
  readonly knowledge: Knowledge
  /** Digest of that knowledge. */
  readonly digest: string
}

/**
 * The answer as it would be fetched now, or null where it has to be: something else came between, the server
 * completed the acts with other knowledge, or something was undone.
 */
export function followActs(
  shown: StudentResponse,
  { requests, knowledge, digest }: Asked,
  taken: ActsTaken,
): StudentResponse | null {
  const { head, knowledge: now, today, writer } = taken
  const rest = { head, knowledge: now, today, writer }
  if (taken.taken.length === 0) return head === shown.head ? { ...shown, ...rest } : null
  if (taken.before !== shown.head || taken.completedBy !== digest) return null
  let { record, recent } = shown
  for (const stamp of taken.taken) {
    const request = requests.find((r) => r.id === stamp.id)
    if (!request || request.kind === 'undone') return null
    const added = addAct(record, request, { knowledge, stamp, today })
    if (!added.ok) return null
    record = added.value.record
    recent = [{ act: added.value.act, undone: false }, ...recent].slice(0, RECENT_MOST)
  }
  return { ...shown, ...rest, record, recent }
}
