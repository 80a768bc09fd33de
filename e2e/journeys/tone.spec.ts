/** Recordings: from the microphone, or the made-up player that ships, to a diagnosis that has changed by them. */
import { chromium } from '@playwright/test'
import type { Page } from '@playwright/test'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  HORN_FAULT,
  hornOnLongNote,
  recording,
  spokenBefore,
  withMicrophone,
} from '../support/horn'
import { allSent, choose, expect, expectAccessible, test } from '../support/journey'

async function openPlayIn(page: Page): Promise<void> {
  await page
    .getByRole('article', { name: HORN_FAULT })
    .getByRole('button', { name: 'Play it in' })
    .click()
}

async function bring(page: Page, buffer: Buffer): Promise<void> {
  await page.getByRole('radio', { name: 'A file' }).click()
  await page
    .getByLabel('A recording of this rung')
    .setInputFiles({ name: 'take.wav', mimeType: 'audio/wav', buffer })
}

async function playIn(page: Page, how: string): Promise<void> {
  await openPlayIn(page)
  await page.getByRole('radio', { name: 'Made-up player' }).click()
  await choose(page.getByLabel('It plays'), how)
  await page.getByRole('button', { name: 'Play it', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Tone by tone' })).toBeVisible()
}

test('a flat tone is played in, measured, noted, and stands in the diagnosis as a reason', async ({
  page,
  studio,
}) => {
  await hornOnLongNote(page, studio.url)
  await playIn(page, 'too low')
  const says = page.getByRole('list', { name: 'What it says' })
  const low = says.getByRole('listitem').filter({ hasText: 'The note comes out too low' })
  await expect(low).toContainText(/−\d+ cents.*speaks for it, 30 to 1/)
  await expect(page.getByRole('img', { name: /^\d+ seconds, \d+ tones/ })).toBeVisible()
  await expectAccessible(page)
  await low.getByRole('button', { name: /^Note:/ }).click()
  await expect(low.getByText('noted')).toBeVisible()
  // A moment of it is noted by ear as well, and says where it was heard.
  await choose(page.getByLabel('I hear here'), 'The tone is weak and small')
  await page.getByRole('button', { name: /^Note at/ }).click()
  await allSent(page)
  await page.getByRole('link', { name: 'Back to the lesson' }).click()
  const noted = page.getByRole('list', { name: 'Signs noted' })
  await expect(noted.getByRole('link', { name: /^measured, −\d+ cents/ })).toBeVisible()
  await expect(noted.getByRole('link', { name: /^heard at 0.0 s/ })).toBeVisible()

  // Only air is said, and not measured; an earlier take can be laid under the next.
  await playIn(page, 'only air')
  await expect(page.getByRole('note')).toContainText('no tone in it')
  await expect(says.getByRole('listitem').filter({ hasText: 'Only air comes out' })).toContainText(
    'speaks for it',
  )
  await page.goBack()
  await playIn(page, 'well')
  await page.getByRole('button', { name: /^Not there in it/ }).click()
  const clear = page.getByRole('list', { name: 'Not there in it' })
  await expect(clear.getByText('The note comes out too low')).toBeVisible()
  const under = page.getByLabel('Lay an earlier take under it')
  await under.click()
  await page.getByRole('option').nth(1).click()
  await expect(under).not.toContainText('none')
  // Heard again, tone by tone.
  const tone = page
    .getByRole('group', { name: /^Tone by tone/ })
    .getByRole('button')
    .first()
  await tone.click()
  await expect(tone).toHaveAttribute('aria-pressed', 'true')
})

test('recordings need a yes', async ({ page, studio }) => {
  await hornOnLongNote(page, studio.url, false)
  await openPlayIn(page)
  await expect(page.getByText(/card has no yes yet to recordings/)).toBeVisible()
  await bring(page, await recording('none'))
  await expect(page.getByRole('alert')).toContainText('no yes yet to recordings')
})

test('a file that cannot be measured is kept, and it is said that it was not and why', async ({
  page,
  studio,
}) => {
  await hornOnLongNote(page, studio.url)
  await openPlayIn(page)
  const nothing = 'RIFF    WAVE and nothing of a recording in it, but long enough to be read'
  await bring(page, Buffer.from(nothing))
  await expect(page.getByText(/^Kept, and not measured\./)).toBeVisible()
  await expect(page.getByText('nothing was asked, so nothing is compared yet')).toBeVisible()
})

test('who speaks before the note is greyed and counted nowhere, and a dead channel makes nothing soft', async ({
  page,
  studio,
}) => {
  await hornOnLongNote(page, studio.url)
  await openPlayIn(page)
  await bring(page, await spokenBefore())
  const said = page.getByRole('note')
  await expect(said).toContainText('0 to 1.6 s somebody speaks')
  await expect(said).toContainText('One channel is silent; the other is measured.')
  const tones = page.getByRole('group', { name: /^Tone by tone/ }).getByRole('button')
  await expect(tones).toHaveCount(1)
  await expect(tones).toHaveText(/^C4/)
  await expectAccessible(page)
  await expect(page.getByText(/speaks for it/)).toHaveCount(0)
})

test('a microphone is heard as it sounds, recorded and measured', async ({ studio }) => {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-microphone-'))
  const file = join(folder, 'microphone.wav')
  writeFileSync(file, await recording('flat'))
  const browser = await chromium.launch(withMicrophone(file))
  try {
    const page = await browser.newPage()
    await hornOnLongNote(page, studio.url)
    await openPlayIn(page)
    await page.getByRole('button', { name: 'Record', exact: true }).click()
    await expect(page.getByRole('meter', { name: 'Level' })).toBeVisible()
    await expect(page.getByLabel('Pitch')).toContainText(/−(3|4)\d cents/)
    await expect(page.getByText(/^[3-9] s/)).toBeVisible()
    await page.getByRole('button', { name: 'Done' }).click()
    await expect(page.getByRole('heading', { name: 'Tone by tone' })).toBeVisible()
    await expect(
      page
        .getByRole('list', { name: 'What it says' })
        .getByRole('listitem')
        .filter({ hasText: 'The note comes out too low' }),
      // How sure it is hangs on how whole the sound came through a machine that may be busy.
    ).toContainText(/−(3|4)\d cents/)
  } finally {
    await browser.close()
    rmSync(folder, { recursive: true, force: true })
  }
})
