/** Everybody in the studio, one line each. */
import type { StudentsResponse } from '@vein-mend/contract'
import type { Deps } from './deps'

export async function listStudents(deps: Deps): Promise<StudentsResponse> {
  const { students, inTrouble } = await deps.store.students()
  return {
    today: deps.today(),
    students: students.map(({ id, summary }) => ({ id, ...summary })),
    inTrouble,
  }
}
