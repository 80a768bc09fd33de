import { readFile } from 'node:fs/promises'
import {
  addStudent,
  allSent,
  beginLesson,
  expect,
  expectAccessible,
  noteSign,
  test,
} from '../support/journey'
import type { Page } from '@playwright/test'

async function download(page: Page, name: string | RegExp, nth = 0): Promise<Buffer> {
  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name, exact: true }).nth(nth).click()
  return readFile(await (await waiting).path())
}

test('from a fault to a ladder that is changed, seen, timed and exported', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Wren Castell', 'Piano')
  await beginLesson(page)
  await noteSign(page, 'breaks down', '2')
  await noteSign(page, 'order', '2')
  await page
    .getByRole('button', { name: 'Decide on The order of the hands is not automatic' })
    .click()
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await page
    .getByRole('article')
    .getByRole('link', { name: 'The order of the hands is not automatic' })
    .click()
  await page.getByRole('link', { name: 'See, hear and change it' }).click()
  const rungs = page.getByRole('list', { name: 'Rungs' }).getByRole('listitem')
  await expect(rungs).toHaveCount(7)

  // Notes with the spoken order, engraved by the server.
  await page
    .getByRole('button', { name: /One holds/ })
    .last()
    .click()
  await expect(
    page.getByText(/^Speak while you play: both, right, right, right, both/),
  ).toBeVisible()
  const notation = page.getByRole('img', { name: /One holds, quarter at 66/ })
  await expect
    // The engraver is loaded with the first notes somebody asks for.
    .poll(() => notation.evaluate((img) => (img as HTMLImageElement).naturalWidth), {
      timeout: 120_000,
    })
    .toBeGreaterThan(100)
  await expectAccessible(page)

  // Files of one rung and of the whole ladder.
  expect((await download(page, 'MIDI', 1)).subarray(0, 4).toString()).toBe('MThd')
  const xml = (await download(page, 'MusicXML', 1)).toString()
  expect(xml).toContain('<score-partwise version="4.0">')
  expect((await download(page, 'PDF')).subarray(0, 5).toString()).toBe('%PDF-')

  // A passage of their own piece comes in, and undo takes it out again.
  await page.getByRole('button', { name: 'Insert a passage of their piece' }).click()
  await page.getByLabel('To bar').fill('2')
  await page
    .getByLabel('MusicXML or MIDI file')
    .setInputFiles({ name: 'march.musicxml', mimeType: 'text/xml', buffer: Buffer.from(xml) })
  await expect(rungs).toHaveCount(8)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(rungs).toHaveCount(7)

  // Reorder by key alone: down twice and up once; the keys stay with the rung, and past the first place it does not go.
  const first = page.getByRole('button', { name: /^Move rung 1:/ })
  const name = await first.getAttribute('aria-label')
  const handle = (place: number) =>
    page.getByRole('button', { name: name!.replace('rung 1', `rung ${place}`) })
  await first.press('ArrowUp')
  for (const [key, place] of [
    ['ArrowDown', 2],
    ['ArrowDown', 3],
    ['ArrowUp', 2],
  ] as const) {
    await page.keyboard.press(key)
    await expect(handle(place)).toBeFocused()
  }
  await page.getByRole('button', { name: 'Keep the ladder' }).click()
  await allSent(page)
  await page.reload()
  await expect(handle(2)).toBeVisible()
  await expect(page.getByText('changed by you')).toBeVisible()

  // The clean tempo is found by trying, and becomes steps of at most 8 %.
  await page.getByRole('button', { name: 'Find the clean tempo' }).click()
  for (let i = 0; i < 40; i++) {
    if ((await page.getByRole('button', { name: 'Find the clean tempo' }).count()) > 0) break
    const clean = i % 3 !== 2
    await page
      .getByRole('button', { name: clean ? 'Clean' : 'Not clean', exact: true })
      .first()
      .click()
  }
  await expect(page.getByRole('list', { name: 'Tempo steps' })).toBeVisible()
})

test('gates show their evidence and never a date to be met', async ({ page, demo }) => {
  await page.goto(`${demo.url}/students/student-quillan/gates`)
  await expect(page.getByRole('heading', { name: /Legato/ })).toBeVisible()
  await expect(page.getByText('Rounded hand most of the time')).toBeVisible()
  await expect(page.getByText(/^good in \d+ of \d+ lessons/).first()).toBeVisible()
  await expectAccessible(page)

  // The teacher has the last word, with a reason, and takes it back in one move.
  const card = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: 'Staccato' }) })
    .last()
  await card.getByRole('button', { name: 'Open it all the same' }).click()
  await page.getByRole('textbox', { name: /Why is it open/ }).fill('heard it in the duet')
  await page.getByRole('button', { name: 'Open it', exact: true }).click()
  await expect(card.getByText(/You hold it open since .*heard it in the duet/)).toBeVisible()
  await page.reload()
  await card.getByRole('button', { name: 'Let the evidence speak' }).click()
  await expect(card.getByRole('button', { name: 'Open it all the same' })).toBeVisible()
})
