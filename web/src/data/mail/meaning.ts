/** What an answer means for the parcel it answers. One table for the desk and for home. */

/** What came back; `status` is null where nobody answered. */
export interface Answer {
  readonly status: number | null
  /** It bears the name of the studio it was sent to, and is of the type our server answers in. */
  readonly ours: boolean
  /** Acts it says are on record. */
  readonly onRecord: readonly string[]
  readonly code: string | null
  /** Seconds after which to ask again, where the server says. */
  readonly retryAfter: number | null
}

export type Meaning =
  /** It is on record. */
  | 'taken'
  /** It cannot be, and will not be the next time either: it goes on the shelf, with the reason. */
  | 'refused'
  /** Nobody is there, or too busy: everything waits. */
  | 'wait'
  /** Something in the server broke on it: its own lane waits, longer each time. */
  | 'fault'
  /** Somebody has to sign in first: everything is kept until then. */
  | 'sign-in'
  /** It is too much at once: it goes in two halves. */
  | 'split'
  /** It belongs to another studio, and waits for that one. */
  | 'other-studio'

const SIGN_IN = 401
const FORBIDDEN = 403
const TOO_LARGE = 413
/** Time-out, too early, too many requests. */
const LATER = [408, 425, 429]
/** A server behind the one that answers is away. */
const AWAY = [502, 503, 504]

/** What something else at the address says of a parcel: nothing, but that so much at once is too much for it. */
function ofSomethingElse(status: number, acts: readonly string[]): Meaning {
  return status === TOO_LARGE && acts.length > 1 ? 'split' : 'wait'
}

/**
 * The meaning of an answer to these acts. Only an answer of ours says anything of them, and only those it names are
 * taken; whatever else comes back, they wait.
 */
export function meaningOf(
  { status, ours, onRecord, code }: Omit<Answer, 'retryAfter'>,
  acts: readonly string[],
): Meaning {
  if (status === null || LATER.includes(status) || AWAY.includes(status)) return 'wait'
  if (!ours) return ofSomethingElse(status, acts)
  if (status < 300) return acts.every((id) => onRecord.includes(id)) ? 'taken' : 'fault'
  if (status === SIGN_IN || (status === FORBIDDEN && code === 'sign_in_first')) return 'sign-in'
  if (status >= 500 || status < 400) return 'fault'
  if (code === 'other_studio') return 'other-studio'
  // It may be read on again; until then it waits, and holds up nobody else.
  if (code === 'record_unplayable') return 'fault'
  if (status === TOO_LARGE || code === 'too_many') return acts.length > 1 ? 'split' : 'refused'
  // What says no has a reason; without one nobody of ours has looked at it.
  return code === null ? 'wait' : 'refused'
}
