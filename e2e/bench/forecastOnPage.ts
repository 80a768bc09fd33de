/** Forecasts run beside the page: the longest time the page itself is held up while they come. */
import type { Page } from 'playwright-core'
import { figure } from './figures'
import type { Figure } from './figures'
import { longestTask, watchTasks } from './heldUp'

const STUDENT = 'student-varco'
/** Minutes of Monday, changed in turn, so that every forecast is asked anew. */
const MINUTES = [6, 9, 12, 15, 18] as const

export async function forecastOnPage(page: Page, url: string): Promise<Figure> {
  await page.goto(`${url}/students/${STUDENT}/week`)
  await page
    .getByRole('row', { name: /As planned .* – / })
    .first()
    .waitFor()
  await page.evaluate(watchTasks)
  for (const minutes of MINUTES) {
    const asked = page.waitForResponse((r) => r.url().includes('/week'))
    const monday = page.getByLabel('Minutes on Monday')
    await monday.fill(String(minutes))
    await monday.press('Enter')
    await asked
    await page.waitForFunction(() => !document.body.textContent.includes('…'))
    // The rest of the forecasts, and what they paint.
    await page.evaluate(() => new Promise((done) => setTimeout(done, 300)))
  }
  const longest = await longestTask(page)
  return figure('page held up while forecasts come, at the longest', longest, 'ms', 50)
}
