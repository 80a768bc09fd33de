import { startServer } from '../support/server'
import { addStudent, allSent, beginLesson, expect, noteSign, test } from '../support/journey'

test('bad input is named at its field, and what was typed stays', async ({ page, studio }) => {
  await page.goto(`${studio.url}/students/new`)
  await page.getByLabel('What are they here for?').fill('Play at the harbour fair')
  await page.getByLabel('Minutes at home').fill('-5')
  await page.getByRole('button', { name: 'Add the student' }).click()
  await expect(page.getByLabel('Name')).toHaveAccessibleDescription('Please fill this in.')
  await expect(page.getByLabel('Minutes at home')).toHaveAccessibleDescription('This is too small.')
  await page.reload()
  await expect(page.getByLabel('What are they here for?')).toHaveValue('Play at the harbour fair')
})

test('a lesson dated next year by mistake is refused beside the date', async ({ page, studio }) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Horn')
  const year = new Date().getFullYear() + 1
  await page.getByLabel('Day of the lesson').fill(`${year}-06-01`)
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
  const settle = 'Settle on A resting hand half presses a valve'
  await other.getByRole('button', { name: settle }).click()
  await page.getByRole('button', { name: settle }).click()
  await page.getByRole('button', { name: 'Settle and start the ladder' }).click()
  await expect(page.getByRole('article')).toHaveCount(1)
  await allSent(page)
  await other.getByRole('button', { name: 'Settle and start the ladder' }).click()
  await expect(other.getByText('is on record already, perhaps from another tab')).toBeVisible()
  await expect(other.getByRole('article')).toHaveCount(1)
})

test('the server dies in mid-lesson: the desk goes on, and nothing is lost or doubled', async ({
  page,
}) => {
  const server = await startServer()
  const port = Number(new URL(server.url).port)
  await addStudent(page, server.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  await allSent(page)
  const gone = new Promise((done) => server.process.once('exit', done))
  server.process.kill('SIGKILL')
  await gone
  await noteSign(page, 'weak', '1')
  await noteSign(page, 'only', '0')
  const signs = page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')
  await expect(signs).toHaveCount(3)
  await expect(page.getByText('The server does not answer. 2 notes are kept here')).toBeVisible()
  const again = await startServer({ folder: server.folder, port })
  await allSent(page)
  await page.reload()
  await expect(signs).toHaveCount(3)
  const student = /students\/([^/]+)/.exec(page.url())![1]
  const { record } = (await (
    await page.request.get(`${again.url}/api/students/${student}`)
  ).json()) as {
    record: { lessons: { signs: unknown[] }[] }
  }
  expect(record.lessons[0]!.signs).toHaveLength(3)
  await again.stop()
})

test('pain stops the ladder and says why', async ({ page, studio }) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Piano')
  await beginLesson(page)
  await noteSign(page, 'tips', '2')
  await noteSign(page, 'numb', '2')
  await expect(page.getByRole('alert')).toContainText('Stop playing now.')
  await expect(page.getByText('This is no medical diagnosis.')).toBeVisible()
  await expect(page.getByText(/Left out:.*Tip on the table \(pain reported\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Settle on The fingertips cave in' }).click()
  await expect(
    page.getByText('Not offered: it loads a part in which pain was reported.'),
  ).toBeVisible()
  await expect(page.getByRole('button', { name: 'Settle and start the ladder' })).toBeDisabled()
})
