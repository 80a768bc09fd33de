/** What was noted reaches the record, or says where it is: whatever the server, the browser or the line does. */
import { rmSync } from 'node:fs'
import { chromium } from '@playwright/test'
import type { Page, Route } from '@playwright/test'
import { STUDIO_HEADER } from '@vein-mend/contract'
import { CHROMIUM } from '../support/chromium'
import { addStudent, allSent, beginLesson, expect, noteSign, test } from '../support/journey'
import { DEMO_TODAY, demoCopy } from '../support/preparedDemo'
import { startServer } from '../support/server'

test.use({ serviceWorkers: 'allow' })

const ACTS = '**/api/students/*/acts'

/** The header by which an answer is known as one of the studio's. */
async function named(page: Page): Promise<Record<string, string>> {
  const { origin } = new URL(page.url())
  const health = await page.request.get(`${origin}/api/health`)
  return { [STUDIO_HEADER]: health.headers()[STUDIO_HEADER] ?? '' }
}

/** Answers the next posts so, as the studio would, until it is told to stop. */
async function answerWith(
  page: Page,
  status: number,
  code: string,
  more: Record<string, string> = {},
) {
  const headers = { ...(await named(page)), ...more }
  const answer = (route: Route) =>
    route.fulfill({ status, headers, json: { error: { code, path: [] } } })
  await page.route(ACTS, answer)
  return () => page.unroute(ACTS, answer)
}

async function openLesson(page: Page, url: string, name: string): Promise<void> {
  await addStudent(page, url, name, 'Horn')
  await beginLesson(page)
}

const signs = (page: Page) => page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')

test('401: what is noted waits for the sign-in and is told on every screen', async ({
  page,
  studio,
}) => {
  await openLesson(page, studio.url, 'Aldo Finch')
  const stop = await answerWith(page, 401, 'sign_in_first')
  await noteSign(page, 'muted', '2')
  await expect(page.getByText('Sign in first. 1 note is kept here until then.')).toBeVisible()
  await page.getByRole('link', { name: 'Knowledge' }).click()
  await expect(page.getByText('Sign in first.')).toBeVisible()
  await stop()
  await allSent(page)
  await page.goBack()
  await expect(signs(page)).toHaveCount(1)
  await page.reload()
  await expect(signs(page)).toHaveCount(1)
})

test('404 of another studio: notes of one are kept for it, and are there when it is open again', async ({
  page,
}) => {
  const first = await startServer()
  const port = Number(new URL(first.url).port)
  await openLesson(page, first.url, 'Aldo Finch')
  await allSent(page)
  const desk = page.url()
  await page.route(ACTS, (route) => route.abort())
  await noteSign(page, 'muted', '2')
  await expect(page.getByText('The server does not answer.')).toBeVisible()
  const { folder } = first
  const gone = new Promise((done) => first.process.once('exit', done))
  first.process.kill('SIGKILL')
  await gone
  await page.unroute(ACTS)
  // The demo is opened where the studio was.
  const demoFolder = demoCopy()
  const demo = await startServer({ demo: true, today: DEMO_TODAY, folder: demoFolder, port })
  await page.goto(demo.url)
  await expect(page.getByText('1 note belongs to another studio')).toBeVisible()
  // What is noted here is sent; the note of the other studio stays where it is.
  const posted: string[] = []
  page.on('request', (asked) => {
    if (asked.method() === 'POST') posted.push(new URL(asked.url()).pathname)
  })
  await page.goto(`${demo.url}/students/student-marrow`)
  const taken = page.waitForResponse(
    (answer) => answer.request().method() === 'POST' && answer.ok(),
  )
  await beginLesson(page)
  await taken
  expect(new Set(posted)).toEqual(new Set(['/api/students/student-marrow/acts']))
  await expect(page.getByText('1 note belongs to another studio')).toBeVisible()
  await demo.stop()
  const again = await startServer({ folder, port })
  await page.goto(desk)
  await allSent(page)
  await expect(page.getByText('belongs to another studio')).toHaveCount(0)
  await page.reload()
  await expect(signs(page)).toHaveCount(1)
  await again.stop()
  rmSync(folder, { recursive: true, force: true })
  rmSync(demoFolder, { recursive: true, force: true })
})

test('413: what is too much at once goes in parts, and all of it arrives', async ({
  page,
  studio,
}) => {
  await openLesson(page, studio.url, 'Aldo Finch')
  await noteSign(page, 'muted', '2')
  await page.getByRole('button', { name: 'The tone clears' }).click()
  await allSent(page)
  let refused = 0
  const headers = await named(page)
  await page.route(ACTS, async (route) => {
    const { acts } = route.request().postDataJSON() as { acts: unknown[] }
    if (acts.length === 1) return route.continue()
    refused += 1
    return route.fulfill({ status: 413, headers, json: { error: { code: 'too_large', path: [] } } })
  })
  await page.getByRole('button', { name: 'Decide on A resting hand half presses a valve' }).click()
  await page.getByLabel("Cue, in the student's words").fill('feathers')
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await allSent(page)
  expect(refused).toBeGreaterThan(0)
  await page.reload()
  await expect(
    page.getByRole('article', { name: 'A resting hand half presses a valve' }),
  ).toBeVisible()
  await expect(page.getByText('“feathers”').first()).toBeVisible()
})

