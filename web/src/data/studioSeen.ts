/** The studio that answers on this address: its own and a demo can share one, and must not mix. */

let seen: string | null = null

/** Told by every answer. */
export function seeStudio(identity: string | null): void {
  if (identity !== null && identity !== '') seen = identity
}

/** Null until one has answered. */
export function studioSeen(): string | null {
  return seen
}
