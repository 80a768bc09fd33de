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
  const found = page.getByRole('grid', { name: 'Signs found' }).getByRole('row')
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
  await expect(page.getByRole('grid', { name: 'Signs found' })).toContainText(
    'Note “zigzag yoghurt” once more, in your own words',
  )
  await line.press('Enter')
  await expect(words).toContainText('zigzag yoghurt')
})

test('what is not understood, praised or gone is kept as it is said, and no key notes it as a fault', async ({
  page,
  studio,
}) => {
  await hornLesson(page, studio.url, 'Wren Castell')
  const { line, words } = placesOf(page)
  const found = page.getByRole('grid', { name: 'Signs found' }).getByRole('row')
  const signs = page.getByRole('list', { name: 'Signs noted' })
  await line.fill('sounds like a wet hoover')
  await expect(found.first()).toContainText('in your own words')
  await line.fill('much cleaner slurs than last week')
  await expect(found.first()).toContainText('as what works')
  await line.press('Enter')
  await expect(words).toContainText('what works')
  await line.fill('no split notes today')
  await expect(found.first()).toContainText('as not there now')
  await expect(signs.getByRole('listitem')).toHaveCount(0)

  // By number the sign below is noted: as looked for and not there.
  await line.press('Alt+1')
  await expect(signs).toContainText('not there')
  await expect(line).toHaveValue('')
})

test('harm in one’s own words stops what is named, is asked about where it may be none, and is heard from home', async ({
  page,
  studio,
}) => {
  await hornLesson(page, studio.url, 'Wren Castell')
  const { line, words } = placesOf(page)
  const found = page.getByRole('grid', { name: 'Signs found' }).getByRole('row')
  const asks = page.getByText('Pain, or only tired?')
  await line.fill('arm a bit achy')
  await expect(asks).toBeVisible()
  await expect(found.first()).toContainText('in your own words')
  await line.press('Enter')
  await expect(words).toContainText('arm a bit achy')
  // It is asked until it is answered, and nothing stops by itself.
  await expect(asks).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'No, nothing hurts' }).click()
  await expect(asks).toHaveCount(0)
  // Wherever it is typed: an aim says it too.
  const aim = page.getByLabel('One aim today')
  await aim.fill('gentle slurs, her shoulder is sore')
  await aim.press('Enter')
  const told = page.getByText('These words tell of pain', { exact: false })
  await expect(told).toBeVisible()
  await page.getByRole('button', { name: 'No, nothing hurts' }).click()
  await expect(told).toHaveCount(0)
  await line.fill('ants in my fingers')
  await expect(found.first()).toContainText('Pain, tingling, numbness or swelling in hand')
  await line.press('Enter')
  await expect(page.getByText('Stop playing now.', { exact: false }).first()).toBeVisible()
})
