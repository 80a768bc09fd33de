import {
  addStudent,
  beginLesson,
  expect,
  expectAccessible,
  noteSign,
  test,
} from '../support/journey'
import type { Page } from '@playwright/test'

/** Presses Tab until the wanted element has the focus; a teacher's hand never leaves the keys. */
async function tabTo(
  page: Page,
  role: 'button' | 'link' | 'combobox' | 'textbox' | 'radio',
  name: string | RegExp,
): Promise<void> {
  const wanted = page.getByRole(role, { name }).first()
  await wanted.waitFor()
  for (let i = 0; i < 120; i++) {
    if (await wanted.evaluate((node) => node === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`Tab never reached ${String(name)}`)
}

test('the whole loop from the keyboard alone: add, sign, check, settle, look, sheet', async ({
  page,
  studio,
}) => {
  await page.goto(studio.url)
  await tabTo(page, 'link', 'Add a student')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Name')).toBeFocused()
  await page.keyboard.type('Wren Castell')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Enter')
  const horn = page.getByRole('option', { name: 'Horn' })
  await expect(horn).toBeVisible()
  await page.keyboard.type('Horn')
  await expect(horn).toBeFocused()
  await page.keyboard.press('Enter')
  await tabTo(page, 'button', 'Add the student')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Wren Castell' })).toBeVisible()

  await tabTo(page, 'button', 'Begin the lesson')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Note a sign' })).toBeFocused()
  await page.keyboard.type('mut2')
  await expect(page.getByRole('list', { name: 'Signs noted' })).toContainText('muted')
  await tabTo(page, 'button', 'The tone clears')
  await page.keyboard.press('Enter')
  await tabTo(page, 'button', 'Decide on A resting hand half presses a valve')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel("Cue, in the student's words")).toBeFocused()
  await page.keyboard.type('feathers')
  await page.keyboard.press('Enter')
  const project = page.getByRole('article', { name: 'A resting hand half presses a valve' })
  await expect(project).toBeVisible()

  await tabTo(page, 'button', 'Clean')
  for (let i = 0; i < 3; i++) await page.keyboard.press('Enter')
  await tabTo(page, 'button', /^Keep the look/)
  await page.keyboard.press('Enter')
  await expect(project.getByText('3 clean of 3')).toBeVisible()

  await tabTo(page, 'button', 'Close the lesson')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Something that works')).toBeFocused()
  await page.keyboard.type('Asks why')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Practice for Wren Castell' })).toBeVisible()
  await expect(page.getByText('“feathers”')).toBeVisible()
})

test('a question mark shows the keys, and the hand goes on where it was', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Wren Castell', 'Horn')
  // In a field it is a question mark.
  await page.goto(`${studio.url}/students/new`)
  await page.getByLabel('Name').press('?')
  await expect(page.getByLabel('Name')).toHaveValue('?')
  await page.goBack()
  await expect(page.getByRole('heading', { level: 1, name: 'Wren Castell' })).toBeVisible()
  await beginLesson(page)
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await line.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText(
    'does what the lesson comes to next',
  )
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  await expect(line).toBeFocused()
  // With letters in the line it notes a sign one is not sure of.
  await line.fill('muted')
  await line.press('?')
  await expect(page.getByRole('list', { name: 'Signs noted' })).toContainText('unsure')
})

test('a word of what was done takes no keys: not when it is passed, pressed or gone', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Wren Castell', 'Horn')
  await beginLesson(page)
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  const aim = page.getByLabel('One aim today')
  const undo = page.getByRole('button', { name: 'Undo' })
  const takeBack = page.getByRole('button', { name: /^Take back/ })
  const taken = async () => {
    await takeBack.click()
    // Under the pointer it stays.
    await undo.hover()
  }
  const away = () => page.mouse.move(900, 10)

  // Passed: on from it, and not back to where the keys came from.
  await noteSign(page, 'muted', '2')
  await taken()
  await line.focus()
  await undo.focus()
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Shift+Tab')
  await expect(line).not.toBeFocused()
  await expect(page.locator('main :focus')).toHaveCount(1)
  await away()
  await expect(undo).toHaveCount(0)

  // Pressed by pointer, the keys stay, also when it goes.
  await noteSign(page, 'weak', '1')
  await taken()
  await line.focus()
  await undo.click()
  await expect(takeBack).toHaveCount(1)
  await expect(line).toBeFocused()
  await away()
  await expect(undo).toHaveCount(0)
  await expect(line).toBeFocused()

  // Pressed by key, they go back to where they came from.
  await taken()
  await aim.focus()
  await undo.focus()
  await page.keyboard.press('Enter')
  await expect(takeBack).toHaveCount(1)
  await expect(aim).toBeFocused()
})
