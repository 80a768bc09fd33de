/** A student taken out for good, with everything about them: a family's right. */
import { refuse } from '@vein-mend/contract'
import type { Outcome, StudentRemoved } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/record'
import type { ActRow } from '../store'
import type { Deps } from './deps'
import { allOrNothing, RefusedInside } from './recordActs'

/** Lessons and faults named in the acts as they are written: some may be such that this code cannot read them. */
function lessonsAndFaults(rows: readonly ActRow[]): readonly string[] {
  const named = rows.flatMap(({ body }) => [...body.matchAll(/"(?:lesson|case)":"([^"]+)"/g)])
  return [...new Set(named.flatMap(([, id]) => id ?? []))]
}

/** Takes the student out of the file and their takes off the disk. */
export async function removeStudent(
  deps: Deps,
  student: StudentId,
): Promise<Outcome<StudentRemoved>> {
  const removed = await allOrNothing(deps, async (writer) => {
    if (!(await writer.standingOf(student))) {
      throw new RefusedInside(refuse('unknown_student', ['student']).refusal)
    }
    const within = lessonsAndFaults(await writer.rowsOf(student))
    await writer.remove(student, deps.now())
    return { id: student, within }
  })
  // A server that is killed here finds files that nobody names, and takes them out at its next start.
  if (removed.ok) await deps.takes.removeStudent(student)
  return removed
}
