/** Starts the server. The only reader of the environment. */
import type { IsoDate } from '@vein-mend/core/kit'
import pino from 'pino'
import { demoOpener } from './demo/openDemo'
import { sayStudioTrouble } from './sayStudioTrouble'
import { StudioTrouble } from './store'
import { CannotServe, PORT_MOST, serveStudio, studioPlaces } from './studioServer'

const USUAL_PORT = 4270
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
    fail(`${name} must be a port number from 0 to ${PORT_MOST}, not "${text}".`)
  }
  return port
}

/** The port of the pages at home, where the teacher asked for that door. */
function homePortAsked(): number | null {
  const text = process.env.VEIN_MEND_HOME_PORT
  return text === undefined || text === '' ? null : portNamed('VEIN_MEND_HOME_PORT', text)
}

async function start(): Promise<void> {
  const log = pino({ level: process.env.VEIN_MEND_LOG ?? 'warn' })
  const demo = process.argv.includes('--demo')
  const fixedToday = process.env.VEIN_MEND_TODAY as IsoDate | undefined
  const studio = await serveStudio({
    places,
    demo,
    port: portNamed('VEIN_MEND_PORT', process.env.VEIN_MEND_PORT || String(USUAL_PORT)),
    homePort: homePortAsked(),
    today: () => fixedToday ?? localDay(new Date()),
    openDemo: demo ? null : demoOpener(),
    say: (sentence) => console.error(sentence),
    log: (error) => log.error(error),
  })
  if (studio.homePort !== null) {
    console.log(
      `Links for home also open at this machine's address in the network, port ${studio.homePort}`,
    )
  }
  console.log(`Vein Mend is open at ${studio.url}/`)
  console.log(`The studio is kept in ${studio.file}`)
  const stop = () => void studio.close().then(() => process.exit(0))
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
}

start().catch((error: unknown) => {
  if (error instanceof StudioTrouble) fail(sayStudioTrouble(error, places.backups))
  if (error instanceof CannotServe) fail(error.message)
  fail(`The server could not start: ${error instanceof Error ? error.message : String(error)}`)
})
