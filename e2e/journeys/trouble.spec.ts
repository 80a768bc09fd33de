import {
  addStudent,
  allSent,
  beginLesson,
  dateLesson,
  expect,
  noteSign,
  test,
} from '../support/journey'

test.use({ serviceWorkers: 'allow' })

test('bad input is named at its field, and what was typed stays', async ({ page, studio }) => {
  await page.goto(`${studio.url}/students/new`)
  await page.getByLabel('What are they here for?').fill('Play at the harbour fair')
  await page.getByLabel('Wednesday').fill('-5')
  await page.getByRole('button', { name: 'Add the student' }).click()
  await expect(page.getByLabel('Name')).toHaveAccessibleDescription('Please fill this in.')
  await expect(page.getByLabel('Wednesday')).toHaveAccessibleDescription('This is too small.')
  await page.reload()
  await expect(page.getByLabel('What are they here for?')).toHaveValue('Play at the harbour fair')
})

test('a lesson dated next year by mistake is refused beside the date', async ({ page, studio }) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Horn')
  const year = new Date().getFullYear() + 1
  await dateLesson(page, `${year}-06-01`)
  await page.getByRole('button', { name: 'Begin the lesson' }).click()
  await expect(page.getByRole('alert')).toContainText('days ahead. Check the date.')
})

test('two tabs settle the same fault: the second is told and nothing is doubled', async ({
  page,
  context,
  studio,
}) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  await page.getByRole('button', { name: 'The tone clears' }).click()
  await allSent(page)
  const other = await context.newPage()
  await other.goto(page.url())
  const settle = 'Decide on A resting hand half presses a valve'
  await other.getByRole('button', { name: settle }).click()
  await other.getByLabel("Cue, in the student's words").fill('feathers')
  await page.getByRole('button', { name: settle }).click()
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await expect(page.getByRole('article')).toHaveCount(1)
  await allSent(page)
  await expect(other.getByText('is on record already, perhaps from another tab')).toBeVisible()
  await expect(other.getByRole('article')).toHaveCount(1)
})
