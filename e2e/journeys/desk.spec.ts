import type { Page } from '@playwright/test'
import {
  addStudent,
  allSent,
  beginLesson,
  expect,
  expectAccessible,
  test,
} from '../support/journey'

const FAULT = 'A resting hand half presses a valve'

/** Presses keys and counts them, as a teacher's hands would. */
class Keys {
  count = 0
  constructor(private readonly page: Page) {}
  async type(text: string): Promise<void> {
    for (const key of text) await this.press(key)
  }
  async press(key: string): Promise<void> {
    this.count += 1
    await this.page.keyboard.press(key)
  }
}

test('sign, check, fault, remedy, sheet by keyboard alone in at most 25 actions', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Wren Castell', 'Horn')
  await beginLesson(page)
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await expect(line).toBeFocused()
  const keys = new Keys(page)
  await keys.type('mu2')
  await expect(page.getByRole('list', { name: 'Signs noted' })).toContainText('muted')
  await keys.type('.cle')
  await keys.press('Enter')
  await expect(page.getByRole('list', { name: 'Checks done' })).toContainText('The tone clears')
  await keys.type('.set')
  await keys.press('Enter')
  await expect(page.getByRole('dialog')).toContainText(FAULT)
  await keys.press('Enter')
  await expect(page.getByRole('article', { name: FAULT })).toBeVisible()
  await expect(line).toBeFocused()
  await keys.type('.clo')
  await keys.press('Enter')
  await expect(page.getByLabel('Something that works')).toBeFocused()
  await keys.press('Enter')
  await expect(page.getByRole('heading', { name: 'Practice for Wren Castell' })).toBeVisible()
  expect(keys.count).toBeLessThanOrEqual(25)
  test.info().annotations.push({ type: 'actions by keyboard', description: String(keys.count) })
})

test('a whole lesson by keyboard alone: aim, set-up, recall, look, slips, rung, close', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/students/student-marrow`)
  await beginLesson(page)
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await page.keyboard.type('.aim')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('One aim today')).toBeFocused()
  await page.keyboard.type('Send all of the breath')
  await page.keyboard.press('Enter')
  await line.focus()
  await page.keyboard.type('.alone')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Cue recalled:').first()).toBeVisible()
  await line.focus()
  await page.keyboard.type('4 5')
  await page.keyboard.press('Enter')
  await expect(page.getByText('4 clean of 5').first()).toBeVisible()

  // Slips while they play: any key counts, Enter stops.
  const slips = page.getByRole('button', { name: /^Count slips:/ }).first()
  await slips.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: /^Counting slips/ })).toBeFocused()
  const start = Date.now()
  await page.keyboard.press('s')
  await page.keyboard.press('Space')
  await expect.poll(() => Date.now() - start).toBeGreaterThan(1100)
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^2 slips in \d+ s$/).first()).toBeVisible()

  await line.focus()
  await page.keyboard.type('.stay')
  await page.keyboard.press('Enter')
  await expectAccessible(page)
  await line.focus()
  await page.keyboard.type('.clo')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toContainText('Aim: Send all of the breath.')
  await expect(page.getByRole('dialog')).toContainText('To take home, in this order')
  await expect(page.getByLabel('For the family')).toHaveAttribute(
    'placeholder',
    /This week's one aim: Send all of the breath\./,
  )
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /^Practice for/ })).toBeVisible()
})

test('the next step leads to where it is done, by pointer and by key', async ({ page, demo }) => {
  await page.goto(`${demo.url}/students/student-marrow`)
  await beginLesson(page)
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await line.fill('mut')
  await line.press('0')
  await page.getByRole('button', { name: 'Set-up before sound' }).click()
  const where = page.getByRole('radio', { name: 'studio' })
  await expect(where).toBeVisible()
  await page.getByRole('button', { name: 'The rest is right' }).click()
  await page.getByRole('button', { name: 'Keep the set-up' }).click()
  await expect(page.getByRole('button', { name: /^Ask for the cue: / })).toBeVisible()
  await line.fill('.next')
  await line.press('Enter')
  const project = page.getByRole('article').filter({ has: page.locator(':focus') })
  await expect(project).toBeInViewport()
  await expect(project).toContainText('Ask: what was the cue, and why?')
})

test.describe('by touch on a tablet', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true })

  test('the same lesson by touch, in at most 25 touches', async ({ page, studio }) => {
    await addStudent(page, studio.url, 'Wren Castell', 'Horn')
    await beginLesson(page)
    let touches = 0
    const tap = async (name: string | RegExp, role: 'button' | 'radio' = 'button') => {
      touches += 1
      await page.getByRole(role, { name }).first().tap()
    }
    await tap('Touch signs as tiles')
    await tap('Tone', 'radio')
    await tap(/^The tone is muted and strange: note as marked/)
    await expect(page.getByRole('list', { name: 'Signs noted' })).toContainText('muted')
    await tap('The tone clears')
    await tap(`Settle on ${FAULT}`)
    await tap('Settle and start the ladder')
    await expect(page.getByRole('article', { name: FAULT })).toBeVisible()
    await tap('Close the lesson')
    await tap('Close and make the sheet')
    await expect(page.getByRole('heading', { name: 'Practice for Wren Castell' })).toBeVisible()
    expect(touches).toBeLessThanOrEqual(25)
    test.info().annotations.push({ type: 'touches', description: String(touches) })
  })

  test('set-up by touch: the rest is right, one is not, a number out of band speaks', async ({
    page,
    studio,
  }) => {
    await addStudent(page, studio.url, 'Noor Vale', 'Piano')
    await beginLesson(page)
    await page.locator('summary', { hasText: 'Set-up before sound' }).tap()
    await page
      .getByLabel('Feet flat?', { exact: true })
      .getByRole('radio', { name: 'not right' })
      .tap()
    await page.getByLabel(/Slope of the forearm/).fill('14')
    await page.getByRole('button', { name: 'The rest is right' }).tap()
    await page.getByRole('button', { name: 'Keep the set-up' }).tap()
    await expect(page.getByText('looked at: 5 right, 1 not')).toBeVisible()
    await allSent(page)
    await expect(
      page.getByRole('list', { name: 'Rival faults' }).getByRole('listitem').first(),
    ).toContainText(/Sits too high|The feet have no ground/)
  })

  test('a third project replaces one, with a reason', async ({ page, demo }) => {
    await page.goto(`${demo.url}/students/student-marrow`)
    await beginLesson(page)
    const choose = page.locator('section', {
      has: page.getByRole('heading', { name: 'Which first?' }),
    })
    await expect(choose.getByText('Two are running. To make room:')).toBeVisible()
    await choose
      .getByRole('button', { name: /^Replace / })
      .first()
      .tap()
    await page.getByLabel('Why?').fill('The bell comes first before the fair')
    await page.getByRole('button', { name: 'Let it rest' }).last().tap()
    await choose.getByRole('button', { name: 'Pick this' }).first().tap()
    await page.getByRole('button', { name: 'Start the ladder' }).tap()
    await expect(choose.getByText('rests: The bell comes first before the fair')).toBeVisible()
  })
})
