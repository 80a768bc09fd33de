import { addStudent, beginLesson, expect, expectAccessible, test } from '../support/journey'

test('a set-up that is not right asks what, stands among the signs, and speaks for nothing until it is said', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Ivor Sandrey', 'Violin')
  await beginLesson(page)
  await page.getByRole('button', { name: /^Set-up before sound/ }).click()
  const answer = (ask: RegExp, words: string) =>
    page.getByRole('radiogroup', { name: ask }).getByRole('radio', { name: words, exact: true })
  await answer(/^Bow hold soft/, 'not right').click()
  await answer(/^Does it stay/, 'right').click()
  await page.getByRole('button', { name: 'Keep the set-up' }).click()

  const noted = page.getByRole('list', { name: 'Signs noted' })
  await expect(noted).toContainText('Bow hold soft, thumb bent, little finger round? Not right')
  // Right before sound says nothing of the jaw while playing; not right speaks for nothing until it is said what.
  await expect(noted).not.toContainText('jaw')
  await expect(page.getByRole('heading', { name: 'What may lie behind it' })).toHaveCount(0)
  await expectAccessible(page)

  // By key: to the question, and its first answer.
  await noted.getByRole('button', { name: 'the thumb is straight and locked' }).focus()
  await page.keyboard.press('Enter')
  await expect(noted.getByRole('listitem')).toContainText(['the thumb is straight and locked'])
  await expect(page.getByRole('heading', { name: 'What may lie behind it' })).toBeVisible()
  await expect(
    page.getByRole('list', { name: 'What may lie behind it' }).getByRole('listitem').first(),
  ).toContainText('The bow hold is locked')

  // What was kept is still there, and another point is added to it.
  await expect(answer(/^Does it stay/, 'right')).toBeChecked()
  await answer(/^Balanced on both feet/, 'not right').click()
  await page
    .getByRole('toolbar', { name: /^Balanced on both feet.*Which/ })
    .getByRole('button', { name: 'the weight is on one side' })
    .click()
  await page.getByRole('button', { name: 'Keep the set-up' }).click()
  await expect(noted.getByRole('listitem')).toContainText([
    'the weight is on one side',
    'the thumb is straight and locked',
  ])
  await noted.getByRole('button', { name: /^Take back: the thumb/ }).click()
  await expect(noted).not.toContainText('thumb')
  await expect(answer(/^Bow hold soft/, 'not right')).not.toBeChecked()
})
