/** A holiday of the whole studio: noted with every student who does not have it yet, all or none. */
import { randomUUID } from 'node:crypto'
import type { BreakRequest, BreakTaken, Outcome } from '@vein-mend/contract'
import { keepAct } from '@vein-mend/core/record'
import type { ActId, StudentId } from '@vein-mend/core/kit'
import type { StudioWriter } from '../store'
import type { Deps } from './deps'
import { allOrNothing, RefusedInside } from './recordActs'

async function noteFor(
  deps: Deps,
  writer: StudioWriter,
  student: StudentId,
  request: BreakRequest,
): Promise<boolean> {
  const standing = await writer.standingOf(student)
  // A record that cannot be played is told on its own page; the others have their holiday.
  if (!standing?.ok) return false
  const { record } = standing
  if (record.breaks.some((b) => b.from === request.from && b.to === request.to)) return false
  const stamp = { id: randomUUID() as ActId, at: deps.now(), by: deps.writer, noted: deps.today() }
  const added = keepAct(record, { kind: 'break-noted', ...request, ...stamp }, deps.today())
  if (!added.ok) throw new RefusedInside(added.refusal)
  await writer.append(student, [added.value.act], added.value.record)
  return true
}

export async function noteStudioBreak(
  deps: Deps,
  request: BreakRequest,
): Promise<Outcome<BreakTaken>> {
  const { students } = await deps.store.students()
  return allOrNothing(deps, async (writer) => {
    let noted = 0
    for (const { id } of students) if (await noteFor(deps, writer, id, request)) noted += 1
    return { students: noted }
  })
}
