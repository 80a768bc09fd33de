/** The desk as it is met: all of a lesson in sight, nothing that moves under the hand, and heard as it is seen. */
import type { Page } from '@playwright/test'
import { beginLesson, expect, test } from '../support/journey'

const SIGNS = [
  ['mut', '2'],
  ['far', '1'],
  ['shoul', '0'],
] as const

const lineOf = (page: Page) => page.getByRole('combobox', { name: 'Note a sign' })

async function openDesk(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/students/student-marrow`)
  await beginLesson(page)
  await expect(lineOf(page)).toBeFocused()
}

async function noteSigns(page: Page): Promise<void> {
  const noted = page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')
  for (const [i, [letters, key]] of SIGNS.entries()) {
    await lineOf(page).fill(letters)
    await lineOf(page).press(key)
    await expect(noted).toHaveCount(i + 1)
  }
}

/** Where the parts of the desk begin, from the top of the window. */
async function places(page: Page): Promise<readonly (number | undefined)[]> {
  const parts = [
    page.getByRole('list', { name: 'The lesson, step by step' }),
    page.getByRole('heading', { name: 'Recall and look' }),
    page.getByRole('article', { name: 'Sits slumped, the breath has no room' }),
    page.getByRole('article', { name: 'Too little air is sent through' }),
  ]
  return Promise.all(parts.map(async (part) => (await part.boundingBox())?.y))
}

test('typing, noting and undoing move nothing that is worked on', async ({ page, demo }) => {
  await openDesk(page, demo.url)
  const before = await places(page)
  expect(before.every((y) => y !== undefined)).toBe(true)
  await page.keyboard.type('s')
  await expect(page.getByRole('grid', { name: 'Signs found' })).toBeVisible()
  expect(await places(page)).toEqual(before)
  // What lies over the page is at most five rows high.
  const found = await page.getByRole('grid', { name: 'Signs found' }).boundingBox()
  expect(found!.height).toBeLessThanOrEqual(5 * 52)
  await page.keyboard.press('Escape')
  await noteSigns(page)
  expect(await places(page)).toEqual(before)
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')).toHaveCount(2)
  expect(await places(page)).toEqual(before)
})

for (const [width, height] of [
  [1280, 800],
  [1024, 768],
] as const) {
  test(`a lesson with three signs is on one screen of ${String(width)} by ${String(height)}`, async ({
    page,
    demo,
  }) => {
    await page.setViewportSize({ width, height })
    await openDesk(page, demo.url)
    await noteSigns(page)
    const check = page.getByRole('region', { name: /^Next check/ })
    const needed = [
      page.getByRole('button', { name: /^Decide on/ }).first(),
      check.getByRole('button', { name: 'No change' }),
      page.getByRole('button', { name: /^Clean: Too little air/ }),
      page.getByRole('button', { name: /^Rung 4 of 7/ }),
    ]
    for (const part of needed) {
      const box = await part.boundingBox()
      expect(box!.y + box!.height, await part.innerText()).toBeLessThanOrEqual(height)
    }
    expect(await page.evaluate(() => scrollY)).toBe(0)
  })
}

test('the line stays in sight, and a letter typed elsewhere goes to it', async ({ page, demo }) => {
  await openDesk(page, demo.url)
  await noteSigns(page)
  await page.setViewportSize({ width: 1024, height: 500 })
  await page.mouse.wheel(0, 2000)
  await expect.poll(() => page.evaluate(() => scrollY)).toBeGreaterThan(100)
  await expect(lineOf(page)).toBeInViewport()
  await page
    .getByRole('button', { name: /^Decide on/ })
    .first()
    .focus()
  await page.keyboard.press('m')
  await expect(lineOf(page)).toBeFocused()
  await expect(lineOf(page)).toHaveValue('m')
  // In a field of its own a letter stays where it is typed.
  await page.keyboard.press('Escape')
  await page.getByLabel('What works today').fill('')
  await page.keyboard.type('pulse')
  await expect(page.getByLabel('What works today')).toHaveValue('pulse')
})

/** The words of what the keys would do now, as they are read out. */
async function heardRow(page: Page): Promise<string> {
  const id = await lineOf(page).getAttribute('aria-activedescendant')
  expect(id).not.toBeNull()
  const row = page.locator(`[id="${id!}"]`)
  await expect(row).toHaveAttribute('aria-selected', 'true')
  return (await row.getAttribute('aria-label')) ?? (await row.innerText())
}

test('what Enter will do is heard, and what leads is said quietly', async ({ page, demo }) => {
  await openDesk(page, demo.url)
  await lineOf(page).fill('.')
  expect(await heardRow(page)).toContain('Said what works')
  await lineOf(page).fill('muted and strange')
  expect(await heardRow(page)).toMatch(
    /The tone is muted and strange, heard: Enter notes it marked/,
  )
  await lineOf(page).press('Enter')
  await expect(page.getByRole('status').filter({ hasText: 'Likeliest: ' })).toContainText(
    /Likeliest: .+, \d+\s%\. Next check: .+\./,
  )
  await lineOf(page).fill('mu')
  await expect(lineOf(page)).toHaveAttribute('aria-expanded', 'true')
  await lineOf(page).press('Escape')
  await expect(lineOf(page)).toHaveAttribute('aria-expanded', 'false')
})

test('each screen has its title, and the keys begin at its heading', async ({ page, demo }) => {
  await page.goto(demo.url)
  await expect(page).toHaveTitle('Today · Vein Mend')
  await page.getByRole('link', { name: 'Noor Quillan' }).first().focus()
  await page.keyboard.press('Enter')
  await expect(page).toHaveTitle('Noor Quillan · Vein Mend')
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
  await page.getByRole('link', { name: 'Practice sheet' }).focus()
  await page.keyboard.press('Enter')
  await expect(page).toHaveTitle('Practice for Noor Quillan · Vein Mend')
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
})

test('what takes itself away leaves the keys beside it', async ({ page, demo }) => {
  await openDesk(page, demo.url)
  const project = page.getByRole('article', { name: 'Sits slumped, the breath has no room' })
  await project.getByRole('button', { name: /^Alone: / }).focus()
  await page.keyboard.press('Enter')
  await expect(project.getByText('Cue recalled:')).toBeVisible()
  await expect(project.locator(':focus')).toHaveCount(1)
})

test('words that may be of pain are asked about though the keys have gone elsewhere', async ({
  page,
  demo,
}) => {
  await openDesk(page, demo.url)
  await lineOf(page).fill('arm a bit achy')
  const asks = page.getByText('Pain, or only tired?')
  await expect(asks).toBeVisible()
  await page.getByLabel('What works today').focus()
  await expect(page.getByRole('grid', { name: 'Signs found' })).toHaveCount(0)
  await expect(asks).toBeVisible()
})

test('a panel that is shut by Esc gives the keys back to what opened it', async ({
  page,
  demo,
}) => {
  await openDesk(page, demo.url)
  await noteSigns(page)
  const decide = page.getByRole('button', { name: /^Decide on/ }).first()
  await decide.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(decide).toBeFocused()
})

test('to skip a rung is typed on the line, and asks why', async ({ page, demo }) => {
  await openDesk(page, demo.url)
  await lineOf(page).fill('.skip')
  await expect(
    page.getByRole('grid', { name: 'Signs found' }).getByRole('row').first(),
  ).toContainText('Skip the rung')
  await lineOf(page).press('Enter')
  await expect(page.getByLabel('Why need it not be tried?')).toBeFocused()
})

test('with two running a fault is only noted, or one of them gives way in the same move', async ({
  page,
  demo,
}) => {
  await openDesk(page, demo.url)
  await noteSigns(page)
  await page
    .getByRole('button', { name: /^Decide on/ })
    .first()
    .click()
  const panel = page.getByRole('dialog')
  await expect(
    panel.getByRole('radiogroup', { name: 'Two are being mended already' }),
  ).toBeVisible()
  await expect(panel.getByRole('radiogroup', { name: 'Remedy' })).toHaveCount(0)
  await panel.getByRole('radio', { name: /Let “Sits slumped.* rest and begin with this/ }).click()
  await panel.getByRole('button', { name: /^Rest “Sits slumped.*start the ladder$/ }).click()
  const begun = page.getByRole('article', { name: 'A resting hand half presses a valve' })
  await expect(begun.getByRole('button', { name: /^Rung 1 of/ })).toBeVisible()
  await expect(
    page.getByRole('article', { name: 'Sits slumped, the breath has no room' }),
  ).toHaveCount(0)
})
