/** Handing a student on, and taking one in: the whole history as one file. */
import type { HandoverTaken } from '@vein-mend/contract'
import schema from '@vein-mend/contract/handover.schema.json' with { type: 'json' }
import { good, refuse } from '@vein-mend/core/kit'
import type { Result } from '@vein-mend/core/kit'
import { makeHandover, packsUsed, playRecord, readHandover } from '@vein-mend/core/record'
import type { Handover, StudentId } from '@vein-mend/core/record'
import Ajv from 'ajv'
import type { Deps } from './deps'

const isHandover = new Ajv({ allErrors: false, strict: false }).compile<Handover>(schema)

/** The student's file, with every version of the knowledge it was made with. */
export async function exportHandover(deps: Deps, student: StudentId): Promise<Result<Handover>> {
  const acts = await deps.store.actsOf(student)
  const record = playRecord(acts)
  if (!record) return refuse('unknown_student', ['student'])
  const packs = await Promise.all(packsUsed(acts).map((ref) => deps.store.packAt(ref)))
  return makeHandover(
    record,
    acts,
    packs.filter((p) => p !== null),
    deps.today(),
  )
}

function shapeRefusal(): Result<never> {
  const [error] = isHandover.errors ?? []
  const path = (error?.instancePath ?? '').split('/').filter((part) => part !== '')
  return refuse('not_a_handover', path, { why: error?.message ?? '' })
}

/**
 * Takes a student in from a file: the same history, the same states, under the id given. Refused whole when
 * anything in it cannot be, with the place.
 */
export async function importHandover(
  deps: Deps,
  id: StudentId,
  body: unknown,
): Promise<Result<HandoverTaken>> {
  if (!isHandover(body)) return shapeRefusal()
  if (!deps.knowledge.written(body.instrument)) {
    return refuse('unknown_instrument', ['instrument'], { instrument: body.instrument })
  }
  const read = readHandover(body, deps.today())
  if (!read.ok) return read
  const record = read.value
  await deps.store.keepPacks(body.packs)
  const taken = await deps.store.write(async (writer) => {
    const owners = await writer.ownersOf(body.acts.map((a) => a.id))
    if (owners.size > 0) return false
    await writer.append(id, body.acts, record)
    return true
  })
  if (!taken) return refuse('handover_here_already', ['acts'], { name: body.name })
  deps.knowledge.forgetLearned()
  return good({ id, name: body.name })
}
