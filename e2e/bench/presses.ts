/** From any press on the desk of a student of ten years to the next paint, as the browser itself times it. */
import type { Page } from 'playwright-core'
import { figure, p95 } from './figures'
import type { Figure } from './figures'

const ROUNDS = 8
/** Presses are kept apart, so that none waits for what another set going. */
const BETWEEN_MS = 150

/** Watches every press and key (Event Timing, W3C): the longest of its events, by the browser's number for it. */
function watchPresses(): void {
  const kept = new Map<number, number>()
  Object.assign(globalThis, { kept })
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries() as PerformanceEventTiming[]) {
      if (entry.interactionId === 0) continue
      kept.set(entry.interactionId, Math.max(kept.get(entry.interactionId) ?? 0, entry.duration))
    }
  }).observe({ type: 'event', durationThreshold: 16, buffered: false } as PerformanceObserverInit)
}

/** What a hand does in a lesson, again and again. */
async function round(page: Page, press: (name: string | RegExp) => Promise<void>): Promise<void> {
  await press(/^(Rung \d|Cue and slips)/)
  await press(/^Clean: /)
  await press(/^Slipped: /)
  await press(/^Keep the look/)
  await press(/^(Rung \d|Cue and slips)/)
  await press('cue said')
  await press('cue said')
  await press(/^Set-up before sound/)
  await press(/^Set-up before sound/)
  await press('Signs as tiles')
  await press(/: note as marked$/)
  await press(/^(Put the tiles away)/)
  await page.getByRole('combobox', { name: 'Note a sign' }).pressSequentially('wri', { delay: 40 })
  await page.keyboard.press('2')
  await page.waitForTimeout(BETWEEN_MS)
}

/** The lesson is begun on the page of the student; how long each press and key took until it was painted. */
export async function pressFigure(page: Page, student: string): Promise<Figure> {
  await page.goto(student)
  await page.getByRole('button', { name: 'Begin the lesson' }).click()
  await page.getByRole('combobox', { name: 'Note a sign' }).waitFor()
  await page.waitForLoadState('networkidle')
  await page.evaluate(watchPresses)
  let presses = 0
  const press = async (name: string | RegExp) => {
    const button = page
      .getByRole('button', { name, exact: typeof name === 'string' })
      .and(page.locator(':enabled'))
      .first()
    // What is not there is not quick: it would pass for a press that took no time.
    if ((await button.count()) === 0) throw new Error(`no button ${String(name)}`)
    await button.click()
    presses += 1
    await page.waitForTimeout(BETWEEN_MS)
  }
  for (let i = 0; i < ROUNDS; i++) await round(page, press)
  const KEYS = 4
  const all = presses + ROUNDS * KEYS
  const slow = await page.evaluate(() => [
    ...(globalThis as unknown as { kept: Map<number, number> }).kept.values(),
  ])
  // What took less than the browser reports took less than a frame.
  const quick = Array.from({ length: Math.max(0, all - slow.length) }, () => 16)
  return figure(
    `ten years: press or key to paint, p95 of ${all}`,
    p95([...slow, ...quick]),
    'ms',
    100,
  )
}