test('429: the mail waits as long as it is asked to, and loses nothing', async ({
  page,
  studio,
}) => {
  await openLesson(page, studio.url, 'Aldo Finch')
  const stop = await answerWith(page, 429, 'too_many_requests', { 'retry-after': '2' })
  await noteSign(page, 'muted', '2')
  await noteSign(page, 'weak', '1')
  await expect(page.getByText('2 notes are kept here')).toBeVisible()
  await stop()
  await allSent(page)
  await page.reload()
  await expect(signs(page)).toHaveCount(2)
})

test('a parcel that always fails holds up its own student only, and can be put aside, copied, sent again', async ({
  page,
  context,
  studio,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await openLesson(page, studio.url, 'Wren Hale')
  await allSent(page)
  const wren = page.url()
  const student = /students\/([^/]+)/.exec(wren)![1]!
  const hers = `**/api/students/${student}/acts`
  const headers = await named(page)
  await page.route(hers, (route) =>
    route.fulfill({ status: 500, headers, json: { error: { code: 'server_fault', path: [] } } }),
  )
  await noteSign(page, 'muted', '2')
  await expect(page.getByText('The server stumbles over a note of one student')).toBeVisible()
  await addStudent(page, studio.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'weak', '1')
  await page.reload()
  await expect(signs(page)).toHaveCount(1)
  await page.getByRole('button', { name: 'Put it aside' }).first().click()
  await expect(page.getByText(/could not be taken and/)).toBeVisible()
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  const shelf = page.getByRole('dialog', { name: 'Not taken' })
  await expect(shelf).toContainText('Wren Hale')
  await expect(shelf).toContainText('The server could not do that.')
  await shelf.getByRole('button', { name: 'Copy the words' }).first().click()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('Wren Hale')
  await page.unroute(hers)
  await shelf.getByRole('button', { name: 'Send again' }).first().click()
  await expect(shelf.getByRole('listitem')).toHaveCount(0)
  await page.goto(wren)
  await expect(signs(page)).toHaveCount(1)
})

/** What another program, or a page in between, may say at the studio's address. */
const NOT_OURS: readonly (readonly [string, (route: Route) => Promise<void>])[] = [
  ['200 with JSON', (route) => route.fulfill({ status: 200, json: {} })],
  ['200 with a page', (route) => route.fulfill({ contentType: 'text/html', body: '<p>Hello' })],
  ['200 with nothing', (route) => route.fulfill({ status: 200, body: '' })],
  ['204', (route) => route.fulfill({ status: 204, body: '' })],
  [
    'a redirect',
    (route) => route.fulfill({ status: 302, headers: { location: '/api/health' }, body: '' }),
  ],
  [
    '401 with a page',
    (route) => route.fulfill({ status: 401, contentType: 'text/html', body: '' }),
  ],
  ['422 with JSON', (route) => route.fulfill({ status: 422, json: { error: { code: 'no' } } })],
]

test('whatever answers in the studio’s place, a lesson and a child’s pain wait until the studio does', async ({
  page,
}) => {
  const folder = demoCopy()
  const server = await startServer({ demo: true, today: DEMO_TODAY, folder, homeDoor: true })
  await openLesson(page, server.url, 'Aldo Finch')
  await allSent(page)
  const student = /students\/([^/]+)/.exec(page.url())![1]!
  const desk = page.url()
  await page.goto(`${server.url}/students/student-marrow/week`)
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = page.getByRole('textbox', { name: 'Link for home' }).first()
  const token = /home\/(.+)$/.exec(await link.inputValue())![1]!
  await page.goto(desk)
  const home = await page.context().newPage()
  await home.goto(`http://127.0.0.1:${server.homePort}/home/${token}`)
  let answer: (route: Route) => Promise<void> = (route) => route.continue()
  const post = (route: Route) =>
    route.request().method() === 'POST' ? answer(route) : route.continue()
  await page.route(ACTS, post)
  await home.route('**/api/home/*/acts', post)
  answer = NOT_OURS[0]![1]
  await noteSign(page, 'muted', '2')
  await home.getByLabel('A word to your teacher').fill('my wrist hurts a lot')
  await home.getByRole('button', { name: 'Send' }).click()
  await expect(home.getByText('Not sent yet: it waits on this phone.')).toBeVisible()
  await expect(page.getByText('Something else answers at this address')).toBeVisible()
  for (const [, says] of NOT_OURS) {
    answer = says
    const asked = page.waitForRequest((r) => r.method() === 'POST')
    await page.evaluate(() => window.dispatchEvent(new Event('online')))
    await asked
    await home.evaluate(() => window.dispatchEvent(new Event('online')))
    await expect(page.locator('[data-waiting="1"]')).toBeVisible()
    await expect(home.getByText('Not sent yet: it waits on this phone.')).toBeVisible()
  }
  answer = (route) => route.continue()
  await allSent(page)
  await expect(home.getByText('Sent. Your teacher reads it before the next lesson.')).toBeVisible()
  const recordOf = async (id: string) =>
    (
      (await (await page.request.get(`${server.url}/api/students/${id}`)).json()) as {
        record: { home: { notes: unknown[] }; lessons: { signs: unknown[] }[] }
      }
    ).record
  expect((await recordOf('student-marrow')).home.notes.at(-1)).toMatchObject({
    words: 'my wrist hurts a lot',
  })
  expect((await recordOf(student)).lessons.at(-1)?.signs).toHaveLength(1)
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
})

test('a lesson begins while the server is away, and is held with what was seen last', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Aldo Finch', 'Horn')
  await allSent(page)
  await expect(page.getByRole('button', { name: 'Begin the lesson' })).toBeVisible()
  await page.route('**/api/**', (route) => route.abort())
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  await expect(page.getByText('2 notes are kept here')).toBeVisible()
  await expect(signs(page)).toHaveCount(1)
  await page.unroute('**/api/**')
  await allSent(page)
  await page.reload()
  await expect(signs(page)).toHaveCount(1)
})

