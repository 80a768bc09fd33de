/** How long a page is held up by its own work. */
import type { Page } from 'playwright-core'

declare global {
  interface Window {
    heldUp: number[]
  }
}

/** Begins to note tasks the browser calls long (50 ms and more; Long Tasks API of the W3C). */
export function watchTasks(): void {
  window.heldUp = []
  new PerformanceObserver((list) => {
    window.heldUp.push(...list.getEntries().map((e) => e.duration))
  }).observe({ type: 'longtask' })
}

/** The longest task since the watching began, ms; 0 where none was long. */
export function longestTask(page: Page): Promise<number> {
  return page.evaluate(() => Math.max(0, ...window.heldUp))
}
