import { beginLesson, expect, expectAccessible, test } from '../support/journey'
import type { Page } from '@playwright/test'

const SCREENS: readonly (readonly [string, string, string])[] = [
  ['today', '/', 'Today'],
  ['new student', '/students/new', 'A new student'],
  ['student', '/students/student-marrow', 'Isla Marrow'],
  ['closed lesson', '/students/student-marrow/lessons/marrow-lesson-004', 'Isla Marrow Horn'],
  ['fault', '/students/student-quillan/faults/quillan-case-1', 'healing or mended'],
  ['sheet', '/students/student-quillan/sheet', 'Practice for Noor Quillan'],
  ['card', '/students/student-quillan/card', 'Noor Quillan'],
  ['week', '/students/student-quillan/week', 'Practice week'],
  ['ladder', '/students/student-quillan/faults/quillan-case-3/ladder', 'Position blocks'],
  ['seam', '/students/student-pell/seam', 'The seam of Wenna Pell'],
  ['progress', '/students/student-pell/progress', 'Progress of Wenna Pell'],
  ['gates', '/students/student-quillan/gates', 'Gates'],
  ['studio', '/studio', 'Studio'],
  ['knowledge', '/packs', 'Knowledge'],
  ['one pack', '/packs/piano', 'Piano'],
  ['nowhere', '/no/such/page', 'There is nothing at this address'],
  ['unknown student', '/students/nobody', 'There is nothing at this address'],
]

async function shows(page: Page, heading: string): Promise<void> {
  if (heading === 'healing or mended') {
    await expect(page.getByRole('heading', { name: 'How sure we are' })).toBeVisible()
    return
  }
  await expect(page.getByRole('heading', { level: 1 }).first()).toContainText(heading)
}

// In two halves, which go side by side.
const HALF = Math.ceil(SCREENS.length / 2)
for (const screens of [SCREENS.slice(0, HALF), SCREENS.slice(HALF)]) {
  const names = `${screens[0]![0]} to ${screens.at(-1)![0]}`
  test(`a copied address, refresh and the back button restore ${names}, each without a grave axe finding`, async ({
    page,
    demo,
  }) => {
    const problems: string[] = []
    page.on('pageerror', (error) => problems.push(error.message))
    for (const [, path, heading] of screens) {
      await page.goto(demo.url + path)
      await shows(page, heading)
      await page.reload()
      await shows(page, heading)
      await page.waitForLoadState('networkidle')
      await expectAccessible(page)
    }
    for (const [, , heading] of [...screens].reverse().slice(1)) {
      await page.goBack()
      await shows(page, heading)
    }
    expect(problems).toEqual([])
  })
}

test('dark colours hold up on the student, the lesson and the sheet', async ({ page, demo }) => {
  await page.emulateMedia({ colorScheme: 'dark' })
  for (const [, path] of SCREENS.slice(0, 6)) {
    await page.goto(demo.url + path)
    await page.waitForLoadState('networkidle')
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
    await expectAccessible(page)
  }
})

/** Screens a teacher works on all day. */
const DAILY = ['today', 'student', 'sheet', 'week', 'gates']

test('at 200 % nothing a teacher works on all day scrolls sideways, and in high contrast nothing grave is found', async ({
  page,
  demo,
}) => {
  // A window of 1280x800 at 200 % has room for half of it each way (WCAG 2.2, 1.4.4).
  await page.setViewportSize({ width: 640, height: 400 })
  const spills: string[] = []
  const look = async (name: string) => {
    await page.waitForLoadState('networkidle')
    const spill = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
    if (spill > 0) spills.push(`${name}: ${spill}`)
    await page.emulateMedia({ forcedColors: 'active' })
    await expectAccessible(page, true)
    await page.emulateMedia({ forcedColors: null })
  }
  for (const [name, path] of SCREENS.filter(([screen]) => DAILY.includes(screen))) {
    await page.goto(demo.url + path)
    await look(name)
  }
  await page.goto(`${demo.url}/students/student-marrow`)
  await beginLesson(page)
  await look('lesson')
  expect(spills).toEqual([])
})

test('the seam has its table for those who do not see it', async ({ page, demo }) => {
  await page.goto(`${demo.url}/students/student-marrow`)
  await page.getByRole('button', { name: 'Show as a table' }).click()
  const table = page.getByRole('table', { name: 'State of each fault after each lesson shown' })
  await expect(table.getByRole('row', { name: /The hand in the bell/ })).toContainText('mended')
  await expect(page.getByRole('button', { name: 'Show the picture' })).toBeVisible()
})

test('the open lesson on a tablet by touch has no grave axe finding and no sideways scrolling', async ({
  browser,
  demo,
}) => {
  const context = await browser.newContext({
    viewport: { width: 1024, height: 768 },
    hasTouch: true,
  })
  const page = await context.newPage()
  await page.goto(`${demo.url}/students/student-marrow`)
  await page.getByRole('button', { name: 'Begin the lesson' }).tap()
  await page.getByRole('combobox', { name: 'Note a sign' }).fill('muted')
  await page.getByRole('button', { name: 'The tone is muted and strange: marked' }).tap()
  await expect(page.getByRole('heading', { name: 'Fingers off the valves' })).toBeVisible()
  await page.getByRole('button', { name: 'The tone clears' }).tap()
  await expect(page.getByRole('list', { name: 'Checks done' })).toContainText('The tone clears')
  await expectAccessible(page)
  const spill = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
  expect(spill).toBeLessThanOrEqual(0)
  await context.close()
})

test('a screen that could not be had is there with one press', async ({ page, demo }) => {
  const record = /\/api\/students\/[^/]+$/
  await page.route(record, (route) => route.fulfill({ status: 502, body: 'bad gateway' }))
  await page.goto(`${demo.url}/students/student-marrow`)
  await expect(page.getByRole('heading', { name: 'The server does not answer' })).toBeVisible()
  const again = page.waitForResponse(record)
  await page.getByRole('button', { name: 'Try again' }).click()
  await again
  await expect(page.getByRole('heading', { name: 'The server does not answer' })).toBeVisible()
  await page.unroute(record)
  const back = page.getByRole('heading', { level: 1, name: 'Isla Marrow' })
  // The page asks again by itself too, and may be there before the press.
  await Promise.any([page.getByRole('button', { name: 'Try again' }).click(), back.waitFor()])
  await expect(back).toBeVisible()
})
