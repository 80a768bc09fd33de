/** A studio opened and served: from its file to its doors, and back. Whoever starts it reads the environment. */
import { existsSync } from 'node:fs'
import { networkInterfaces } from 'node:os'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { IsoDate, IsoInstant } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import type { Express } from 'express'
import type { Server } from 'node:http'
import { createApp, createHomeApp } from './app'
import { layDemoStudio } from './demo/layDemoStudio'
import { buildLibrary, openKnowledge, readPackTexts, recallReadings, sayTrouble } from './packs'
import type { PackFileTrouble } from './packs'
import { clearUnfinished, lockStudio, NO_COPIES, NoRoom, openStudio, studioCopies } from './store'
import type { StudioCopies, StudioStore } from './store'
import { openFolder, takesOf } from './studioPlaces'
import type { StudioPlaces } from './studioPlaces'
import { takeStore } from './takes'
import { finishCopies } from './usecases/copiesDue'
import { sweepTakes } from './usecases/goneTakes'

export { studioPlaces } from './studioPlaces'

const ROOT = resolve(fileURLToPath(import.meta.url), '../../..')
const LOOPBACK = '127.0.0.1'
/** There is one teacher until accounts come. */
const WRITER = 'teacher'
const HOUR_MS = 3_600_000
/** The last port there is. */
export const PORT_MOST = 65535

export interface StudioServerOptions {
  readonly places: StudioPlaces
  /** The demo's file and not the teacher's own; laid anew where it is not of today. */
  readonly demo: boolean
  /** Port of the studio on this machine; 0 for any that is free. */
  readonly port: number
  /** Port of the pages at home in the network; null where that door stays shut. */
  readonly homePort: number | null
  readonly today: () => IsoDate
  /** Opens the demo beside this studio; null in the demo itself. */
  readonly openDemo: (() => Promise<string>) | null
  /** Told in a sentence what went wrong while it was open. */
  readonly say: (sentence: string) => void
  /** Told what went wrong inside. */
  readonly log: (error: unknown) => void
}

export interface StudioServer {
  /** Where the teacher opens it, without a slash at the end. */
  readonly url: string
  /** Port of the pages at home; null while that door is shut. */
  readonly homePort: number | null
  readonly file: string
  /** Shuts the doors, closes the file and gives it free. */
  close(): Promise<void>
}

/** Why a studio cannot be served, in a sentence for whoever starts it. */
export class CannotServe extends Error {
  override readonly name = 'CannotServe'
}

function listening(app: Express, port: number, host: string): Promise<Server> {
  return new Promise((done, fail) => {
    const server = app.listen(port, host, (error?: Error) => {
      if (error) fail(error)
      else done(server)
    })
  })
}

function portOf(server: Server, asked: number): number {
  const address = server.address()
  return typeof address === 'object' && address ? address.port : asked
}