test('a full browser store is said before anything is typed, and what is typed is sent all the same', async ({
  page,
  studio,
}) => {
  await page.addInitScript(() => {
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    indexedDB.open = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  await page.goto(studio.url)
  await expect(page.getByText('This browser has no room left')).toBeVisible()
  await openLesson(page, studio.url, 'Aldo Finch')
  await expect(page.getByText('This browser has no room left')).toBeVisible()
  await noteSign(page, 'muted', '2')
  await allSent(page)
  // With the server away it is in this page alone, which says so, and asks before it is left.
  await page.route(ACTS, (route) => route.abort())
  await noteSign(page, 'weak', '1')
  await expect(page.getByText('1 note is in this page alone')).toBeVisible()
  const asked = page.waitForEvent('dialog')
  const leaving = page.evaluate(() => window.location.reload())
  const dialog = await asked
  expect(dialog.type()).toBe('beforeunload')
  await dialog.dismiss()
  await leaving.catch(() => undefined)
  await page.unroute(ACTS)
  await allSent(page)
  await page.reload()
  await expect(signs(page)).toHaveCount(2)
})

test('a phone over plain http: ticks and pain reach the server, and pain that does not says so loudly', async ({
  page,
}) => {
  const folder = demoCopy()
  const server = await startServer({ demo: true, today: DEMO_TODAY, folder, homeDoor: true })
  await page.goto(`${server.url}/students/student-marrow/week`)
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = page.getByRole('textbox', { name: 'Link for home' }).first()
  // What is shown is where a phone can get, and not this machine to itself.
  await expect(link).not.toHaveValue(/127\.0\.0\.1|localhost/)
  const token = /home\/(.+)$/.exec(await link.inputValue())![1]!

  const browser = await chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, '--host-resolver-rules=MAP studio.test 127.0.0.1'],
  })
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 }, hasTouch: true })
  await phone.goto(`http://studio.test:${server.homePort}/home/${token}`)
  expect(await phone.evaluate(() => window.isSecureContext)).toBe(false)
  await expect(phone.getByRole('heading', { level: 1 })).toHaveText('Practice for Isla')
  const taken = phone.waitForResponse((r) => r.url().endsWith('/acts') && r.status() === 200)
  await phone.getByRole('checkbox').first().click()
  await taken
  await expect(phone.getByText(/kept here/)).toHaveCount(0)
  await phone.reload()
  await expect(phone.getByRole('checkbox').first()).toBeChecked()

  const told = phone.waitForResponse((r) => r.url().endsWith('/acts') && r.status() === 200)
  await phone.getByRole('button', { name: 'It hurts' }).first().click()
  await told
  await expect(phone.getByRole('alert')).toHaveCount(0)
  const { record } = (await (
    await page.request.get(`${server.url}/api/students/student-marrow`)
  ).json()) as { record: { home: { hurts: unknown[] } } }
  expect(record.home.hurts).toHaveLength(1)

  // A slip, and then it did hurt, with nobody there to hear it.
  await phone.getByRole('button', { name: /A slip of the finger/ }).click()
  await expect(phone.getByRole('button', { name: 'It hurts' }).first()).toBeVisible()
  await expect(phone.getByText(/kept here/)).toHaveCount(0)
  await server.stop()
  await phone.getByRole('button', { name: 'It hurts' }).first().click()
  await expect(phone.getByRole('alert')).toContainText(
    'Your teacher does not know yet that it hurts',
  )
  await browser.close()
  rmSync(folder, { recursive: true, force: true })
})
