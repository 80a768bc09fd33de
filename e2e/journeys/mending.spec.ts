import { addStudent, allSent, beginLesson, expect, noteSign, test } from '../support/journey'
import type { Page } from '@playwright/test'

test.use({ serviceWorkers: 'allow' })

const FAULT = 'The hand in the bell closes the opening'

async function tally(page: Page, group: number, clean: number): Promise<void> {
  const project = page.getByRole('article', { name: FAULT })
  for (let i = 0; i < clean; i++)
    await project
      .getByRole('button', { name: /^Clean: / })
      .nth(group)
      .click()
  await project.getByRole('button', { name: /^Keep/ }).click()
}

async function closeLesson(page: Page, works: string): Promise<void> {
  await page.getByRole('button', { name: 'Close the lesson' }).click()
  await page.getByLabel('Something that works').fill(works)
  await page.getByRole('button', { name: 'Close and make the sheet' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^Practice for/ })).toBeVisible()
  await allSent(page)
}

function daysAgo(days: number): string {
  const date = new Date(Date.now() - days * 86_400_000)
  return date.toISOString().slice(0, 10)
}

test('from a new student to a mended fault, through three lessons', async ({ page, studio }) => {
  await addStudent(page, studio.url, 'Wren Castell', 'Horn')
  await beginLesson(page, daysAgo(14))

  // Signs, rivals, check.
  await noteSign(page, 'far', '2')
  await noteSign(page, 'shou', '0')
  await expect(page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')).toHaveCount(2)
  await expect(page.getByRole('heading', { name: 'Knuckles to the far side' })).toBeVisible()
  await page.getByRole('button', { name: 'It opens up' }).click()
  const first = page
    .getByRole('list', { name: 'What may lie behind it' })
    .getByRole('listitem')
    .first()
  await expect(first).toContainText(FAULT)
  await expect(first).toContainText(/9\d\s%/)
  await first.getByRole('button', { name: 'why?' }).click()
  await expect(
    first.getByRole('row', { name: /Far away although much air goes in/ }),
  ).toContainText(/\d times likelier/)

  // Settle, remedy, cue in the student's words, sheet.
  await page.getByRole('button', { name: `Decide on ${FAULT}` }).click()
  await page.getByLabel("Cue, in the student's words").fill('open the boathouse door')
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await expect(page.getByRole('article', { name: FAULT })).toBeVisible()
  await closeLesson(page, 'Sings before playing')
  await expect(page.getByText('“open the boathouse door”')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Lay the hand' })).toBeVisible()

  // Second lesson: recall first, look before prompting, k clean of n, decide.
  await page.getByRole('link', { name: 'Back to Wren Castell' }).click()
  await expect(page.getByText('Say first what works: Sings before playing')).toBeVisible()
  await beginLesson(page, daysAgo(7))
  const project = page.getByRole('article', { name: FAULT })
  await project.getByRole('button', { name: 'Alone' }).click()
  await expect(project.getByText('Cue recalled:')).toBeVisible()
  await tally(page, 0, 5)
  await expect(project.getByText('Looked in a piece, at tempo, unprompted:')).toBeVisible()
  await tally(page, 1, 4)
  await expect(project.getByText('Near: stay on this rung.')).toBeVisible()
  await tally(page, 1, 1)
  await expect(project.getByText('The pass rule holds: step up.')).toBeVisible()
  await project.getByRole('button', { name: 'Up', exact: true }).click()
  await expect(project.getByText('Rung 2 of 5:')).toBeVisible()
  await expect(project.getByRole('button', { name: 'Call it mended', exact: true })).toHaveCount(0)
  await closeLesson(page, 'Steady pulse')

  // Third lesson: the rule holds, and a recheck is dated.
  await page.getByRole('link', { name: 'Back to Wren Castell' }).click()
  await beginLesson(page)
  await project.getByRole('button', { name: 'Alone' }).click()
  await tally(page, 0, 5)
  await expect(project.getByText('The rule holds')).toBeVisible()
  await project.getByRole('button', { name: 'Call it mended', exact: true }).click()
  await expect(project.getByText(/Look again on/)).toBeVisible()
  await closeLesson(page, 'Opens the bell by herself')

  await page.getByRole('link', { name: 'Back to Wren Castell' }).click()
  const row = page.getByRole('row', { name: new RegExp(`${FAULT}.*mended.*Look again in 14 days`) })
  await expect(row).toBeVisible()
  await page.reload()
  await expect(row).toBeVisible()
})

test('choosing against the ranking asks for a reason, and keeps it', async ({ page, studio }) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  const settle = page.getByRole('button', { name: 'Decide on The face goes to the mouthpiece' })
  await page.getByRole('button', { name: /^Show all/ }).click()
  await settle.click()
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await expect(page.getByText('Please say in a few words why.')).toBeVisible()
  await page.getByLabel('Why not the one ranked first?').fill('I see it from the side')
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await page
    .getByRole('article')
    .getByRole('link', { name: 'The face goes to the mouthpiece' })
    .click()
  await expect(page.getByText('chosen against the ranking: “I see it from the side”')).toBeVisible()
})

test('every step can be undone by key, by toast and from the list', async ({ page, studio }) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  const signs = page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')
  await noteSign(page, 'muted', '2')
  await noteSign(page, 'weak', '1')
  await expect(signs).toHaveCount(2)
  // It may still be on its way: the last one goes all the same, and not the one before.
  await page.keyboard.press('Control+z')
  await expect(signs).toHaveCount(1)
  await expect(signs).toContainText('The tone is muted')
  // In a field with words in it the key is the words' own.
  await page.getByRole('button', { name: 'Close the lesson' }).click()
  const own = page.getByLabel('A note of your own')
  await own.pressSequentially('Sings')
  await own.press('Control+z')
  await expect(own).not.toHaveValue('Sings')
  await page.keyboard.press('Escape')
  await expect(signs).toHaveCount(1)
  await page.getByRole('button', { name: 'Take back: The tone is muted and strange' }).click()
  await expect(page.getByText('Nothing noted yet in this lesson.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(signs).toHaveCount(1)
  await page.getByRole('link', { name: 'Aldo Finch' }).click()
  await page.getByRole('button', { name: /^Undo: Sign noted The tone is muted/ }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'The tone is muted' })).toContainText(
    'undone',
  )
})
