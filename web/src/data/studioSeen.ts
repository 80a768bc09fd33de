/** The studio that answers on this address: its own and a demo can share one, and must not mix. */

let seen: string | null = null
const listeners = new Set<() => void>()

/** Told by every answer. */
export function seeStudio(identity: string | null): void {
  if (identity === null || identity === '' || identity === seen) return
  seen = identity
  for (const listener of listeners) listener()
}

/** Hears when another studio than before answers, the first one too. */
export function onStudioSeen(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Null until one has answered. */
export function studioSeen(): string | null {
  return seen
}