async function openStudioDoor(app: Express, port: number): Promise<Server> {
  try {
    return await listening(app, port, LOOPBACK)
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException
    throw new CannotServe(
      code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Stop it, or choose another port: VEIN_MEND_PORT=${port === PORT_MOST ? port - 1 : port + 1} ./mend start`
        : `The server could not start: ${message}`,
    )
  }
}

/** Opens the page at home to phones in the same network. */
async function openHomeDoor(app: Express, port: number): Promise<Server> {
  try {
    return await listening(app, port, '0.0.0.0')
  } catch (error) {
    const { message } = error as Error
    throw new CannotServe(`The page at home could not be opened on port ${port}: ${message}`)
  }
}

/** Addresses of this machine in the network, with the port of the pages at home. */
function addressesAt(port: number | null): readonly string[] {
  if (port === null) return []
  return Object.values(networkInterfaces()).flatMap((all = []) =>
    all.filter((a) => a.family === 'IPv4' && !a.internal).map((a) => `http://${a.address}:${port}`),
  )
}

/** A copy of each day on which the studio is open; whether the day is new is looked at every hour. */
function backUpEveryDay(
  daily: StudioCopies,
  { places, today, say, log }: StudioServerOptions,
): NodeJS.Timeout {
  const look = () => {
    daily.makeDaily(today()).catch((error: unknown) => {
      log(error)
      const why =
        error instanceof NoRoom
          ? `: ${error.needed} MB are needed and ${error.free} MB are free`
          : ''
      say(`The day's copy of the studio could not be made in ${places.backups}${why}`)
    })
  }
  look()
  return setInterval(look, HOUR_MS).unref()
}

function cannotUse(troubles: readonly PackFileTrouble[]): CannotServe {
  return new CannotServe(`A knowledge pack cannot be used.\n${troubles.map(sayTrouble).join('\n')}`)
}

/** Packs as they ship. @throws CannotServe on one that cannot be used */
function packsIn(shipped: ReadonlyMap<string, string>): ReadonlyMap<string, Knowledge> {
  const library = buildLibrary(shipped)
  if (!library.ok) throw cannotUse(library.troubles)
  return library.packs
}

/** Milliseconds an answer that is under way may take while the doors are being shut. */
const LAST_ANSWERS_MS = 2_000
const LOOK_MS = 25

/** Lets nobody in any more, and those out who are being answered. */
function shutDoor(door: Server): Promise<void> {
  return new Promise((done) => {
    const last = Date.now() + LAST_ANSWERS_MS
    const look = setInterval(() => {
      if (Date.now() < last) door.closeIdleConnections()
      else door.closeAllConnections()
    }, LOOK_MS)
    door.close(() => {
      clearInterval(look)
      done()
    })
    door.closeIdleConnections()
  })
}

async function shut(doors: readonly (Server | null)[]): Promise<void> {
  await Promise.all(doors.flatMap((door) => (door ? [shutDoor(door)] : [])))
}

/** Goes on where a server that was killed was taking somebody out of the copies; those that cannot be opened are named. */
async function finishedCopies(
  deps: Parameters<typeof finishCopies>[0],
  { places, say }: StudioServerOptions,
): Promise<void> {
  const done = await finishCopies(deps)
  if (!done || done.left.length === 0) return
  say(
    `A student who was removed may still be in copies that cannot be opened, in ${places.backups}: ${done.left.join(', ')}`,
  )
}

/** What lies beside the store of an open studio. */
interface Opened {
  readonly file: string
  readonly shipped: ReadonlyMap<string, string>
  readonly copies: StudioCopies
}

/** The doors of an open studio. */
async function openDoors(
  store: StudioStore,
  { file, shipped, copies }: Opened,
  options: StudioServerOptions,
) {
  const opened = await openKnowledge(store, shipped)
  if (!opened.ok) throw cannotUse(opened.troubles)
  const takes = takeStore(takesOf(file))
  await sweepTakes({ store, takes })
  const web = join(ROOT, 'web', 'dist')
  let home: Server | null = null
  const homePort = () => (home && options.homePort !== null ? portOf(home, options.homePort) : null)
  const deps = {
    store,
    takes,
    copies,
    homeAddresses: () => addressesAt(homePort()),
    knowledge: opened.knowledge,
    openDemo: options.openDemo,
    writer: WRITER,
    now: () => new Date().toISOString() as IsoInstant,
    today: options.today,
    webFolder: existsSync(web) ? web : null,
    log: options.log,
  }
  if (options.homePort !== null) home = await openHomeDoor(createHomeApp(deps), options.homePort)
  try {
    const studio = await openStudioDoor(createApp(deps), options.port)
    return { studio, home, homePort: homePort(), finished: finishedCopies(deps, options) }
  } catch (error) {
    await shut([home])
    throw error
  }
}

/** After so long, when the first pages have been answered, each record is read once: Today then says which cannot be. */
const LOOK_THROUGH_MS = 3_000

/** One record after the other, each with a breath before it for whoever asks meanwhile. */
async function lookThrough(store: StudioStore, isOpen: () => boolean): Promise<void> {
  const { students } = await store.students()
  for (const { id } of students) {
    if (!isOpen()) return
    await store.check(id)
    await new Promise((done) => setTimeout(done, LOOK_MS))
  }
}

/** What goes on beside the answers; what it returns ends it, and nothing is said of it from then on. */
function meanwhile(
  store: StudioStore,
  finished: Promise<void>,
  { log }: StudioServerOptions,
): () => void {
  let isOpen = true
  const logged = (error: unknown) => {
    if (isOpen) log(error)
  }
  finished.catch(logged)
  const look = setTimeout(() => {
    lookThrough(store, () => isOpen).catch(logged)
  }, LOOK_THROUGH_MS).unref()
  return () => {
    isOpen = false
    clearTimeout(look)
  }
}

/**
 * Opens the studio and serves it until it is closed.
 * @throws CannotServe with a sentence for whoever starts it
 * @throws StudioTrouble when its file is open already, newer, empty or damaged
 */
export async function serveStudio(options: StudioServerOptions): Promise<StudioServer> {
  const { places, demo, today } = options
  recallReadings(join(ROOT, 'server', 'dist', 'packs.json'))
  const shipped = await readPackTexts(join(ROOT, 'packs'))
  openFolder(places)
  const file = demo ? places.demo : places.studio
  const lock = await lockStudio(file)
  let store: StudioStore | null = null
  try {
    if (demo) await layDemoStudio(file, () => packsIn(shipped), today())
    store = await openStudio(file)
    const open = store
    if (!demo) clearUnfinished(places.backups)
    const copies = demo ? NO_COPIES : studioCopies(file, places.backups)
    const doors = await openDoors(open, { file, shipped, copies }, options)
    const { studio, home, homePort, finished } = doors
    const url = `http://${LOOPBACK}:${portOf(studio, options.port)}`
    lock.openAt(`${url}/`)
    const everyDay = demo ? null : backUpEveryDay(copies, options)
    const stopLooking = meanwhile(open, finished, options)
    return {
      url,
      homePort,
      file,
      close: async () => {
        stopLooking()
        if (everyDay) clearInterval(everyDay)
        await shut([studio, home])
        await open.close()
        await lock.release()
      },
    }
  } catch (error) {
    await store?.close()
    await lock.release()
    throw error
  }
}
