import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import sqlite3 from 'sqlite3'
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
import { keptInBrowser } from '../support/keptInBrowser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import type { HostedStudio } from '../support/host'

const FAULT = 'The hand in the bell closes the opening'
const DAY_MS = 86_400_000

function daysAgo(days: number): string {
  return new Date(Date.now() - days * DAY_MS).toISOString().slice(0, 10)
}

/** Two lessons that are long past: the fault settled, and called mended for a reason. */
async function mendedLongAgo(page: Page, studio: HostedStudio): Promise<string> {
  await addStudent(page, studio.url, 'Wren Castell', 'Horn')
  const student = page.url().split('/').at(-1) ?? ''
  const lesson = (n: number, days: number) => ({
    kind: 'lesson-opened',
    lesson: `lesson-${n}`,
    date: daysAgo(days),
  })
  const close = (n: number) => ({
    kind: 'lesson-closed',
    lesson: `lesson-${n}`,
    note: '',
    family: '',
    next: null,
  })
  const inCase = { lesson: 'lesson-1', case: 'case-bell' }
  const acts = [
    lesson(1, 70),
    { kind: 'fault-settled', ...inCase, fault: 'bell-closed', overruled: 'seen at once' },
    { kind: 'remedy-started', ...inCase, remedy: 'open-the-bell', weeks: 5 },
    close(1),
    lesson(2, 63),
    { kind: 'case-mended', lesson: 'lesson-2', case: 'case-bell', overruled: 'clean in the band' },
    close(2),
  ].map((act, i) => ({ ...act, id: `act-of-wren-${i}` }))
  const at = `${studio.url}/api/students/${student}`
  await page.request.post(`${at}/acts`, { data: { acts } })
  expect(await (await page.request.get(at)).text()).toContain('"mended"')
  // The page has not noted these itself.
  await page.reload()
  return student
}

async function look(page: Page, clean: number, slipped: number): Promise<void> {
  const project = page.getByRole('article', { name: FAULT })
  for (let i = 0; i < clean; i++)
    await project
      .getByRole('button', { name: /^Clean: / })
      .first()
      .click()
  for (let i = 0; i < slipped; i++)
    await project
      .getByRole('button', { name: /^Slipped: / })
      .first()
      .click()
  await project.getByRole('button', { name: /^Keep the look/ }).click()
}

async function closeLesson(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Close the lesson' }).click()
  await page.getByLabel('Something that works').fill('Steady pulse')
  await page.getByRole('button', { name: 'Close and make the sheet' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^Practice for/ })).toBeVisible()
  await allSent(page)
  await page.getByRole('link', { name: /^Back to/ }).click()
}

test('mended, looked at again, come back, and mended again', async ({ page, studio }) => {
  const student = await mendedLongAgo(page, studio)
  const at = `${studio.url}/students/${student}`
  const project = page.getByRole('article', { name: FAULT })
  await page.goto(at)
  await expect(page.getByText(/the second look is \d+ days late/)).toBeVisible()

  // A clean second look moves the date on.
  await beginLesson(page, daysAgo(42))
  await look(page, 5, 0)
  await expect(project.getByText(/Look again on/)).toBeVisible()
  await closeLesson(page)

  // One that is not clean is a relapse; a bad day is told apart with a reason.
  await beginLesson(page, daysAgo(14))
  await look(page, 1, 4)
  await expect(project.getByText('come back')).toBeVisible()
  await project.getByRole('button', { name: 'A bad day, not a relapse' }).click()
  await project.getByLabel('Why is it no relapse?').fill('hands still cold from the ferry')
  await project.getByRole('button', { name: 'Keep it mended' }).click()
  await expect(project.getByText(/^Mended on/)).toBeVisible()
  await look(page, 0, 5)
  await expect(project.getByText('come back')).toBeVisible()
  // The ladder waits where it stood.
  await page.getByRole('button', { name: 'Go on at rung 1' }).click()
  await expect(project.getByText(/^Rung 1 of/)).toBeVisible()
  await closeLesson(page)

  // Clean in a row, and sure enough: mended again. After such a day two lessons are not yet enough.
  await beginLesson(page, daysAgo(9))
  await look(page, 5, 0)
  await closeLesson(page)
  await beginLesson(page, daysAgo(4))
  await look(page, 5, 0)
  await expect(
    project.getByText(/clean unprompted in music 2 lessons in a row \(now 2\)/),
  ).toBeVisible()
  await closeLesson(page)
  await beginLesson(page)
  await look(page, 5, 0)
  await expect(project.getByText('The rule holds')).toBeVisible()
  await project.getByRole('button', { name: 'Call it mended', exact: true }).click()
  await closeLesson(page)

  await page.getByRole('row', { name: new RegExp(`${FAULT}.*mended`) }).waitFor()
  await page.goto(`${at}/faults/case-bell`)
  await expect(page.getByText('“hands still cold from the ferry”')).toBeVisible()
  const states = await page
    .getByRole('table')
    .first()
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader') })
    .allInnerTexts()
  const told = states.map(
    (row) => /mended|come back|healing|open/.exec(row.replace(/\n/g, ' '))?.[0],
  )
  expect(told.toReversed()).toEqual([
    'healing',
    'mended',
    'mended',
    'healing',
    'healing',
    'healing',
    'mended',
  ])
})

