/** The one road by which acts leave the file: a student goes with everything about them. */
import type { StudentId } from '@vein-mend/core/kit'
import type { Transaction } from 'sequelize'
import { CLEANING_DUE } from './database'
import type { Models } from './models'

/** Takes out the student's acts, projections and links; what stays says that it was done, and names nobody. */
export async function removeStudent(
  models: Models,
  student: StudentId,
  at: string,
  transaction: Transaction,
): Promise<void> {
  const where = { studentId: student }
  // First the note: without it the file itself refuses to let acts go.
  await models.removals.upsert({ studentId: student, at }, { transaction })
  await models.projections.destroy({ where, transaction })
  await models.homeLinks.destroy({ where, transaction })
  await models.acts.destroy({ where, transaction })
  await models.aside.destroy({ where, transaction })
  await models.students.destroy({ where: { id: student }, transaction })
  await models.settings.upsert({ key: CLEANING_DUE, value: 'true' }, { transaction })
}
