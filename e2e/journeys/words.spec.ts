import type { Page } from '@playwright/test'
import {
  addStudent,
  allSent,
  beginLesson,
  expect,
  expectAccessible,
  test,
} from '../support/journey'

async function hornLesson(page: Page, url: string, name: string): Promise<void> {
  await addStudent(page, url, name, 'Horn')
  await beginLesson(page)
}

const placesOf = (page: Page) => ({
  line: page.getByRole('combobox', { name: 'Note a sign' }),
  words: page.getByRole('list', { name: 'Noted in your own words' }),
})

test('what no sign says is noted in one’s own words, tied to a sign once, and found by them with the next student', async ({
  page,
  studio,
}) => {
  await hornLesson(page, studio.url, 'Wren Castell')
  const { line, words } = placesOf(page)
  const found = page.getByRole('list', { name: 'Signs found' }).getByRole('listitem')
  await line.fill('zigzag yoghurt')
  // Enter keeps what was typed; the signs that only look like it stand below.
  await expect(found.first()).toContainText('Note “zigzag yoghurt” in your own words')
  await expect(found).toHaveCount(3)
  await expectAccessible(page)
  await line.press('Enter')
  await expect(words).toContainText('zigzag yoghurt')
  await expect(line).toHaveValue('')
  await allSent(page)
  await page.reload()
  await expect(words).toContainText('zigzag yoghurt')

  await words.getByRole('button', { name: 'Tie to a sign' }).click()
  await page.getByPlaceholder('Other words for it').fill('split at the start')
  await expectAccessible(page)
  await page
    .getByRole('list', { name: 'Signs for: zigzag yoghurt' })
    .getByRole('button', { name: 'Notes split at the start' })
    .click()
  await expect(words).toContainText('goes by: Notes split at the start')
  await expect(page.getByRole('list', { name: 'Signs noted' })).toContainText(
    'Notes split at the start',
  )
  await allSent(page)

  await hornLesson(page, studio.url, 'Odo Pike')
  await line.fill('yoghurt zig')
  await expect(found.first()).toContainText('Notes split at the start')
  await line.fill('yoghurt')
  await line.press('2')
  await expect(page.getByRole('list', { name: 'Signs noted' })).toContainText(
    'Notes split at the start',
  )
})

test('words without a sign come again as they are begun, and can be taken back', async ({
  page,
  studio,
}) => {
  await hornLesson(page, studio.url, 'Wren Castell')
  const { line, words } = placesOf(page)
  await line.fill('zigzag yoghurt')
  await line.press('Enter')
  await page.getByRole('button', { name: 'Take back: zigzag yoghurt' }).click()
  await expect(words).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(words).toContainText('zigzag yoghurt')
  await allSent(page)
  await hornLesson(page, studio.url, 'Odo Pike')
  await line.fill('zigz')
  await expect(page.getByRole('list', { name: 'Signs found' })).toContainText(
    'Note “zigzag yoghurt” once more, in your own words',
  )
  await line.press('Enter')
  await expect(words).toContainText('zigzag yoghurt')
})
