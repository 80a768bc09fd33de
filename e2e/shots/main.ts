/** Retakes docs/screenshots from the demo studio. */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from 'playwright-core'
import type { Page } from 'playwright-core'
import { ROOT, startServer } from '../support/server'

/** Pictures always show the same days. */
const PICTURE_DAY = '2026-11-24'
const FOLDER = process.env.VEIN_MEND_SHOTS ?? join(ROOT, 'docs', 'screenshots')

interface Shot {
  readonly name: string
  readonly path: string
  readonly dark?: boolean
  /** As on a printer without colour. */
  readonly width?: number
  readonly height?: number
  readonly before?: (page: Page) => Promise<void>
}

/** A hard case: hands together fails for one of three reasons, and the tips may cave in besides. */
async function openHardCase(page: Page): Promise<void> {
  const signs = [
    ['breaks down', '2'],
    ['looks', '1'],
    ['hum', '?'],
    ['soft', '1'],
  ] as const
  await beginAndNote(page, signs)
  await page.getByRole('link', { name: 'Side by side' }).click()
  await page.getByRole('heading', { name: 'Side by side' }).waitFor()
}

type Typed = readonly (readonly [letters: string, key: string])[]

async function noteSigns(page: Page): Promise<void> {
  await beginAndNote(page, [
    ['mut', '2'],
    ['far', '1'],
    ['shoul', '0'],
  ])
}

async function beginAndNote(page: Page, signs: Typed): Promise<void> {
  const begin = page.getByRole('button', { name: 'Begin the lesson' })
  if (await begin.isVisible()) await begin.click()
  else await page.getByRole('link', { name: 'Go on with the lesson' }).click()
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await line.waitFor()
  if (await page.getByRole('button', { name: /Take back/ }).count()) return
  for (const [letters, key] of signs) {
    await line.fill(letters)
    await line.press(key)
  }
}

/** One rung further on, the made-up keyboard plays the scale and rushes to the thumb. */
async function playTake(page: Page): Promise<void> {
  await beginAndNote(page, [])
  const { pathname, origin } = new URL(page.url())
  const [, student, lesson] = /students\/([^/]+)\/lessons\/([^/]+)/.exec(pathname) ?? []
  const up = { kind: 'rung-decided', lesson, case: 'quillan-case-3', decision: 'up' }
  const said = await page.request.post(`${origin}/api/students/${student}/acts`, {
    data: { acts: [{ ...up, reason: 'known from the spring', id: 'shot-one-up' }] },
  })
  if (!said.ok()) throw new Error(await said.text())
  await page.reload()
  const project = page.getByRole('article', { name: 'The thumb is thrown under at the crossing' })
  const rung = project.getByRole('button', { name: /^Rung/ })
  if ((await rung.getAttribute('aria-expanded')) === 'false') await rung.click()
  await project.getByRole('button', { name: 'Play it in' }).click()
  await page.getByRole('radio', { name: 'Made-up player' }).click()
  await page.getByLabel('It plays').click()
  await page.getByRole('option', { name: 'rushing to the thumb' }).click()
  await page.getByRole('button', { name: 'Play it', exact: true }).click()
  const notes = page.getByRole('img', { name: /^Notes of/ })
  await notes.waitFor()
  // The engraver is loaded with the first notes somebody asks for.
  await notes.evaluate((img) => (img as HTMLImageElement).decode())
}

