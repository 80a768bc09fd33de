/** What an answer means for the parcel it answers. One table for the desk and for home. */

/** What came back; `status` is null where nobody answered. */
export interface Answer {
  readonly status: number | null
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
const NOT_FOUND = 404
const TOO_LARGE = 413
/** Time-out, too early, too many requests. */
const LATER = [408, 425, 429]
/** A server behind the one that answers is away. */
const AWAY = [502, 503, 504]

/** The meaning of an answer to so many acts. */
export function meaningOf({ status, code }: Answer, acts: number): Meaning {
  if (status === null || LATER.includes(status) || AWAY.includes(status)) return 'wait'
  if (status < 300) return 'taken'
  if (status === SIGN_IN || (status === FORBIDDEN && code === 'sign_in_first')) return 'sign-in'
  if (status >= 500) return 'fault'
  if (code === 'other_studio') return 'other-studio'
  if (status === TOO_LARGE || code === 'too_many') return acts > 1 ? 'split' : 'refused'
  // A page in between says "not found" in its own words: that is nobody of ours.
  if (status === NOT_FOUND && code === null) return 'wait'
  return 'refused'
}