test('the seam is read by key, zoomed, set beside another, and saved', async ({ page, demo }) => {
  await page.goto(`${demo.url}/students/student-pell/seam`)
  const seam = page.getByRole('application')
  await seam.focus()
  await page.keyboard.press('ArrowRight')
  const readout = page.getByRole('status').filter({ hasText: 'sure it is mended' })
  await expect(readout).toContainText('The chair is wrong')
  await page.keyboard.press('ArrowDown')
  await expect(readout).toContainText('The bow hold is locked')
  await expectAccessible(page)

  const shown = async () =>
    Number(/over (\d+) lessons/.exec((await seam.getAttribute('aria-label')) ?? '')?.[1])
  const year = await shown()
  await page.getByRole('button', { name: 'Term' }).click()
  await expect(page).toHaveURL(/from=2026-0[89]-\d\d&to=2026-11-\d\d/)
  // The address may be there before the picture.
  await expect.poll(shown).toBeLessThan(year)
  const term = await shown()
  await seam.focus()
  await page.keyboard.press('+')
  await expect.poll(shown).toBeLessThan(term)
  await page.keyboard.press('-')
  await expect.poll(shown).toBeGreaterThanOrEqual(term - 1)
  await page.reload()
  await expect.poll(shown).toBeGreaterThanOrEqual(term - 1)

  await page.getByRole('button', { name: 'Show as a table' }).click()
  await expect(page.getByRole('rowheader', { name: 'The chair is wrong' })).toBeVisible()
  await page.getByRole('button', { name: 'Show the picture' }).click()

  await choose(page.getByLabel('Beside it'), 'Ivor Sandrey')
  await expect(page.getByRole('application')).toHaveCount(2)
  await choose(page.getByLabel('Beside it'), 'hand by hand')
  await expect(page.getByRole('heading', { name: 'Left hand' })).toBeVisible()
  await choose(page.getByLabel('Beside it'), 'nobody')

  const file = async (name: string) => {
    const waiting = page.waitForEvent('download')
    await page.getByRole('button', { name }).click()
    return readFile(await (await waiting).path())
  }
  const svg = (await file('Save as SVG')).toString()
  expect(svg).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg"/)
  expect(svg).toContain('The chair is wrong')
  expect(svg).not.toContain('var(--')
  expect((await file('Save as PNG')).subarray(1, 4).toString()).toBe('PNG')
})