/** A horn player whose family has said yes to recordings, played in by the made-up player. */
async function playTone(page: Page): Promise<void> {
  const { pathname, origin } = new URL(page.url())
  const student = pathname.split('/').at(-1) ?? ''
  const answer = await page.request.get(`${origin}/api/students/${student}`)
  const { record } = (await answer.json()) as { record: { card: { consents: object } } }
  const yes = { state: 'given', by: 'her mother', on: '2026-11-02' }
  const card = { ...record.card, consents: { ...record.card.consents, recordings: yes } }
  const said = await page.request.post(`${origin}/api/students/${student}/acts`, {
    data: { acts: [{ kind: 'card-changed', card, id: 'shot-consent' }] },
  })
  if (!said.ok()) throw new Error(await said.text())
  await page.reload()
  await page.getByRole('heading', { level: 1 }).first().waitFor()
  await beginAndNote(page, [])
  const project = page.getByRole('article', { name: 'Too little air is sent through' })
  const rung = project.getByRole('button', { name: /^Rung/ })
  if ((await rung.getAttribute('aria-expanded')) === 'false') await rung.click()
  await project.getByRole('button', { name: 'Play it in' }).click()
  await page.getByRole('radio', { name: 'Made-up player' }).click()
  await page.getByLabel('It plays').click()
  await page.getByRole('option', { name: 'with split starts' }).click()
  await page.getByRole('button', { name: 'Play it', exact: true }).click()
  const notes = page.getByRole('img', { name: /^Notes of/ })
  await notes.waitFor()
  await notes.evaluate((img) => (img as HTMLImageElement).decode())
  await page.getByRole('img', { name: /^\d+ seconds/ }).waitFor()
}

/** The link for home, as a phone opens it. */
async function openHomePage(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = page.getByRole('textbox', { name: 'Link for home' })
  await page.goto(await link.inputValue())
  await page.getByRole('checkbox').first().click()
}

const SHOTS: readonly Shot[] = [
  { name: 'today', path: '/' },
  { name: 'student', path: '/students/student-marrow' },
  { name: 'fault', path: '/students/student-quillan/faults/quillan-case-2' },
  { name: 'new-student', path: '/students/new' },
  { name: 'knowledge', path: '/packs/horn' },
  { name: 'studio', path: '/studio' },
  {
    name: 'lesson',
    path: '/students/student-marrow',
    before: noteSigns,
  },
  {
    name: 'lesson-settle',
    path: '/students/student-marrow',
    before: async (page) => {
      await noteSigns(page)
      await page
        .getByRole('button', { name: /^Decide on/ })
        .first()
        .click()
      // Two are running: one gives way, and its ladder is shown.
      await page.getByRole('radio', { name: /^Let “Sits slumped/ }).click()
    },
  },
  {
    name: 'ladder-keyboard',
    path: '/students/student-quillan/faults/quillan-case-3/ladder',
    before: async (page) => {
      await page
        .getByRole('button', { name: /A slight link/ })
        .last()
        .click()
      const notes = page.getByRole('img', { name: /A slight link, quarter/ })
      await notes.waitFor()
      // The engraver is loaded with the first notes somebody asks for.
      await notes.evaluate((img) => (img as HTMLImageElement).decode())
    },
  },
  { name: 'take', path: '/students/student-quillan', before: playTake },
  {
    name: 'week',
    path: '/students/student-quillan/week',
    before: async (page) => {
      await page.getByRole('button', { name: /min/ }).first().click()
    },
  },
  {
    name: 'home',
    path: '/students/student-quillan/week',
    width: 390,
    height: 844,
    before: openHomePage,
  },
  { name: 'seam', path: '/students/student-pell/seam' },
  { name: 'sheet', path: '/students/student-quillan/sheet' },
  { name: 'progress', path: '/students/student-pell/progress' },
  { name: 'gates', path: '/students/student-quillan/gates' },
  { name: 'bench', path: '/students/student-quillan', before: openHardCase },
  {
    name: 'lesson-tablet-dark',
    path: '/students/student-marrow',
    dark: true,
    width: 1024,
    height: 768,
    before: noteSigns,
  },
  // The last of her pictures: it adds a yes to her card and a take to her lesson.
  { name: 'tone', path: '/students/student-marrow', height: 1000, before: playTone },
]

async function take(shot: Shot, url: string): Promise<void> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' })
  const page = await browser.newPage({
    viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 },
    colorScheme: shot.dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  })
  await page.goto(url + shot.path)
  await page.getByRole('heading', { level: 1 }).first().waitFor()
  await shot.before?.(page)
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: join(FOLDER, `${shot.name}.png`) })
  await browser.close()
}

mkdirSync(FOLDER, { recursive: true })
const server = await startServer({ demo: true, today: PICTURE_DAY })
const wanted = process.argv.slice(2)
for (const shot of SHOTS) {
  if (wanted.length === 0 || wanted.includes(shot.name)) await take(shot, server.url)
}
await server.stop()
