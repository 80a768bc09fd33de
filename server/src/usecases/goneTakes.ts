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
