/** A journey has the real, built application and a studio file of its own. */
import AxeBuilder from '@axe-core/playwright'
import { expect, test as base } from '@playwright/test'
import type { Browser, BrowserContext, Locator, Page } from '@playwright/test'
import { Host } from './host'
import type { HostedStudio } from './host'
import { DEMO_TODAY, demoCopy } from './preparedDemo'
import { useWitnessed } from './witness'

/** A studio that is opened while the journey before it is under way. */
class Ahead {
  private next: Promise<HostedStudio> | null = null

  constructor(private readonly open: () => Promise<HostedStudio>) {}

  /** One that is there or nearly so; the next begins at once. */
  take(): Promise<HostedStudio> {
    const now = this.next ?? this.open()
    this.next = this.open()
    // Whoever takes it hears of it.
    this.next.catch(() => null)
    return now
  }

  async end(): Promise<void> {
    const left = await this.next?.catch(() => null)
    await left?.stop()
  }
}

interface Studios {
  readonly studio: HostedStudio
  readonly demo: HostedStudio
}

interface StudiosAhead {
  readonly host: Host
  readonly studios: Ahead
  readonly demos: Ahead
}

async function useAhead(open: () => Promise<HostedStudio>, use: (ahead: Ahead) => Promise<void>) {
  const ahead = new Ahead(open)
  await use(ahead)
  await ahead.end()
}

async function useStudio(ahead: Ahead, use: (studio: HostedStudio) => Promise<void>) {
  const studio = await ahead.take()
  await use(studio)
  await studio.stop()
}

async function useHost(use: (host: Host) => Promise<void>) {
  const host = new Host()
  await use(host)
  host.end()
}

export const test = base.extend<Studios, StudiosAhead>({
  host: [({}, use) => useHost(use), { scope: 'worker' }],
  studios: [({ host }, use) => useAhead(() => host.open(), use), { scope: 'worker' }],
  demos: [({ host }, use) => useAhead(() => openDemo(host), use), { scope: 'worker' }],
  page: ({ page }, use, journey) => useWitnessed(page, use, journey),
  studio: ({ studios }, use) => useStudio(studios, use),
  demo: ({ demos }, use) => useStudio(demos, use),
})

function openDemo(host: Host): Promise<HostedStudio> {
  return host.open({ demo: true, today: DEMO_TODAY, folder: demoCopy() })
}

export { expect }

/**
 * No serious or critical violation on the page as it stands. In high contrast the colours are the machine's own, and
 * the checker reads those of the page all the same: there contrast is not asked.
 */
export async function expectAccessible(page: Page, highContrast = false): Promise<void> {
  // Nothing fades while it is measured: half faded, anything has too little contrast.
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.evaluate(async () => {
    const ending = document
      .getAnimations()
      .filter((a) => a.effect?.getComputedTiming().endTime !== Infinity)
    await Promise.allSettled(ending.map((a) => a.finished))
  })
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({
      resultTypes: ['violations'],
      rules: { 'color-contrast': { enabled: !highContrast } },
    })
    .analyze()
  await page.emulateMedia({ reducedMotion: null })
  const grave = violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)
  expect(grave).toEqual([])
}

/** Opens a list of options and takes one. */
export async function choose(list: Locator, option: string): Promise<void> {
  await list.click()
  await list.page().getByRole('option', { name: option, exact: true }).click()
}

/** Adds a student through the form. */
export async function addStudent(
  page: Page,
  url: string,
  name: string,
  instrument: string,
): Promise<void> {
  await page.goto(`${url}/students/new`)
  await page.getByLabel('Name').fill(name)
  await choose(page.getByLabel('Instrument', { exact: true }), instrument)
  await page.getByRole('button', { name: 'Add the student' }).click()
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible()
}

/** Says that the lesson is of another day than today. */
export async function dateLesson(page: Page, date: string): Promise<void> {
  await page.getByRole('button', { name: 'of another day than today' }).click()
  await page.getByLabel('Day of the lesson').fill(date)
}

export async function beginLesson(page: Page, date?: string): Promise<void> {
  if (date !== undefined) await dateLesson(page, date)
  await page.getByRole('button', { name: 'Begin the lesson' }).click()
  await expect(page.getByRole('combobox', { name: 'Note a sign' })).toBeVisible()
}

/** Types a few letters and one key for strength. */
export async function noteSign(page: Page, letters: string, key: string): Promise<void> {
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await line.fill(letters)
  await line.press(key)
}

/** Waits until everything noted has reached the server. */
export async function allSent(page: Page): Promise<void> {
  await expect(page.locator('[data-waiting="0"]')).toBeVisible()
}

/** Makes the link of a student's week and opens it as a phone would; the phone's clock is that of the studio. */
export async function openAtHome(
  page: Page,
  browser: Browser,
): Promise<{ readonly phone: BrowserContext; readonly home: Page }> {
  await page.getByRole('button', { name: 'Make a link' }).click()
  const address = await page.getByRole('textbox', { name: 'Link for home' }).inputValue()
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  const home = await phone.newPage()
  await home.clock.setFixedTime(`${DEMO_TODAY}T16:00:00`)
  await home.goto(address)
  return { phone, home }
}

/** Taps a pad evenly, by stamps of time and not by waiting: a busy machine taps as evenly as an idle one. */
export async function tapEvenly(pad: Locator, count: number, everyMs: number): Promise<void> {
  await pad.evaluate(
    (element, { taps, every }) => {
      const send = (type: 'pointerdown' | 'pointerup', atMs: number) => {
        const event = new PointerEvent(type, { bubbles: true })
        Object.defineProperty(event, 'timeStamp', { value: atMs })
        element.dispatchEvent(event)
      }
      for (let i = 0; i < taps; i++) {
        send('pointerdown', 1000 + every * i)
        send('pointerup', 1000 + every * i + 80)
      }
    },
    { taps: count, every: everyMs },
  )
}
