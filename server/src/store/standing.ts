/** Where a student's record stands: played, or stopped at an act that cannot be. */
import { applyAct, replay, undoneActs } from '@vein-mend/core/record'
import type { Act, StudentRecord } from '@vein-mend/core/record'
import type { ActId } from '@vein-mend/core/kit'
import type { ActRow } from './actRows'

/** The act at which a record stops, and why. */
export interface RecordTrouble {
  readonly act: ActId
  readonly kind: string
  readonly why: string
}

export interface Head {
  readonly seq: number
  readonly id: ActId
}

export type Standing =
  | { readonly ok: true; readonly record: StudentRecord; readonly head: Head }
  | { readonly ok: false; readonly trouble: RecordTrouble; readonly head: Head }

/** A record that cannot be played: told on its own page, and nowhere else. */
export class UnplayableRecord extends Error {
  constructor(readonly trouble: RecordTrouble) {
    super(`stopped at ${trouble.kind}: ${trouble.why}`)
  }
}

function troubleAt(row: ActRow, why: string): RecordTrouble {
  return { act: row.id, kind: row.kind, why }
}

/** Where playing one act after the other throws. */
function stepwise(rows: readonly ActRow[], acts: readonly Act[], before: StudentRecord | null) {
  let record = before
  for (const act of acts) {
    try {
      record = applyAct(record, act)
    } catch (error) {
      const row = rows.find((r) => r.id === act.id)
      if (row) return troubleAt(row, error instanceof Error ? error.name : 'error')
    }
  }
  return null
}

/** Plays the rows on the record before them; null when there are none and there is no record. */
export function playRows(
  rows: readonly ActRow[],
  before: { readonly record: StudentRecord; readonly head: Head } | null,
): Standing | null {
  const last = rows.at(-1)
  if (!last) return before && { ok: true, ...before }
  const head = { seq: last.seq, id: last.id }
  const read = rows.flatMap((r) => r.act ?? [])
  const undone = undoneActs(read)
  const unread = rows.find((r) => r.act === null && !undone.has(r.id))
  if (unread) return { ok: false, trouble: troubleAt(unread, unread.why), head }
  try {
    const played = replay(read, { before: before?.record ?? null, undone, judged: false })
    if (played.ok && played.record) return { ok: true, record: played.record, head }
  } catch {
    const done = read.filter((a) => a.kind !== 'undone' && !undone.has(a.id))
    const trouble = stepwise(rows, done, before?.record ?? null)
    if (trouble) return { ok: false, trouble, head }
  }
  const [first] = rows
  return { ok: false, trouble: troubleAt(first ?? last, 'unknown_student'), head }
}
