/** Who may ask for what, and what is kept of the answers on the way. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { createApp } from './app'
import { cell } from './tables/cell'
import { NO_COPIES } from './store'
import { openTestStudio, TODAY } from './test/studio'
import type { TestStudio } from './test/studio'

let studio: TestStudio
let pages: string
let app: ReturnType<typeof createApp>

beforeAll(async () => {
  studio = await openTestStudio()
  pages = mkdtempSync(join(tmpdir(), 'vein-mend-pages-'))
  mkdirSync(join(pages, 'assets'))
  writeFileSync(join(pages, 'index.html'), '<title>Vein Mend</title>')
  writeFileSync(join(pages, 'assets', 'here.js'), 'export {}')
  app = createApp({
    store: studio.store,
    takes: studio.takes,
    knowledge: studio.knowledge,
    homeAddresses: () => [],
    openDemo: null,
    copies: NO_COPIES,
    writer: 'teacher',
    now: () => '2026-03-02T10:00:00.000Z' as never,
    today: () => TODAY,
    webFolder: pages,
    log: () => undefined,
  })
})
afterAll(async () => {
  await studio.close()
  rmSync(pages, { recursive: true })
})

const get = (path: string) => request(app).get(path).set('host', 'localhost')

describe('a page from elsewhere', () => {
  test('writes nothing, whether it says where it is from or only the browser does', async () => {
    const write = () =>
      request(app).post('/api/students/student-wren/acts').set('host', 'localhost')
    expect((await write().set('origin', 'http://elsewhere.test').send({ acts: [] })).status).toBe(
      403,
    )
    expect((await write().set('sec-fetch-site', 'cross-site').send({ acts: [] })).status).toBe(403)
    expect((await write().set('sec-fetch-site', 'same-site').send({ acts: [] })).status).toBe(403)
    expect((await write().set('sec-fetch-site', 'same-origin').send({ acts: [] })).status).toBe(422)
    // Ours may come through a door that makes it secure; a secure page of another name is no nearer.
    const status = async (origin: string) =>
      (await write().set('origin', origin).send({ acts: [] })).status
    expect(await status('http://localhost')).toBe(422)
    expect(await status('https://localhost')).toBe(422)
    expect(await status('https://elsewhere.test')).toBe(403)
    expect(await status('https://localhost.elsewhere.test')).toBe(403)
    expect(await status('null')).toBe(403)
  })

  test('puts nothing of a student into itself, but may lead here', async () => {
    const asked = await get('/api/students').set('sec-fetch-site', 'cross-site')
    expect(asked.status).toBe(403)
    const followed = await get('/students/student-wren')
      .set('sec-fetch-site', 'cross-site')
      .set('sec-fetch-mode', 'navigate')
    expect([followed.status, followed.text]).toEqual([200, '<title>Vein Mend</title>'])
  })
})

test('what is told of students is kept by no cache', async () => {
  for (const path of ['/api/students', '/api/students/nobody', '/api/packs/horn', '/api/studio']) {
    expect((await get(path)).headers['cache-control'], path).toBe('no-store')
  }
})

test('a file that is not there is not there; a screen that is not there is told by the page', async () => {
  expect((await get('/assets/here.js')).status).toBe(200)
  expect((await get('/assets/gone.js')).status).toBe(404)
  expect((await get('/gone.png')).status).toBe(404)
  expect((await get('/no/such/screen')).text).toContain('Vein Mend')
})

test('the door for home takes what a family sends, and no more than that', async () => {
  const ask = () => get('/api/home/no-such-link')
  const send = () =>
    request(app).post('/api/home/no-such-link/acts').set('host', 'localhost').send({ acts: [] })
  const statuses = async (way: () => request.Test, times: number) => {
    const all: number[] = []
    for (let i = 0; i < times; i++) all.push((await way()).status)
    return all
  }
  expect(new Set(await statuses(send, 40))).not.toContain(429)
  const late = await send()
  expect([late.status, late.body]).toEqual([
    429,
    { error: { code: 'too_many_requests', path: [] } },
  ])
  expect(Number(late.headers['retry-after'])).toBeGreaterThan(0)
  // Reading has a limit of its own.
  expect((await ask()).status).toBe(404)
})

// Common practice, no source: how spreadsheets tell a formula.
test('no cell begins with what a spreadsheet runs, whatever sign its country puts between cells', () => {
  expect(cell('=1+1')).toBe("'=1+1")
  expect(cell('  @SUM(A1)')).toBe("'  @SUM(A1)")
  expect(cell('a;=1+1')).toBe("a;'=1+1")
  expect(cell('a\n-2')).toBe("a\n'-2")
  expect(cell('G minor - slowly, 2+2')).toBe('G minor - slowly, 2+2')
})
