import {
  addStudent,
  allSent,
  beginLesson,
  choose,
  expect,
  expectAccessible,
  noteSign,
  test,
} from '../support/journey'

test('a hard case on the bench: compare, look, change a column, overrule', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Wren Castell', 'Piano')
  await beginLesson(page)
  await noteSign(page, 'breaks down', '2')
  await noteSign(page, 'looks', '1')
  await page.getByRole('link', { name: 'Side by side' }).click()
  const table = page.getByRole('table').first()
  const heads = table.getByRole('columnheader')
  await expect(heads).toHaveCount(3)
  await expect(heads.first()).toContainText('The order of the hands is not automatic')
  await expect(
    table.getByRole('row', { name: /Breaks down when hands go together/ }),
  ).toContainText(/\d times likelier/)
  await expect(page.getByRole('heading', { name: 'What would change my mind' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'What drives what' })).toBeVisible()
  await expectAccessible(page)

  // Another rival in the third column; the address keeps it over a reload.
  await choose(page.getByLabel('Fault in column 3'), 'Reading two staves is the load')
  await expect(page).toHaveURL(/rivals=.*reading-load/)
  await page.reload()
  await expect(heads.nth(2)).toContainText('Reading two staves')

  // Looking at a sign where the rivals part, right in the table.
  await page.goto(page.url().replace(/\?.*/, ''))
  await page.getByRole('button', { name: 'Hands come in the wrong order: marked' }).click()
  await allSent(page)
  await expect(table.getByRole('row', { name: /^Hands come in the wrong order/ })).toContainText(
    'likel',
  )

  // Overrule from the bench, with a reason.
  await page.goto(page.url().replace(/\?.*/, '') + '?rivals=whole-not-in-ear')
  await page
    .getByRole('button', { name: 'Decide on The sound of the whole is not in the head' })
    .click()
  await page.getByLabel('Why not the one ranked first?').fill('She has never heard the left hand')
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await expect(table.getByText('on record already')).toBeVisible()
})
