/** Fills a short request out to a whole act from the instrument's knowledge; the screen and the server share it. */
import type { Result } from '../kit'
import type { Knowledge } from '../packs'
import { MODULES } from './acts'
import type { ActBody, ActKind, ActRequest, ContentsOf, RequestOf } from './acts'
import type { RecordRefusal } from './refusal'
import type { StudentRecord } from './state'

function completeKind<K extends ActKind>(
  request: RequestOf<K>,
  record: StudentRecord | null,
  knowledge: Knowledge,
): Result<ContentsOf<K>, RecordRefusal> {
  return MODULES[request.kind].complete(request, record, knowledge)
}

/** The whole act, or why the knowledge does not allow it. Whether the record allows it is `refuseAct`'s. */
export function completeAct(
  request: ActRequest,
  record: StudentRecord | null,
  knowledge: Knowledge,
): Result<ActBody, RecordRefusal> {
  return completeKind(request, record, knowledge)
}
