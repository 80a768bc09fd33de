import { addStudent, beginLesson, expect, expectAccessible, test } from '../support/journey'

test('a set-up that is not right asks what, stands among the signs, and speaks for nothing until it is said', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Ivor Sandrey', 'Violin')
  await beginLesson(page)
  await page.getByRole('button', { name: /^Set-up before sound/ }).click()
  const hold = page.getByRole('group', { name: /^Bow hold soft/ })
  await hold.first().getByRole('radio', { name: 'not right' }).click()
  await page.getByRole('group', { name: /^Does it stay/ }).getByRole('radio', { name: 'right', exact: true }).click()
  await page.getByRole('button', { name: 'Keep the set-up' }).click()

  const noted = page.getByRole('list', { name: 'Signs noted' })
  const locked = /^The bow thumb is locked/
  await expect(noted).toContainText('Bow hold soft, thumb bent, little finger round? Not right')
  // Right before sound says nothing of the jaw while playing.
  await expect(noted).not.toContainText('jaw')
  await expectAccessible(page)

  // By key: to the question, and its first answer.
  const thumb = noted.getByRole('button', { name: 'the thumb is straight and locked' })
  await thumb.focus()
  await page.keyboard.press('Enter')
  await expect(noted.getByRole('listitem').filter({ hasText: 'seen before sound' })).toContainText(
    'the thumb is straight and locked',
  )
  await page.screenshot({ path: '/tmp/w/setup2.png' })
  expect(locked).toBeTruthy()
})
