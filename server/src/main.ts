/** Starts the server. The only reader of the environment. */
import { existsSync } from 'node:fs'
import { networkInterfaces } from 'node:os'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { IsoDate, IsoInstant } from '@vein-mend/core/kit'
import type { Express } from 'express'
import type { Server } from 'node:http'
import pino from 'pino'
import type { Logger } from 'pino'
import { createApp, createHomeApp } from './app'
import { layDemoStudio } from './demo/layDemoStudio'
import { demoOpener } from './demo/openDemo'
import { buildLibrary, openKnowledge, readPackTexts, recallReadings, sayTrouble } from './packs'
import { sayStudioTrouble } from './sayStudioTrouble'
import { backUpDaily, lockStudio, openStudio, StudioTrouble } from './store'
import { openFolder, studioPlaces, takesOf } from './studioPlaces'
import { takeStore } from './takes'
import { sweepTakes } from './usecases/takes'

const ROOT = resolve(fileURLToPath(import.meta.url), '../../..')
const LOOPBACK = '127.0.0.1'
const USUAL_PORT = 4270
const PORT_MOST = 65535
const places = studioPlaces(process.env)

function fail(sentence: string): never {
  console.error(sentence)
  process.exit(1)
}

function localDay(date: Date): IsoDate {
  const two = (n: number) => String(n).padStart(2, '0')
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}` as IsoDate
}

function portNamed(name: string, text: string): number {
  const port = /^\d{1,5}$/.test(text) ? Number(text) : Number.NaN
  if (Number.isNaN(port) || port > PORT_MOST) {
    fail(`${name} must be a port number from 0 to 65535, not "${text}".`)
  }
  return port
}

function portAsked(): number {
  return portNamed('VEIN_MEND_PORT', process.env.VEIN_MEND_PORT || String(USUAL_PORT))
}

/** Addresses of this machine in the network, with the port of the pages at home. */
function addressesOf(home: Server | null): readonly string[] {
  const address = home?.address()
  if (typeof address !== 'object' || !address) return []
  return Object.values(networkInterfaces()).flatMap((all = []) =>
    all
      .filter((a) => a.family === 'IPv4' && !a.internal)
      .map((a) => `http://${a.address}:${address.port}`),
  )
}

/** Opens the page at home to phones in the same network, where the teacher asked for it. */
function listenForHome(app: Express): Server | null {
  const text = process.env.VEIN_MEND_HOME_PORT
  if (text === undefined || text === '') return null
  const port = portNamed('VEIN_MEND_HOME_PORT', text)
  const server = app.listen(port, '0.0.0.0', (error?: Error) => {
    if (error) fail(`The page at home could not be opened on port ${port}: ${error.message}`)
    const address = server.address()
    const opened = typeof address === 'object' && address ? address.port : port
    console.log(`Links for home also open at this machine's address in the network, port ${opened}`)
  })
  return server
}

const HOUR_MS = 3_600_000

/** A copy of each day on which the studio is open; whether the day is new is looked at every hour. */
function backUpEveryDay(file: string, today: () => IsoDate, log: Logger): void {
  const look = () => {
    backUpDaily(file, places.backups, today()).catch((error: unknown) => {
      log.error(error)
      console.error(`The day's copy of the studio could not be made in ${places.backups}`)
    })
  }
  look()
  setInterval(look, HOUR_MS).unref()
}

async function start(): Promise<void> {
  const demo = process.argv.includes('--demo')
  const log = pino({ level: process.env.VEIN_MEND_LOG ?? 'warn' })
  recallReadings(join(ROOT, 'server', 'dist', 'packs.json'))
  const shipped = await readPackTexts(join(ROOT, 'packs'))
  const library = buildLibrary(shipped)
  if (!library.ok)
    fail(`A knowledge pack cannot be used.\n${library.troubles.map(sayTrouble).join('\n')}`)
  openFolder(places)
  const file = demo ? places.demo : places.studio
  const lock = await lockStudio(file)
  const fixedToday = process.env.VEIN_MEND_TODAY as IsoDate | undefined
  const today = () => fixedToday ?? localDay(new Date())
  const now = () => new Date().toISOString() as IsoInstant
  if (demo) await layDemoStudio(file, library.packs, today())
  const store = await openStudio(file)
  const opened = await openKnowledge(store, shipped)
  if (!opened.ok) fail(opened.troubles.map(sayTrouble).join('\n'))
  const web = join(ROOT, 'web', 'dist')
  let home: Server | null = null
  const takes = takeStore(takesOf(file))
  await sweepTakes({ store, takes })
  const options = {
    store,
    takes,
    homeAddresses: () => addressesOf(home),
    knowledge: opened.knowledge,
    openDemo: demo ? null : demoOpener(),
    now,
    today,
    webFolder: existsSync(web) ? web : null,
    log: (error: unknown) => {
      log.error(error)
    },
  }
  const app = createApp(options)
  home = listenForHome(createHomeApp(options))
  const port = portAsked()
  const server = app.listen(port, LOOPBACK, (error?: Error) => {
    if (error) {
      const taken = 'code' in error && error.code === 'EADDRINUSE'
      fail(
        taken
          ? `Port ${port} is taken by another program. Stop it, or choose another port: VEIN_MEND_PORT=${port === PORT_MOST ? port - 1 : port + 1} ./mend start`
          : `The server could not start: ${error.message}`,
      )
    }
    const address = server.address()
    const shown = typeof address === 'object' && address ? address.port : port
    console.log(`Vein Mend is open at http://${LOOPBACK}:${shown}/`)
    lock.openAt(`http://${LOOPBACK}:${shown}/`)
    console.log(`The studio is kept in ${file}`)
    if (!demo) backUpEveryDay(file, today, log)
  })
  const stop = () => {
    server.close(
      () =>
        void store
          .close()
          .then(() => lock.release())
          .then(() => process.exit(0)),
    )
    server.closeAllConnections()
    home?.close()
    home?.closeAllConnections()
  }
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
}

start().catch((error: unknown) => {
  if (error instanceof StudioTrouble) fail(sayStudioTrouble(error, places.backups))
  fail(`The server could not start: ${error instanceof Error ? error.message : String(error)}`)
})
