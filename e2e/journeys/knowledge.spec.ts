import { readFile } from 'node:fs/promises'
import {
  addStudent,
  beginLesson,
  choose,
  expect,
  expectAccessible,
  noteSign,
  test,
} from '../support/journey'

test("a teacher's own sign, fault and remedy are used in the next lesson", async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.url}/packs/horn`)
  await page.getByRole('link', { name: 'Add a remedy' }).click()
  await page.getByLabel('Name').fill('Warm the hands')
  await page.getByLabel('Aim').fill('Hands that can feel')
  await page.getByLabel('Rung 1', { exact: true }).fill('Rub and shake')
  await page.getByLabel('What to do').fill('Rub the hands until they are warm.')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Horn' })).toBeVisible()

  // A remedy nobody needs yet stands; a fault without a sign is refused, and nothing typed is lost.
  await page.getByRole('link', { name: 'Add a fault' }).click()
  await page.getByLabel('Name').fill('Plays before the hands are warm')
  await page.getByLabel('What goes wrong, and why').fill('Cold fingers press.')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('alert')).toContainText('line')
  await expect(page.getByLabel('Name')).toHaveValue('Plays before the hands are warm')
  await choose(page.getByLabel('It shows as 1', { exact: true }), 'The tone is muted and strange')
  await choose(page.getByLabel('Remedy 1'), 'Warm the hands')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('Plays before the hands are warm').first()).toBeVisible()

  await page.getByRole('link', { name: 'Add a sign' }).click()
  await page.getByLabel('What is seen, heard or felt').fill('Cold hands from the ferry')
  await page.getByLabel('Where').fill('hands')
  await choose(page.getByLabel('Fault 1', { exact: true }), 'Plays before the hands are warm')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Horn' })).toBeVisible()

  await addStudent(page, studio.url, 'Wren Castell', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'ferry', '2')
  const first = page
    .getByRole('list', { name: 'What may lie behind it' })
    .getByRole('listitem')
    .first()
  await expect(first).toContainText('Plays before the hands are warm')
})

test('a pack goes out as YAML, comes in again, and a faulty one is refused by line', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.url}/packs/horn`)
  await page.getByRole('button', { name: 'A copy of my own' }).click()
  await page.getByLabel('Name').fill('Harbour horn')
  await page.getByRole('button', { name: 'Make the copy' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Harbour horn' })).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Take out as YAML' }).click()
  const text = await readFile(await (await download).path(), 'utf8')
  await page.getByRole('button', { name: 'Take this pack out' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Knowledge' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Harbour horn' })).toHaveCount(0)

  const bring = (yaml: string) =>
    page
      .getByLabel('A pack as a YAML file')
      .setInputFiles({ name: 'pack.yaml', mimeType: 'application/yaml', buffer: Buffer.from(yaml) })
  await bring(text.replace('strand: tone', 'strand: poise'))
  await expect(page.getByRole('alert')).toContainText(/line \d+/)
  await expect(page.getByRole('link', { name: 'Harbour horn' })).toHaveCount(0)
  await bring(text)
  await expect(page.getByRole('heading', { level: 1, name: 'Harbour horn' })).toBeVisible()
})

test("the studio's school changes the gates, and undo brings the old way back", async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.url}/packs/piano`)
  const gates = page.locator('section', { has: page.getByRole('heading', { name: 'Gates' }) })
  await expect(gates).toContainText('Staccato after legato')
  await page.goto(`${studio.url}/studio`)
  await expect(page.getByText('Nothing has been decided yet')).toBeVisible()
  await page.getByRole('radio', { name: /^Staccato - detached - legato/ }).click()
  await expect(page.getByText('Staccato - detached - legato: for the whole studio')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('link', { name: 'Knowledge' }).click()
  await page.getByRole('link', { name: 'Piano' }).click()
  await expect(gates).toContainText('Detached notes after staccato')
  await page.goto(`${studio.url}/studio`)
  // The studio answers before the choice stands.
  const usual = page.getByRole('radio', { name: /^Detached - legato - staccato/ })
  await usual.click()
  await expect(usual).toBeChecked()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(page.getByRole('radio', { name: /^Staccato - detached - legato/ })).toBeChecked()
})
