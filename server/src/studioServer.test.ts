/** A studio's doors: opened, refused in words, shut after the last answers, and its file given free. */
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer, request } from 'node:http'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { CannotServe, serveStudio, studioPlaces } from './studioServer'
import type { StudioServer, StudioServerOptions } from './studioServer'
import { TODAY } from './test/studio'

let folder: string
let open: StudioServer[]
let taken: Server | null

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-doors-'))
  open = []
  taken = null
})
afterEach(async () => {
  await Promise.all(open.map((studio) => studio.close()))
  taken?.close()
  rmSync(folder, { recursive: true, force: true })
})

async function serve(more: Partial<StudioServerOptions> = {}): Promise<StudioServer> {
  const studio = await serveStudio({
    places: studioPlaces({ VEIN_MEND_DATA: folder }),
    demo: false,
    port: 0,
    homePort: null,
    today: () => TODAY,
    openDemo: null,
    say: () => undefined,
    log: () => undefined,
    ...more,
  })
  open.push(studio)
  return studio
}

/** Closed here and not once more afterwards. */
function close(studio: StudioServer): Promise<void> {
  open = open.filter((other) => other !== studio)
  return studio.close()
}

/** A port that somebody else has. */
async function takenPort(host: string): Promise<number> {
  const server = createServer()
  taken = server
  await new Promise<void>((done) => server.listen(0, host, done))
  return (server.address() as AddressInfo).port
}

const statusOf = async (url: string) => (await fetch(url)).status

test('it answers where it says it is open, and no more once it is closed', async () => {
  const studio = await serve()
  expect(await statusOf(`${studio.url}/api/students`)).toBe(200)
  expect(studio.homePort).toBeNull()
  await close(studio)
  await expect(fetch(`${studio.url}/api/students`)).rejects.toThrow()
})

test('the same studio is not opened twice, and is free again when it is closed', async () => {
  const first = await serve()
  await expect(serve()).rejects.toMatchObject({ code: 'open-already', openAt: `${first.url}/` })
  await close(first)
  const again = await serve()
  expect(await statusOf(`${again.url}/api/students`)).toBe(200)
})

describe('the page at home', () => {
  test('has a port of its own, at which nothing of the studio is', async () => {
    const studio = await serve({ homePort: 0 })
    const home = `http://127.0.0.1:${studio.homePort}`
    expect(await statusOf(`${home}/api/students`)).toBe(404)
    await close(studio)
    await expect(fetch(`${home}/api/students`)).rejects.toThrow()
  })

  test('that cannot be opened opens nothing, and says so', async () => {
    const port = await takenPort('0.0.0.0')
    await expect(serve({ homePort: port })).rejects.toThrow(CannotServe)
    expect((await serve()).homePort).toBeNull()
  })
})

test('a port that is taken is named, with another to take, and the studio stays free', async () => {
  const port = await takenPort('127.0.0.1')
  const refused = serve({ port, homePort: 0 })
  await expect(refused).rejects.toThrow(`Port ${port} is taken by another program.`)
  await expect(refused).rejects.toThrow(`VEIN_MEND_PORT=${port + 1} ./mend start`)
  expect(await statusOf(`${(await serve()).url}/api/students`)).toBe(200)
})

describe('while it is being closed', () => {
  /** A request of which the last byte has not come. */
  function begun(studio: StudioServer) {
    const asking = request(`${studio.url}/api/students`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'content-length': '2' },
    })
    const answered = new Promise<number>((done, fail) => {
      asking.on('response', (answer) => {
        answer.resume()
        done(answer.statusCode ?? 0)
      })
      asking.on('error', fail)
    })
    const sent = new Promise<void>((done) => asking.write('{', () => done()))
    return { asking, answered, sent }
  }
  /** Server and asker share one loop: each round of it reads what has come. */
  async function arrived(): Promise<void> {
    for (let round = 0; round < 50; round++) await new Promise((done) => setImmediate(done))
  }

  test('what is under way is answered', async () => {
    const studio = await serve()
    const { asking, answered, sent } = begun(studio)
    await sent
    await arrived()
    const closed = close(studio)
    asking.end('}')
    expect(await answered).toBeGreaterThanOrEqual(400)
    await closed
  })

  test('who says nothing more is not waited for', async () => {
    const studio = await serve()
    const { answered, sent } = begun(studio)
    await sent
    await arrived()
    const left = expect(answered).rejects.toThrow()
    await close(studio)
    await left
  })
})
