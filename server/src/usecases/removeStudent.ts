/** A student taken out for good, with everything about them: a family's right. */
import { refuse } from '@vein-mend/contract'
import type { Outcome, StudentRemoved } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { ActRow } from '../store'
import { noteCopiesDue, takeOutOfCopies } from './copiesDue'
import type { Deps } from './deps'
import { allOrNothing, RefusedInside } from './recordActs'

/** Lessons and faults named in the acts as they are written: some may be such that this code cannot read them. */
function lessonsAndFaults(rows: readonly Pick<ActRow, 'body'>[]): readonly string[] {
  const named = rows.flatMap(({ body }) => [...body.matchAll(/"(?:lesson|case)":"([^"]+)"/g)])
  return [...new Set(named.flatMap(([, id]) => id ?? []))]
}

/** The file written anew, so that nothing that was taken out is left in it; false where that cannot be done now. */
async function cleaned({ store, log }: Deps): Promise<boolean> {
  try {
    await store.clean()
    return true
  } catch (error) {
    // No room, as a rule. It is noted in the file that it is due, and done at the next start.
    log(error)
    return false
  }
}

/** Takes the student out of the file, their takes off the disk, and both out of the copies where that is asked for. */
export async function removeStudent(
  deps: Deps,
  student: StudentId,
  { copies }: { readonly copies: boolean },
): Promise<Outcome<StudentRemoved>> {
  const removed = await allOrNothing(deps, async (writer) => {
    if (!(await writer.standingOf(student)) && !(await writer.isKnown(student))) {
      throw new RefusedInside(refuse('unknown_student', ['student']).refusal)
    }
    const rows = [...(await writer.rowsOf(student)), ...(await deps.store.asideOf(student))]
    const within = lessonsAndFaults(rows)
    await writer.remove(student, deps.now())
    if (copies) await noteCopiesDue(deps.store, student)
    return { id: student, within }
  })
  if (!removed.ok) return removed
  // A server that is killed here finds files that nobody names, and takes them out at its next start.
  await deps.takes.removeStudent(student)
  return good({
    ...removed.value,
    cleaned: await cleaned(deps),
    copies: copies ? await takeOutOfCopies(deps, [student]) : null,
  })
}
