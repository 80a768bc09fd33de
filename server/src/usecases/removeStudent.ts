/** A student taken out for good, with everything about them: a family's right. */
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/record'
import type { Deps } from './deps'
import { allOrNothing, RefusedInside } from './recordActs'

export async function removeStudent(
  deps: Deps,
  student: StudentId,
): Promise<Outcome<{ readonly id: StudentId }>> {
  const removed = await allOrNothing(deps, async (writer) => {
    if (!(await writer.standingOf(student))) {
      throw new RefusedInside(refuse('unknown_student', ['student']).refusal)
    }
    await writer.remove(student, deps.now())
    return { id: student }
  })
  // A server that is killed here finds files that nobody names, and takes them out at its next start.
  if (removed.ok) await deps.takes.removeStudent(student)
  return removed
}
