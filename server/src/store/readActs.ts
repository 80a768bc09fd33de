/** Reading acts back, all of a student's or the latest. */
import type { Act, StudentId } from '@vein-mend/core/record'
import { Op } from 'sequelize'
import type { Transaction } from 'sequelize'
import type { Models } from './models'

function read(rows: readonly { readonly body: string }[]): readonly Act[] {
  return rows.map((row) => JSON.parse(row.body) as Act)
}

/** In the order in which they were recorded. */
export async function readActs(
  models: Models,
  student: StudentId,
  transaction?: Transaction,
): Promise<readonly Act[]> {
  return read(
    await models.acts.findAll({
      where: { studentId: student },
      order: [['seq', 'ASC']],
      attributes: ['body'],
      raw: true,
      ...(transaction ? { transaction } : {}),
    }),
  )
}

export interface LatestActs {
  /** Newest first, undoings left out. */
  readonly acts: readonly Act[]
  /** Every undoing of the student, in order. */
  readonly undoings: readonly Act[]
}

export async function readLatest(
  models: Models,
  student: StudentId,
  most: number,
): Promise<LatestActs> {
  const acts = await models.acts.findAll({
    where: { studentId: student, kind: { [Op.ne]: 'undone' } },
    order: [['seq', 'DESC']],
    limit: most,
    attributes: ['body'],
    raw: true,
  })
  const undoings = await models.acts.findAll({
    where: { studentId: student, kind: 'undone' },
    order: [['seq', 'ASC']],
    attributes: ['body'],
    raw: true,
  })
  return { acts: read(acts), undoings: read(undoings) }
}
