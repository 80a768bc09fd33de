import type { Locator, Page } from '@playwright/test'
import {
  addStudent,
  beginLesson,
  expect,
  expectAccessible,
  noteSign,
  test,
} from '../support/journey'

const FAULT = 'A resting hand half presses a valve'

/** A first lesson, one sign, its check, and the fault decided on with the ladder that is offered. */
async function decided(page: Page, url: string): Promise<Locator> {
  await addStudent(page, url, 'Wren Castell', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  await page.getByRole('button', { name: 'The tone clears' }).click()
  await page.getByRole('button', { name: `Decide on ${FAULT}` }).click()
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  return page.getByRole('article', { name: FAULT })
}

test('a remedy that does not help is exchanged for another, and the former one is remembered', async ({
  page,
  studio,
}) => {
  const project = await decided(page, studio.url)
  await project
    .getByRole('button', { name: /^Slipped: / })
    .nth(1)
    .click()
  await project.getByRole('button', { name: /^Keep 0 of 1/ }).click()
  await project.getByRole('button', { name: 'Other remedy' }).click()
  await page.getByLabel('Why another remedy?').fill('the hook is too far for this hand')
  await page.getByRole('radio', { name: /The soft hold/ }).check()
  await page.getByRole('button', { name: 'Start the ladder' }).click()
  await expect(project.getByText('Shake and take.')).toBeVisible()
  await expect(project.getByText('Rung 1 of 5:')).toBeVisible()
})

test('a rung that nobody tried is not gone up from but skipped, by key and with a reason, and the story says so', async ({
  page,
  studio,
}) => {
  const project = await decided(page, studio.url)
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await line.fill('.up')
  await expect(page.getByText(/^Up a rung/)).toHaveCount(0)
  await line.fill('')
  const skip = project.getByRole('button', { name: 'Skip this rung' })
  await skip.press('Enter')
  const why = project.getByLabel('Why need it not be tried?')
  await expect(why).toBeFocused()
  await why.fill('known from the cornet')
  await expectAccessible(page)
  await why.press('Enter')
  await expect(project.getByRole('button', { name: /^Rung 2 of/ })).toBeVisible()
  await project.getByRole('link', { name: FAULT }).click()
  await expect(page.getByText('(skipped: known from the cornet)')).toBeVisible()
})
