import type { Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { allSent, expect, expectAccessible, test } from '../support/journey'
import { DEMO_TODAY } from '../support/preparedDemo'

const WEEK = '/students/student-marrow/week'

/** What the record has of the studio's day, as its table says it: the demo's own ticks end the day before. */
async function tickedToday(page: Page, url: string): Promise<number> {
  const table = await page.request.get(`${url}/api/students/student-marrow/tables/home.csv`)
  return (await table.text()).split('\n').filter((row) => row.includes(DEMO_TODAY)).length
}

test('the week is moved by key, asked why, given, and taken home as files', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url + WEEK)
  const monday = page.getByRole('region', { name: 'Monday' })
  const first = monday.getByRole('button').first()
  const name = (await first.innerText()).split('\n')[0] ?? ''
  const named = (day: string) =>
    page.getByRole('region', { name: day }).getByRole('button', { name })
  await first.click()
  await expect(page.getByText(/^Why here:/)).toBeVisible()

  // Off a day by key: it stays off, and the rest is solved again round it.
  await first.press('Delete')
  await allSent(page)
  await expect(named('Monday')).toHaveCount(0)
  await page.reload()
  await expect(
    page.getByRole('region', { name: 'Tuesday' }).getByRole('button').first(),
  ).toBeVisible()
  await expect(named('Monday')).toHaveCount(0)

  await page.getByRole('button', { name: 'Give this week instead' }).click()
  await expect(page.getByRole('button', { name: 'Given' })).toBeDisabled()
  await allSent(page)

  const file = async (link: string) => {
    const waiting = page.waitForEvent('download')
    await page.getByRole('link', { name: link }).click()
    return readFile(await (await waiting).path())
  }
  expect((await file('Sheet as PDF')).subarray(0, 5).toString()).toBe('%PDF-')
  expect((await file('Calendar')).toString()).toContain(name)
  expect((await file('Table')).toString()).toContain('instruction')
})

test('the link opens the sheet on a phone; ticks survive a lost connection; pain stops the item and comes first', async ({
  page,
  demo,
  browser,
}) => {
  expect(await tickedToday(page, demo.url)).toBe(0)
  await page.goto(demo.url + WEEK)
  await expect(page.getByRole('button', { name: 'Given' })).toBeDisabled()
  await page.getByRole('button', { name: 'Make a link' }).click()
  const address = await page.getByRole('textbox', { name: 'Link for home' }).inputValue()

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  const home = await phone.newPage()
  // The studio's day is set; the phone's clock has to agree with it.
  await home.clock.setFixedTime('2026-11-24T16:00:00')
  await home.goto(address)
  await expect(home.getByRole('heading', { level: 1 })).toHaveText('Practice for Isla')
  await expectAccessible(home)
  // Nothing of the record but the sheet: no surname, no fault on record, no way into the studio.
  await expect(home.getByText('Marrow')).toHaveCount(0)
  await expect(home.getByRole('link')).toHaveCount(0)
  const wide = await home.evaluate(() => document.documentElement.scrollWidth)
  expect(wide).toBeLessThanOrEqual(390)

  await phone.setOffline(true)
  const tick = home.getByRole('checkbox').first()
  await tick.click()
  await expect(tick).toBeChecked()
  await expect(home.getByText(/1 kept here/)).toBeVisible()
  await phone.setOffline(false)
  await expect(home.getByText(/kept here/)).toHaveCount(0, { timeout: 15_000 })

  await home.getByRole('button', { name: 'It hurts' }).first().click()
  await expect(home.getByText(/ rests\.$/)).toBeVisible()
  await home.getByLabel('A word to your teacher').fill('The thumb is sore after school')
  await home.getByRole('button', { name: 'Send' }).click()
  await expect(home.getByText('Kept for the next lesson.')).toBeVisible()
  await expect(home.getByText(/kept here/)).toHaveCount(0)

  await page.goto(`${demo.url}/students/student-marrow`)
  await expect(
    page.getByText(/^Hurt at home on .* It rests until you have looked\.$/),
  ).toBeVisible()
  await expect(page.getByText('“The thumb is sore after school”')).toBeVisible()
  await expect(page.getByText('Practice ticked since the last lesson')).toBeVisible()
  expect(await tickedToday(page, demo.url)).toBe(1)

  await page.goto(demo.url + WEEK)
  await page.getByRole('button', { name: /^Take .* back$/ }).click()
  await expect(page.getByRole('button', { name: /^Take .* back$/ })).toHaveCount(0)
  await home.reload()
  await expect(home.getByRole('heading', { name: 'This link no longer works' })).toBeVisible()
  await phone.close()
})

test('a gate got ready for comes into the week and home, with a window and not a date; two are enough', async ({
  page,
  demo,
  browser,
}) => {
  const gates = `${demo.url}/students/student-quillan/gates`
  const card = (name: string) =>
    page
      .getByRole('listitem')
      .filter({ has: page.getByRole('heading', { name }) })
      .last()
  await page.goto(gates)
  await expect(card('Legato').getByText(/^May open .+ – .+ in four of five/)).toBeVisible()
  await card('Scales over the crossing').getByRole('button', { name: 'Get ready for it' }).click()
  await expect(card('Scales over the crossing').getByText(/^At home: /)).toBeVisible()
  await card('Two-note slurs').getByRole('button', { name: 'Get ready for it' }).click()
  await expect(page.getByText(/Two gates are enough to get ready for: Legato/)).toBeVisible()
  await allSent(page)
  await page.reload()
  await expect(card('Two-note slurs').getByRole('button', { name: 'Get ready' })).toBeVisible()
  await expectAccessible(page)

  await page.goto(`${demo.url}/students/student-quillan/week`)
  const block = page.getByRole('button', { name: /^Towards scales over the crossing/ }).first()
  await block.click()
  await expect(page.getByText(/^Why here: .*getting ready for this gate/)).toBeVisible()
  await page.getByRole('button', { name: /Give this week/ }).click()
  await allSent(page)
  await page.getByRole('button', { name: 'Make a link' }).click()
  const address = await page.getByRole('textbox', { name: 'Link for home' }).inputValue()

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } })
  const home = await phone.newPage()
  await home.clock.setFixedTime('2026-11-24T16:00:00')
  await home.goto(address)
  await expect(home.getByRole('heading', { name: 'Set up first' })).toBeVisible()
  await expect(home.getByText('Feet flat?')).toBeVisible()
  await expect(home.getByRole('heading', { name: /^Towards / }).first()).toBeVisible()

  // Roles swap after eight beats; the page says whose turn it is.
  await home.getByText('Two limbs').click()
  await home.getByRole('radio', { name: 'Two to one, swapped' }).click()
  const said = home.getByRole('status').filter({ hasText: 'has the beat' })
  await expect(said).toHaveText('Left has the beat.')
  for (let beat = 0; beat < 8; beat++) await home.keyboard.press('f')
  await expect(said).toContainText('Right has the beat.')
  await expectAccessible(home)
  await phone.close()

  await page.goto(gates)
  await card('Scales over the crossing').getByRole('button', { name: 'Let it wait' }).click()
  await expect(
    card('Scales over the crossing').getByRole('button', { name: 'Get ready for it' }),
  ).toBeVisible()
})
