/** Adds acts to a student's record: all of them or none, and each only once. */
import type { IdentifiedRequest, StudentResponse } from '@vein-mend/contract'
import { good, refuse } from '@vein-mend/core/kit'
import type { IsoDate, Refusal, Result } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { applyAct, completeAct, playRecord, refuseAct, refuseUndo } from '@vein-mend/core/record'
import type { Act, ActBody, ActKind, StudentId, StudentRecord } from '@vein-mend/core/record'
import type { Deps } from './deps'
import { studentResponse } from './readStudent'

/** Who writes; there is one teacher until accounts come. */
const WRITER = 'teacher'

function knowledgeFor(
  request: IdentifiedRequest,
  record: StudentRecord | null,
  deps: Deps,
): Promise<Knowledge | null> {
  const id = request.kind === 'student-added' ? request.card.instrument : record?.card.instrument
  return id === undefined ? Promise.resolve(null) : deps.knowledge.practised(id)
}

async function whole(
  request: IdentifiedRequest,
  record: StudentRecord | null,
  acts: () => Promise<readonly Act[]>,
  deps: Deps,
): Promise<Result<ActBody>> {
  const today: IsoDate = deps.today()
  const knowledge = await knowledgeFor(request, record, deps)
  if (!knowledge) {
    return request.kind === 'student-added'
      ? refuse('unknown_instrument', ['card', 'instrument'], {
          instrument: request.card.instrument,
        })
      : refuse('unknown_student', ['student'])
  }
  if (request.kind === 'undone') {
    const refusal = refuseUndo(await acts(), request.act, today)
    return refusal ? { ok: false, refusal } : good(request)
  }
  const result = completeAct(request, record, knowledge)
  if (!result.ok) return result
  const refusal = refuseAct(record, result.value, today)
  return refusal ? { ok: false, refusal } : result
}

/** The record after one act more; only an undoing needs all acts before it. */
async function after(
  acts: () => Promise<readonly Act[]>,
  record: StudentRecord | null,
  act: Act,
): Promise<StudentRecord | null> {
  if (record && act.kind !== 'undone') return applyAct(record, act)
  return playRecord([...(await acts()), act])
}

/** Acts after which the studio's own cases say something else than before. */
const LEARNED_FROM: ReadonlySet<ActKind> = new Set(['fault-settled', 'undone', 'card-changed'])

class RefusedInside extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.code)
  }
}

/**
 * Completes, checks and appends the acts in one transaction and returns the record after them. Acts whose
 * ids are on record already are passed over, so that a repeated request changes nothing.
 */
export async function recordActs(
  deps: Deps,
  student: StudentId,
  requests: readonly IdentifiedRequest[],
  by = WRITER,
): Promise<Result<StudentResponse>> {
  try {
    const { learns, record } = await deps.store.write(async (writer) => {
      const owners = await writer.ownersOf(requests.map((r) => r.id))
      let record = await writer.recordOf(student)
      const added: Act[] = []
      const acts = async () => [...(await writer.actsOf(student)), ...added]
      for (const [index, request] of requests.entries()) {
        const owner = owners.get(request.id)
        if (owner === student) continue
        if (owner !== undefined)
          throw new RefusedInside({ code: 'act_of_other_student', path: ['acts', index, 'id'] })
        const body = await whole(request, record, acts, deps)
        if (!body.ok) {
          const { refusal } = body
          throw new RefusedInside({ ...refusal, path: ['acts', index, ...refusal.path] })
        }
        const act: Act = { ...body.value, id: request.id, at: deps.now(), by }
        record = await after(acts, record, act)
        added.push(act)
      }
      if (!record) throw new RefusedInside({ code: 'unknown_student', path: ['student'] })
      if (added.length > 0) await writer.append(student, added, record)
      return { record, learns: added.some((a) => LEARNED_FROM.has(a.kind)) }
    })
    if (learns) deps.knowledge.forgetLearned()
    return good(await studentResponse(deps, student, record))
  } catch (error) {
    if (error instanceof RefusedInside) return { ok: false, refusal: error.refusal }
    throw error
  }
}
