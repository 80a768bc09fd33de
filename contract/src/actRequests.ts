/** What may be asked of a student's record, checked once at the border. */
import { id, list, object, optional, text, whole } from '@vein-mend/core/kit'
import { requestShape } from '@vein-mend/core/record'
import type { IdentifiedRequest, Stamp } from '@vein-mend/core/record'
import { parseAs } from './schemaOf'

/** Acts of one request, all or none of which happen. */
export const ACTS_MOST = 50

const actsRequest = object({
  acts: list(requestShape, ACTS_MOST, 1),
  /** The studio for which they were noted; a request for another is refused. */
  studio: optional(id()),
  /** Digest of the knowledge the desk ranked with. */
  knowledge: optional(text(64)),
  /** The device they come from, and their place among all that comes from there. */
  sent: optional(object({ device: id(), count: whole(1, Number.MAX_SAFE_INTEGER) })),
})

export interface ActsRequest {
  readonly acts: readonly IdentifiedRequest[]
  readonly studio?: string
  readonly knowledge?: string
  readonly sent?: Stamp['sent']
}

/** The acts asked for. @throws yup.ValidationError naming every field that is wrong */
export function parseActs(body: unknown): ActsRequest {
  return parseAs(actsRequest, body)
}
