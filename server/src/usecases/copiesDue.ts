/** Copies out of which a student is still to be taken: noted with the removal, so that the next start goes on with it. */
import type { StudentId } from '@vein-mend/core/kit'
import type { TakenOut } from '../store'
import type { Deps } from './deps'

const COPIES_DUE = 'copies-due'

type Needed = Pick<Deps, 'store' | 'copies'>

async function dueIn(store: Deps['store']): Promise<readonly StudentId[]> {
  const kept = await store.setting(COPIES_DUE)
  return Array.isArray(kept) ? kept.filter((id): id is StudentId => typeof id === 'string') : []
}

/** Within the write that removes the student. */
export async function noteCopiesDue(store: Deps['store'], student: StudentId): Promise<void> {
  const others = (await dueIn(store)).filter((id) => id !== student)
  await store.keepSetting(COPIES_DUE, [...others, student])
}

/** Takes the students out of all copies; from then on that is not due. */
export async function takeOutOfCopies(
  { store, copies }: Needed,
  students: readonly StudentId[],
): Promise<TakenOut> {
  const done = await copies.takeOut(students)
  await store.keepSetting(
    COPIES_DUE,
    (await dueIn(store)).filter((id) => !students.includes(id)),
  )
  return done
}

/**
 * At the start: what a server that was killed has left to be taken out of copies, null where that is nothing. Who is here
 * again stays in them: a removal to come has to ask for that anew.
 */
export async function finishCopies(deps: Needed): Promise<TakenOut | null> {
  const due = await dueIn(deps.store)
  const gone: StudentId[] = []
  for (const student of due) {
    if ((await deps.store.standing(student)) === null) gone.push(student)
  }
  if (gone.length < due.length) await deps.store.keepSetting(COPIES_DUE, gone)
  return gone.length === 0 ? null : takeOutOfCopies(deps, gone)
}
