import type { Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { allSent, expect, expectAccessible, openAtHome, tapEvenly, test } from '../support/journey'
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
  const first = page.getByRole('button', { name: /, Monday, \d+ min$/ }).first()
  const name = ((await first.getAttribute('aria-label')) ?? '').split(', Monday')[0] ?? ''
  const named = (day: string) => page.getByRole('button', { name: `${name}, ${day}, ` })
  await first.click()
  await expect(page.getByText(/^Why here:/)).toBeVisible()

  // Off a day by key: it stays off, and the rest is solved again round it.
  await first.press('Delete')
  await allSent(page)
  await expect(named('Monday')).toHaveCount(0)
  await page.reload()
  await expect(named('Tuesday')).toBeVisible()
  await expect(named('Monday')).toHaveCount(0)
  // Put there again by a touch, it stays there, until it is taken off again.
  await page.getByRole('button', { name: `Put ${name} on Monday` }).click()
  await expect(named('Monday').getByLabel('you put it here')).toBeVisible()
  await named('Monday').press('Delete')
  await expect(named('Monday')).toHaveCount(0)
  await allSent(page)

  await page.getByRole('button', { name: 'Give this week instead' }).click()
  await expect(page.getByRole('button', { name: 'Given', exact: true })).toBeDisabled()
  await allSent(page)
  // No minute of a day on which there is practice is left over.
  const heads = page.getByRole('columnheader').filter({ hasText: /day \d+/ })
  for (const head of await heads.all()) {
    const [, used = ''] = /(\d+) of/.exec(await head.innerText()) ?? []
    await expect(head.getByRole('textbox')).toHaveValue(used)
  }

  const file = async (link: string) => {
    const waiting = page.waitForEvent('download')
    await page.getByRole('link', { name: link }).click()
    return readFile(await (await waiting).path())
  }
  expect((await file('Calendar')).toString()).toContain(name)
  expect((await file('Table')).toString()).toContain('instruction')
  // The sheet says the same, exercise by exercise, and is what they have at home.
  const row = page.getByRole('row').filter({ hasText: name })
  const minutes = await row.getByRole('button', { name: / min$/ }).allInnerTexts()
  await page.getByRole('link', { name: 'Sheet of this week' }).click()
  // The week's own page has such a button too.
  await expect(page.getByRole('heading', { name: /^Practice for/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Given', exact: true })).toBeDisabled()
  const onSheet = page.getByRole('row').filter({ hasText: name }).getByRole('cell')
  expect((await onSheet.allInnerTexts()).filter((m) => m !== '')).toEqual(
    minutes.map((m) => m.replace(/\s+/u, ' ')),
  )
  expect((await file('Sheet as PDF')).subarray(0, 5).toString()).toBe('%PDF-')
})

test('the link opens the sheet on a phone; ticks survive a lost connection; pain stops the item and comes first', async ({
  page,
  demo,
  browser,
}) => {
  expect(await tickedToday(page, demo.url)).toBe(0)
  await page.goto(demo.url + WEEK)
  await expect(page.getByRole('button', { name: 'Given', exact: true })).toBeDisabled()
  const { phone, home } = await openAtHome(page, browser)
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
  await expect(home.getByText(/kept here/)).toHaveCount(0)

  // A rung is tapped in, and how even it was stands with its tick.
  await home.getByRole('button', { name: 'How even is it?' }).first().click()
  const status = home.getByRole('status').filter({ hasText: 'once through is' })
  const count = Number(/once through is (\d+)/.exec(await status.innerText())?.[1])
  await tapEvenly(home.getByRole('button', { name: /^Left F/ }), Math.max(count, 16), 400)
  await home.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(home.getByText(/Uneven by 0\s%.*with the tick/)).toBeVisible()

  await home.getByRole('button', { name: 'It hurts' }).first().click()
  await expect(home.getByText(/^Stopped: /)).toBeVisible()
  await home.getByLabel('A word to your teacher').fill('The thumb is sore after school')
  await home.getByRole('button', { name: 'Send' }).click()
  await expect(home.getByText('Sent. Your teacher reads it before the next lesson.')).toBeVisible()
  await expect(home.getByText(/kept here/)).toHaveCount(0)

  await page.goto(`${demo.url}/students/student-marrow`)
  await expect(page.getByRole('alert', { name: /^What stops/ })).toContainText('Stopped at home')
  await expect(page.getByText('“The thumb is sore after school”')).toBeVisible()
  await expect(page.getByText('Practice ticked since the last lesson')).toBeVisible()
  expect(await tickedToday(page, demo.url)).toBe(1)

  await page.goto(demo.url + WEEK)
  await expect(page.getByRole('list', { name: 'Played in at home' })).toContainText('uneven by 0')
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
  await expect(card('Legato').getByText(/^May open .+ – .+ four times in five/)).toBeVisible()
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
  const { phone, home } = await openAtHome(page, browser)
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
