/** What this browser still shows of a student, or of everybody, while the server is away: let go of. */

/** Asks the service worker, which alone keeps it; where there is none, nothing was kept. */
function forgetSeen(forget: string): void {
  // In a page that is no secure context the browser has no such worker.
  const { serviceWorker } = navigator as { readonly serviceWorker?: ServiceWorkerContainer }
  serviceWorker?.controller?.postMessage({ forget })
}

/** After a student was removed. */
export function forgetStudent(student: string): void {
  forgetSeen(student)
}

/** Everybody; what waits to be sent stays, since it is nowhere else. */
export function forgetEverybody(): void {
  forgetSeen('all')
}
