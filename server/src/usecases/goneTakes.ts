/** Files that the record names no longer go. */
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
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

/** Every digest that stands in the texts: of an act nobody can read, what it names is taken to be a take. */
function digestsIn(bodies: readonly { readonly body: string }[]): readonly string[] {
  return bodies.flatMap(({ body }) =>
    [...body.matchAll(/"([0-9a-f]{64})"/g)].flatMap(([, d]) => d ?? []),
  )
}

/** What is named on record of a student's takes; of a record that cannot be read, all that may be. */
async function namedTakes({ store }: Pick<Deps, 'store'>, student: StudentId) {
  const standing = await store.standing(student)
  return standing?.ok === true
    ? standing.record.takes.filter((t) => !t.removed).map((t) => t.hash)
    : digestsIn(await store.rowsOf(student))
}

/** At the start: what a server that was killed left behind goes. What cannot be read, or stands aside, keeps its files. */
export async function sweepTakes(deps: Pick<Deps, 'store' | 'takes'>): Promise<void> {
  const named = new Map<StudentId, Set<string>>()
  for (const student of await deps.store.studentsWith('take-kept')) {
    named.set(student, new Set(await namedTakes(deps, student)))
  }
  for (const student of await deps.store.studentsAside()) {
    const aside = digestsIn(await deps.store.asideOf(student))
    const onRecord = named.get(student) ?? (await namedTakes(deps, student))
    named.set(student, new Set([...onRecord, ...aside]))
  }
  await deps.takes.sweep(named)
}
