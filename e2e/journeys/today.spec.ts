/** The teacher's page: who comes, what to look at first, what is not to be forgotten; and a studio with nobody in it. */
import { rmSync } from 'node:fs'
import { addStudent, expect, expectAccessible, test } from '../support/journey'
import { DEMO_TODAY, demoCopy } from '../support/preparedDemo'
import { startServer } from '../support/server'

test('students stand by the day on which they come, each with the one thing to look at first', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url)
  const forgotten = page.getByRole('region', { name: 'Not to be forgotten' })
  await expect(forgotten.getByRole('heading', { level: 3 })).toHaveText([
    /^Hurts/,
    /^Look again/,
    /^Not moving/,
  ])
  const days = page.getByRole('region').filter({ has: page.getByRole('heading', { level: 2 }) })
  await expect(days.first()).toContainText('Comes today')
  // Her fault is mended, and its second look is due by the day on which she comes.
  const odile = page.getByRole('listitem').filter({ hasText: 'Oboe, beginner' })
  await expect(odile).toContainText('Look again, unprompted: Notes are started with the breath')
  await expect(page.getByRole('listitem').filter({ hasText: 'Piano, advanced' })).toContainText(
    'Ask first: something stops the playing',
  )
  await days.first().getByRole('link', { name: 'Before the lesson' }).click()
  await expect(page.getByRole('heading', { name: 'Before the lesson' })).toBeVisible()
})

test('an empty studio shows the ways to begin, and the demo is one press away', async ({
  page,
}) => {
  const folder = demoCopy()
  const own = await startServer({ today: DEMO_TODAY, folder })
  await page.goto(own.url)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('A first lesson in a minute')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Open the demo studio' }).click()
  await expect(page.getByRole('heading', { name: 'Comes today' })).toBeVisible()
  const demo = new URL(page.url()).origin
  expect(demo).not.toBe(new URL(own.url).origin)
  // A second press leads to the same demo.
  await page.goto(own.url)
  await page.getByRole('button', { name: 'Open the demo studio' }).click()
  await expect(page.getByRole('heading', { name: 'Comes today' })).toBeVisible()
  expect(new URL(page.url()).origin).toBe(demo)
  // The own studio is as empty as before, and its first student stands under no day yet.
  await addStudent(page, own.url, 'Aldo Finch', 'Horn')
  await page.goto(own.url)
  await expect(page.getByRole('region', { name: 'No day agreed' })).toContainText(
    'First lesson: what works, the set-up, one sign',
  )
  // The demo ends with the studio that opened it.
  await own.stop()
  await expect.poll(() => page.request.get(demo).catch(() => null)).toBeNull()
  rmSync(folder, { recursive: true, force: true })
})
