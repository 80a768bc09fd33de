/** What is shown was kept by this browser and not answered by the server: it is asked for anew once that answers. */
import { useSyncExternalStore } from 'react'

const ASK_AGAIN_MS = 3000

let shown = false
const listeners = new Set<() => void>()

function say(next: boolean): void {
  if (next === shown) return
  shown = next
  for (const listener of listeners) listener()
}

/** An answer was what was last seen. */
export function showLastSeen(): void {
  say(true)
}

export function onLastSeen(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Asks until the server is there, and then for everything on the screen anew. */
export function askAgain(isThere: () => Promise<unknown>, anew: () => void): void {
  const later = () => setTimeout(ask, ASK_AGAIN_MS)
  const ask = () => {
    void isThere().then(() => {
      say(false)
      anew()
    }, later)
  }
  onLastSeen(() => {
    if (shown) later()
  })
}

export function useLastSeen(): boolean {
  return useSyncExternalStore(onLastSeen, () => shown)
}
