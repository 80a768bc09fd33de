/** Each lesson opens on what it needs: a first one, a student from elsewhere who plays in the group. */
import {
  addStudent,
  allSent,
  beginLesson,
  choose,
  expect,
  expectAccessible,
  test,
} from '../support/journey'

test('a first lesson opens on what works, with the line ready and nothing to be recalled', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Marimba')
  await expect(
    page.getByText('The first lesson: something easy, what works said aloud'),
  ).toBeVisible()
  await beginLesson(page)
  await expect(page.getByRole('combobox', { name: 'Note a sign' })).toBeFocused()
  const path = page.getByRole('list', { name: 'The lesson, step by step' })
  await expect(path.locator('[aria-current=step]')).toContainText('Say what works')
  await expect(path.getByRole('listitem').filter({ hasText: 'Recall' })).toHaveCount(0)
  await expect(page.getByRole('textbox', { name: 'What works today' })).toBeInViewport()
  await expect(page.getByRole('heading', { name: 'Next check' })).toHaveCount(0)
})

test('a student from elsewhere, who plays in the group: what was handed over, and what to do there until a piece is known', async ({
  page,
  demo,
}) => {
  const student = `${demo.url}/students/student-sandrey`
  await page.goto(`${student}/week`)
  await choose(page.getByLabel('Group lesson'), 'Wednesday')
  const pieces = page.getByLabel('The group plays next')
  await pieces.fill('The slow reel')
  // Half typed, it is there after a reload; left, it is on record.
  await page.reload()
  await expect(pieces).toHaveValue('The slow reel')
  await pieces.focus()
  await pieces.blur()
  await allSent(page)
  await expect(page.getByRole('rowheader', { name: 'The next pieces of the group' })).toBeVisible()

  await page.goto(student)
  const before = page.getByRole('region', { name: 'Before the lesson' })
  await expect(before).toContainText('From Orla Brack: Two books played through')
  await expect(before).toContainText('Takes correction: Slowly, and one at a time')
  const group =
    'next The slow reel. Until a piece is known: Silent fingering, or the bow on the shoulder'
  await expect(before).toContainText(`Group, Wednesday: ${group}`)
  await expect(before).toContainText('“elbow first”')
  await expectAccessible(page)

  await beginLesson(page)
  await expect(page.getByText(group)).toBeInViewport()
  await page.goto(`${student}/sheet`)
  await expect(
    page.getByText('The slow reel. In the group, until a piece is known: Silent fingering'),
  ).toBeVisible()
})

test('a reason half typed and a word half written are there after a reload', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/students/student-sandrey`)
  await beginLesson(page)
  const project = page.getByRole('article', { name: 'The shift jerks' })
  await project
    .getByRole('button', { name: /^(Rung|Cue and slips)/ })
    .first()
    .click()
  await project.getByRole('button', { name: 'Call it mended all the same' }).click()
  const why = page.getByLabel('Why is it mended all the same?')
  await why.fill('Heard in the hall')
  await page.reload()
  await expect(why).toHaveValue('Heard in the hall')
  await why.press('Escape')
  await page.reload()
  await expect(project).toBeVisible()
  await expect(why).toHaveCount(0)
})
