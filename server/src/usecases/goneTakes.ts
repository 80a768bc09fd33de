/** Files that the record names no longer go. */
import type { StudentId, StudentRecord } from '@vein-mend/core/record'
import type { Deps } from './deps'

/** The file goes again, unless the record names it all the same. */
export async function removeUnnamed(deps: Deps, student: StudentId, hash: string): Promise<void> {
  const record = await deps.store.recordOf(student)
  const named = record?.takes.some((t) => t.hash === hash && !t.removed) ?? false
  if (!named) await deps.takes.remove(student, hash)
}

/** Files of takes that are on record no longer go, once that is written down. */
export async function removeGoneTakes(
  deps: Deps,
  student: StudentId,
  record: StudentRecord,
): Promise<void> {
  const named = new Set(record.takes.filter((t) => !t.removed).map((t) => t.hash))
  const gone = record.takes.filter((t) => t.removed && !named.has(t.hash))
  await Promise.all(gone.map((t) => deps.takes.remove(student, t.hash)))
}

/** At the start: what a server that was killed left behind goes. Records that cannot be played keep their files. */
export async function sweepTakes(deps: Pick<Deps, 'store' | 'takes'>): Promise<void> {
  const named = new Map<StudentId, Set<string>>()
  for (const student of await deps.store.studentsWith('take-kept')) {
    const rows = await deps.store.rowsOf(student)
    const standing = await deps.store.standing(student)
    const hashes = standing?.ok
      ? standing.record.takes.filter((t) => !t.removed).map((t) => t.hash)
      : rows.flatMap(({ act }) => (act?.kind === 'take-kept' ? [act.hash] : []))
    named.set(student, new Set(hashes))
  }
  await deps.takes.sweep(named)
}
