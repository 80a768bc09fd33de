/** A student's record with everything not yet sent already in it. */
import type { StudentResponse } from '@vein-mend/contract'
import type { IsoInstant } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { addAct, heldAgain, recordAsOf } from '@vein-mend/core/record'
import type { IdentifiedRequest, StudentRecord } from '@vein-mend/core/record'

/**
 * Takes back, for the eye, what was undone while the server is away: signs, checks and comparisons vanish at
 * once. What an undoing does to a fault's state takes playing the whole record again, and waits for the server.
 */
function withoutUndone(record: StudentRecord, undone: ReadonlySet<string>): StudentRecord {
  if (undone.size === 0) return record
  const still = (x: { readonly act: string }) => !undone.has(x.act)
  return {
    ...record,
    stops: record.stops
      .filter(still)
      .map((s) => (s.ended && undone.has(s.ended.act) ? { ...s, ended: null } : s))
      // What somebody allowed is held again until the record has been played anew.
      .map((s) => (s.eased && undone.has(s.eased.act) ? heldAgain(s) : s)),
    lessons: record.lessons.map((l) => ({
      ...l,
      signs: l.signs.filter(still),
      checks: l.checks.filter(still),
      setups: l.setups.filter(still),
      comparisons: l.comparisons.filter(still),
    })),
  }
}

/**
 * Applies the requests that wait, in their order, to the record as the server will; what it would refuse is left out.
 * Among what was noted last they come first, and what is being undone counts as undone.
 */
export function withWaiting(
  {
    record,
    today,
    recent,
    writer,
  }: Pick<StudentResponse, 'record' | 'today' | 'recent' | 'writer'>,
  requests: readonly IdentifiedRequest[],
  knowledge: Knowledge,
): Pick<StudentResponse, 'record' | 'recent'> {
  const undone = new Set(requests.flatMap((r) => (r.kind === 'undone' ? [r.act] : [])))
  // What has just arrived may be waiting and on record for an instant.
  const there = new Set(recent.map((r) => r.act.id))
  let now = withoutUndone(record, undone)
  let last = recent.map((r) => (undone.has(r.act.id) ? { ...r, undone: true } : r))
  for (const request of requests) {
    if (request.kind === 'undone' || undone.has(request.id) || there.has(request.id)) continue
    const at = `${today}T00:00:00.000Z` as IsoInstant
    const stamp = { id: request.id, at, by: writer, noted: today }
    const added = addAct(now, request, { knowledge, stamp, today })
    if (!added.ok) continue
    now = added.value.record
    last = [{ act: added.value.act, undone: false }, ...last]
  }
  return { record: recordAsOf(now, today), recent: last }
}
