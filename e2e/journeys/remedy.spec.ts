import { addStudent, beginLesson, expect, noteSign, test } from '../support/journey'

test('a remedy that does not help is exchanged for another, and the former one is remembered', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Wren Castell', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  await page.getByRole('button', { name: 'The tone clears' }).click()
  await page.getByRole('button', { name: 'Decide on A resting hand half presses a valve' }).click()
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  const project = page.getByRole('article', { name: 'A resting hand half presses a valve' })
  await project.getByRole('button', { name: 'Slipped', exact: true }).nth(1).click()
  await project.getByRole('button', { name: /^Keep 0 of 1/ }).click()
  await project.getByRole('button', { name: 'Other remedy' }).click()
  await page.getByLabel('Why another remedy?').fill('the hook is too far for this hand')
  await page.getByRole('radio', { name: /The soft hold/ }).check()
  await page.getByRole('button', { name: 'Start the ladder' }).click()
  await expect(project.getByText('Shake and take.')).toBeVisible()
  await expect(project.getByText('Rung 1 of 5:')).toBeVisible()
})
