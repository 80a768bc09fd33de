/** Fills a short request out to a whole act from the instrument's knowledge; the screen and the server share it. */
import type { Result } from '../kit'
import type { Knowledge } from '../packs'
import { MODULES } from './acts'
import type { ActBody, ActKind, ActRequest, ContentsOf, RequestOf } from './acts'
import { refused } from './refusal'
import type { RecordRefusal } from './refusal'
import type { StudentRecord } from './state'
import { stoppedOf } from './stopping'

function completeKind<K extends ActKind>(
  request: RequestOf<K>,
  record: StudentRecord | null,
  knowledge: Knowledge,
): Result<ContentsOf<K>, RecordRefusal> {
  const { complete, loads } = MODULES[request.kind]
  const part = record && stoppedOf(record, loads(request, record, knowledge))
  if (part !== null) return refused('pain_reported', 'kind', { part })
  return complete(request, record, knowledge)
}

/**
 * The whole act, or why the knowledge does not allow it, or a stop. Whether the record allows it is `refuseAct`'s.
 * What is on record already is never judged by a stop: it has happened.
 */
export function completeAct(
  request: ActRequest,
  record: StudentRecord | null,
  knowledge: Knowledge,
): Result<ActBody, RecordRefusal> {
  return completeKind(request, record, knowledge)
}
