/** What this browser still has of a student, or shows of everybody while the server is away: let go of. */
import { forgetText, keptKeys } from './keep'
import { HOME_PAGES } from './homePages'
import { DRAFTS } from './keptDraft'
import { TYPED } from './useKept'

/** Asks the service worker, which alone keeps it; where there is none, nothing was kept. */
function forgetSeen(forget: string): void {
  // In a page that is no secure context the browser has no such worker.
  const { serviceWorker } = navigator as { readonly serviceWorker?: ServiceWorkerContainer }
  serviceWorker?.controller?.postMessage({ forget })
}

/** Those of the keys that stand for one of the ids: `cue-LESSON-CASE` for the lesson and for the fault. */
export function keysAbout(keys: readonly string[], ids: readonly string[]): readonly string[] {
  return keys.filter((key) => ids.some((id) => `-${key}-`.includes(`-${id}-`)))
}

/** After a student was removed: what was seen of them, and what was half typed for them, their lessons and faults. */
export function forgetStudent(student: string, within: readonly string[]): void {
  forgetSeen(student)
  // Pages at home that were opened in this browser: whose they are is not said, and each can be fetched anew.
  for (const key of keptKeys(HOME_PAGES)) forgetText(key)
  for (const key of keysAbout([...keptKeys(TYPED), ...keptKeys(DRAFTS)], [student, ...within])) {
    forgetText(key)
  }
}

/** Everybody; what waits to be sent stays, since it is nowhere else. */
export function forgetEverybody(): void {
  forgetSeen('all')
}
