import type { Page } from '@playwright/test'
import {
  addStudent,
  allSent,
  beginLesson,
  expect,
  noteSign,
  test as base,
} from '../support/journey'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

/** A server that can be killed and started again on the same port and folder. */
interface Harbour {
  server: RunningServer
  kill(): Promise<void>
  again(): Promise<void>
}

const test = base.extend<{ harbour: Harbour }>({
  // eslint-disable-next-line no-empty-pattern -- the runner reads the pattern to know what a fixture needs
  harbour: async ({}, use) => {
    let server = await startServer()
    const first = server
    const port = Number(new URL(server.url).port)
    const harbour: Harbour = {
      server,
      kill: async () => {
        const gone = new Promise((done) => server.process.once('exit', done))
        server.process.kill('SIGKILL')
        await gone
      },
      again: async () => {
        server = await startServer({ folder: first.folder, port })
        harbour.server = server
      },
    }
    await use(harbour)
    await server.stop()
  },
})

/** Every act id the page has asked the server to record, and how often. */
function watchActs(page: Page): Map<string, number> {
  const asked = new Map<string, number>()
  page.on('request', (request) => {
    if (request.method() !== 'POST' || !request.url().endsWith('/acts')) return
    const { acts } = request.postDataJSON() as { acts: { id: string }[] }
    for (const { id } of acts) asked.set(id, (asked.get(id) ?? 0) + 1)
  })
  return asked
}

function studentOf(page: Page): string {
  return /students\/([^/?]+)/.exec(page.url())![1]!
}

/** Ids on record, oldest first. */
async function onRecord(page: Page, url: string): Promise<string[]> {
  const response = await page.request.get(`${url}/api/students/${studentOf(page)}`)
  const { recent } = (await response.json()) as { recent: { act: { id: string } }[] }
  return recent.map((r) => r.act.id).reverse()
}

const signs = (page: Page) => page.getByRole('list', { name: 'Signs noted' }).getByRole('listitem')

/** A desk with one sign on it that the worker has seen, so that it can stand in for the server. */
async function seenOnce(page: Page, url: string): Promise<void> {
  await addStudent(page, url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  await allSent(page)
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await expect(signs(page)).toHaveCount(1)
}

test.use({ serviceWorkers: 'allow' })

test('killed in mid-lesson: the desk goes on and says so, and every act arrives once', async ({
  page,
  harbour,
}) => {
  const asked = watchActs(page)
  await addStudent(page, harbour.server.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  await noteSign(page, 'muted', '2')
  await allSent(page)
  await harbour.kill()
  await noteSign(page, 'weak', '1')
  await noteSign(page, 'only air', '0')
  await page.getByRole('button', { name: 'The tone clears' }).click()
  await expect(signs(page)).toHaveCount(3)
  await expect(page.getByText('The server does not answer. 3 notes are kept here')).toBeVisible()
  // Undone while the server is away: gone from the desk at once.
  await page.getByRole('button', { name: /^Take back: Only air/ }).click()
  await expect(signs(page)).toHaveCount(2)
  await harbour.again()
  await allSent(page)
  await page.reload()
  await expect(signs(page)).toHaveCount(2)
  const ids = await onRecord(page, harbour.server.url)
  expect(new Set(ids).size).toBe(ids.length)
  // The undoing itself is no entry of the list; everything else that was asked for is there.
  expect([...asked.keys()].filter((id) => !ids.includes(id))).toHaveLength(1)
})

test('the tab is reloaded while the server is gone: the desk is there, and what was noted too', async ({
  page,
  harbour,
}) => {
  const asked = watchActs(page)
  await seenOnce(page, harbour.server.url)
  await harbour.kill()
  await noteSign(page, 'weak', '1')
  await page.getByLabel('One aim today').fill('Send the whole bre')
  await page.reload()
  await expect(signs(page)).toHaveCount(2)
  await expect(page.getByLabel('One aim today')).toHaveValue('Send the whole bre')
  await noteSign(page, 'fades', '2')
  await harbour.again()
  await allSent(page)
  await page.reload()
  await expect(signs(page)).toHaveCount(3)
  const ids = await onRecord(page, harbour.server.url)
  expect(new Set(ids).size).toBe(ids.length)
  for (const id of asked.keys()) expect(ids.filter((x) => x === id)).toHaveLength(1)
})

test('a slow server: what was last seen stands there and says so, and gives way without being asked', async ({
  page,
  harbour,
}) => {
  await seenOnce(page, harbour.server.url)
  // Noted at another machine, of which this browser has seen nothing.
  const student = `${harbour.server.url}/api/students/${studentOf(page)}`
  const lesson = /lessons\/([^/?]+)/.exec(page.url())![1]!
  const noted = await page.request.post(`${student}/acts`, {
    data: {
      acts: [
        {
          id: 'f'.repeat(32),
          kind: 'sign-noted',
          lesson,
          finding: 'weak',
          strength: 'marked',
          prompted: false,
          condition: null,
        },
      ],
    },
  })
  expect(noted.ok()).toBe(true)
  harbour.server.process.kill('SIGSTOP')
  await page.reload()
  await expect(page.getByText('What you see was kept here when it last did.')).toBeVisible()
  await expect(signs(page)).toHaveCount(1)
  harbour.server.process.kill('SIGCONT')
  await expect(page.getByText('What you see was kept here when it last did.')).toHaveCount(0)
  await expect(signs(page)).toHaveCount(2)
})

test('two tabs note at once, and the outbox is replayed twice: nothing is missing, nothing doubled', async ({
  page,
  context,
  harbour,
}) => {
  const posted: string[] = []
  const keep = (p: Page) =>
    p.on('request', (request) => {
      if (request.method() === 'POST' && request.url().endsWith('/acts'))
        posted.push(request.postData() ?? '')
    })
  keep(page)
  await addStudent(page, harbour.server.url, 'Aldo Finch', 'Horn')
  await beginLesson(page)
  const other = await context.newPage()
  keep(other)
  await other.goto(page.url())
  await expect(other.getByRole('combobox', { name: 'Note a sign' })).toBeVisible()
  await harbour.kill()
  await noteSign(page, 'muted', '2')
  await noteSign(other, 'weak', '1')
  await noteSign(page, 'fades', '2')
  await noteSign(other, 'gaps', '1')
  // Each tab hears what the other noted, though nobody else does yet.
  await expect(signs(page)).toHaveCount(4)
  await expect(signs(other)).toHaveCount(4)
  await harbour.again()
  await allSent(page)
  await allSent(other)
  const student = studentOf(page)
  const before = await onRecord(page, harbour.server.url)
  const url = `${harbour.server.url}/api/students/${student}/acts`
  for (let round = 0; round < 2; round++) {
    for (const data of posted) {
      const response = await page.request.post(url, {
        data,
        headers: { 'content-type': 'application/json' },
      })
      expect(response.ok()).toBe(true)
    }
  }
  const after = await onRecord(page, harbour.server.url)
  expect(after).toEqual(before)
  expect(new Set(after).size).toBe(after.length)
  const asked = new Set(
    posted
      .flatMap((body) => (JSON.parse(body) as { acts: { id: string }[] }).acts)
      .map((a) => a.id),
  )
  for (const id of asked) expect(after).toContain(id)
  await page.reload()
  await expect(signs(page)).toHaveCount(4)
})
