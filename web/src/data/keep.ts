/** Words kept in this browser. A store that is full or shut is told once, on every screen, before anything is lost. */
import { useSyncExternalStore } from 'react'

/** Why this browser keeps nothing; null while it does. */
export type KeepTrouble = 'full' | 'shut'

let trouble: KeepTrouble | null = null
const listeners = new Set<() => void>()

/** Says that the browser keeps nothing, or that it does again. */
export function sayKeepTrouble(next: KeepTrouble | null): void {
  if (next === trouble) return
  trouble = next
  for (const listener of listeners) listener()
}

function isFull(error: unknown): boolean {
  return error instanceof DOMException && error.name === 'QuotaExceededError'
}

/** Keeps the text; false where the browser cannot. */
export function keepText(key: string, text: string): boolean {
  try {
    localStorage.setItem(key, text)
    if (trouble === 'full') sayKeepTrouble(null)
    return true
  } catch (error) {
    sayKeepTrouble(isFull(error) ? 'full' : 'shut')
    return false
  }
}

export function keptText(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    sayKeepTrouble('shut')
    return null
  }
}

export function forgetText(key: string): void {
  try {
    localStorage.removeItem(key)
  } catch {
    sayKeepTrouble('shut')
  }
}

/** Keys that begin with the prefix. */
export function keptKeys(prefix: string): readonly string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(prefix))
  } catch {
    sayKeepTrouble('shut')
    return []
  }
}

const PROBE = 'vein-mend-probe'
/** Letters of a long lesson's notes. */
const PROBE_LETTERS = 20_000

/** Tries whether a lesson's notes would be kept, before anybody types any. */
export function probeKeeping(): void {
  if (keepText(PROBE, 'x'.repeat(PROBE_LETTERS))) forgetText(PROBE)
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

export function useKeepTrouble(): KeepTrouble | null {
  return useSyncExternalStore(subscribe, () => trouble)
}
