/** What a page showed and what it could not have, said where a journey fails: on a busy machine it may not fail again. */
import type { Page, TestInfo } from '@playwright/test'

const HEARD_MOST = 40
const SHOWN_MOST = 140
const REFUSED = 400
const SNAPSHOT_MS = 20_000

/** Listens to the page from now on: where it went, what it sent, what failed. */
function listen(page: Page): readonly string[] {
  const heard: string[] = []
  const begun = Date.now()
  const hear = (what: string) => heard.push(`${((Date.now() - begun) / 1000).toFixed(1)} s ${what}`)
  page.on('framenavigated', (frame) => {
    if (frame === page.mainFrame()) hear(`at ${frame.url()}`)
  })
  page.on('response', (answer) => {
    const asked = answer.request()
    if (answer.status() >= REFUSED || asked.method() !== 'GET') {
      hear(`${answer.status()} ${asked.method()} ${answer.url()}`)
    }
  })
  page.on('requestfailed', (asked) => {
    hear(`no answer: ${asked.method()} ${asked.url()} ${asked.failure()?.errorText ?? ''}`)
  })
  page.on('pageerror', (error) => hear(`thrown: ${error.message}`))
  page.on('console', (line) => {
    if (line.type() === 'error') hear(`said: ${line.text()}`)
  })
  return heard
}

/** What stands on a page, and where its keys would go. */
async function look(page: Page): Promise<readonly string[]> {
  const or = (error: unknown) => String(error)
  const shown = await page.locator('body').ariaSnapshot({ timeout: SNAPSHOT_MS }).catch(or)
  const keys = await page.evaluate(() => document.activeElement?.outerHTML.slice(0, 200)).catch(or)
  return [
    `What ${page.url()} showed, its keys at ${keys ?? 'nothing'}:`,
    ...shown.split('\n').slice(0, SHOWN_MOST),
  ]
}

/** Lends the page to a journey and tells of it, and of the phones beside it, where the journey fails. */
export async function useWitnessed(
  page: Page,
  use: (page: Page) => Promise<void>,
  journey: TestInfo,
): Promise<void> {
  const heard = listen(page)
  await use(page)
  if (journey.status === journey.expectedStatus) return
  const lines = [`What “${journey.title}” heard last:`, ...heard.slice(-HEARD_MOST)]
  const contexts = page.context().browser()?.contexts() ?? []
  for (const open of contexts.flatMap((context) => context.pages()))
    lines.push(...(await look(open)))
  process.stdout.write(`${lines.join('\n')}\n`)
}