test('what the weeks brought, what lags, a break, a letter and a table', async ({ page, demo }) => {
  await page.goto(`${demo.url}/students/student-pell/progress`)
  await expect(page.getByRole('heading', { name: 'What these weeks brought' })).toBeVisible()
  await expect(page.getByText(/Reading has run 2 steps ahead of the hands/)).toBeVisible()
  await expectAccessible(page)

  await choose(page.getByLabel('Hands'), '5')
  await expect(page.getByText(/ahead of the hands/)).toHaveCount(0)

  await page.goto(`${demo.url}/students/student-yeo/progress`)
  await page.getByLabel('From').last().fill('2026-12-01')
  await page.getByLabel('To').last().fill('2026-12-31')
  await page.getByLabel('In words').fill('Midwinter')
  await page.getByRole('button', { name: 'Note the break' }).click()
  await expect(page.getByText('holiday: Midwinter')).toBeVisible()
  await allSent(page)
  await page.goto(`${demo.url}/students/student-yeo`)
  // The second look of 6 December moves past the break.
  await expect(page.getByRole('row', { name: /The left thumb hops.*1 January 2027/ })).toBeVisible()

  await page.goto(`${demo.url}/students/student-yeo/progress`)
  const file = async (name: string) => {
    const waiting = page.waitForEvent('download')
    await page.getByRole('link', { name, exact: true }).click()
    return readFile(await (await waiting).path())
  }
  expect((await file('Letter for the family')).subarray(0, 5).toString()).toBe('%PDF-')
  expect((await file('Term report')).subarray(0, 5).toString()).toBe('%PDF-')
  expect((await file('breaks')).toString()).toContain('Midwinter')
})

test('a repair that does not move says what to try, and is given time with a reason', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/students/student-carrow/faults/carrow-case-2`)
  await expect(page.getByRole('heading', { name: 'It does not move' })).toBeVisible()
  await expect(page.getByText(/A smaller rung before/)).toBeVisible()
  await page.getByRole('button', { name: 'Give it time all the same' }).click()
  await page.getByLabel('Why is it given time?').fill('a new reed is on its way')
  await page.getByRole('button', { name: 'Wait' }).click()
  await expect(page.getByRole('heading', { name: 'It does not move' })).toHaveCount(0)
  await expect(page.getByText('“a new reed is on its way”')).toBeVisible()
})

test('the studio learns how faults mend, and goes back in one move', async ({ page, demo }) => {
  await page.goto(`${demo.url}/studio`)
  await page.getByRole('button', { name: 'Go by this studio' }).click()
  await expect(page.getByText(/the studio’s figures hold since/)).toBeVisible()
  await page.getByRole('button', { name: 'Go by the packs' }).click()
  await expect(page.getByText('the packs’ figures hold', { exact: true })).toBeVisible()
})

test('how the student describes the movement is kept beside the cue, and in the story of the fault', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.url}/students/student-marrow`)
  await beginLesson(page)
  const name = 'Sits slumped, the breath has no room'
  const project = page.getByRole('article', { name })
  await project.getByText(/^Rung 5 of 6/).click()
  await project.getByRole('button', { name: 'How do they describe it?' }).click()
  const words = project.getByLabel("The movement in the student's words")
  await words.fill('like a puppet on its string')
  // Half said when the page goes: it is still there.
  await page.reload()
  await expect(words).toHaveValue('like a puppet on its string')
  await words.press('Enter')
  await expect(project.getByText('“like a puppet on its string”')).toBeVisible()
  await allSent(page)
  await project.getByRole('link', { name }).click()
  await expect(page.getByRole('heading', { name: 'In the student’s words' })).toBeVisible()
  const told = page.getByRole('listitem').filter({ hasText: '“like a puppet on its string”' })
  await expect(told.first()).toBeVisible()
})

/** A statement past everything that would refuse it, as a disk that goes bad would have it. */
function byHand(file: string, sql: string): Promise<void> {
  const database = new sqlite3.Database(file)
  return new Promise((done, fail) => {
    database.exec(sql, (error) => {
      database.close()
      if (error) fail(error)
      else done()
    })
  })
}

/** A copy of the studio as of that day, as each day's is made. */
function copied(folder: string, day: string): Promise<void> {
  mkdirSync(join(folder, 'backups'), { recursive: true })
  const copy = join(folder, 'backups', `studio-${day}.sqlite`)
  return byHand(join(folder, 'studio.sqlite'), `VACUUM INTO '${copy}'`)
}

/** A studio in which the sign noted last can no longer be read, and a copy of before. */
async function stuckStudio(page: Page): Promise<RunningServer> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-'))
  const first = await startServer({ folder })
  await addStudent(page, first.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'mut', '2')
  await allSent(page)
  await copied(folder, '2026-03-01')
  await first.stop()
  await byHand(
    join(folder, 'studio.sqlite'),
    `DROP TRIGGER acts_are_kept_as_written;
     UPDATE acts SET body = replace(body, 'sign-noted', 'sign-hummed') WHERE kind = 'sign-noted';`,
  )
  const again = await startServer({ folder })
  await page.goto(again.url)
  await page.getByRole('link', { name: 'Aldo Finch' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'The record of Aldo Finch cannot be read on',
  )
  return again
}

async function end(server: RunningServer): Promise<void> {
  await server.stop()
  rmSync(server.folder, { recursive: true, force: true })
}

test('a record that cannot be read on is set aside by key, and goes on; what stands aside is read there', async ({
  page,
}) => {
  const server = await stuckStudio(page)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Set it aside', exact: true }).press('Enter')
  await expect(page.getByText('1 note of Aldo Finch stands aside')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Go on with the lesson' })).toBeVisible()
  await page.getByRole('button', { name: 'Look at it' }).press('Enter')
  const panel = page.getByRole('dialog', { name: 'Set aside' })
  await expect(panel.getByText(/“.*muted.*”/)).toBeVisible()
  await expectAccessible(page)
  await panel.getByRole('button', { name: 'Take them up again' }).press('Enter')
  await expect(panel.getByRole('alert')).toContainText('It still cannot be read on')
  await end(server)
})

test('a record that cannot be read on is brought back from a copy by one press', async ({
  page,
}) => {
  const server = await stuckStudio(page)
  await page.getByRole('button', { name: /^As of .*1 March 2026 \(3 notes\)$/ }).click()
  await page.getByRole('link', { name: 'Go on with the lesson' }).click()
  await expect(page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')).toHaveCount(1)
  await end(server)
})

test.describe('with what the browser keeps for when the server is away', () => {
  test.use({ serviceWorkers: 'allow' })

  test('a removed student is gone from this browser, and out of the copies where that is asked for', async ({
    page,
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'vein-mend-'))
    const server = await startServer({ folder })
    await addStudent(page, server.url, 'Aldo Pilchard', 'Horn')
    const at = page.url()
    await beginLesson(page)
    await noteSign(page, 'mut', '2')
    await allSent(page)
    await page.evaluate(() => navigator.serviceWorker.ready)
    await page.goto(at)
    await expect.poll(() => keptInBrowser(page)).toContain('muted')
    await page.goto(`${at}/week`)
    await page.getByRole('button', { name: 'Make a link' }).click()
    const link = page.getByRole('textbox', { name: 'Link for home' }).first()
    await page.goto(await link.inputValue())
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Practice for Aldo')
    await copied(folder, '2026-03-01')
    // On the way while they are removed: a note that waits here and never arrives.
    await page.goto(`${at}/card`)
    await page.getByRole('button', { name: 'Remove from this studio' }).click()
    const dialog = page.getByRole('dialog', { name: 'Remove Aldo Pilchard' })
    await expect(
      dialog.getByText('1 copy of the studio on this machine still has them'),
    ).toBeVisible()
    await expectAccessible(page)
    await dialog.getByRole('checkbox', { name: /Take them out of the copies/ }).press('Space')
    await dialog.getByRole('textbox').fill('Aldo Pilchard')
    await dialog.getByRole('textbox').press('Enter')
    await expect(page.getByText('Aldo Pilchard is removed, and out of 1 copy')).toBeVisible()
    // The service worker is asked, and answers nobody: what it holds goes a moment later.
    await expect.poll(() => keptInBrowser(page)).not.toContain('Aldo')
    expect(await keptInBrowser(page)).not.toContain('muted')
    for (const name of ['studio.sqlite', 'studio.sqlite-wal', 'backups/studio-2026-03-01.sqlite']) {
      const path = join(folder, name)
      if (existsSync(path)) expect(readFileSync(path).includes('Pilchard'), name).toBe(false)
    }
    await end(server)
  })
})
