/** Starts the real server on a fresh data folder and a free port. */
import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'

/** The project's own folder, wherever below it this was built to. */
const rootAbove = (folder: string): string =>
  existsSync(join(folder, 'package-lock.json')) ? folder : rootAbove(dirname(folder))
export const ROOT = rootAbove(import.meta.dirname)
/** A busy machine takes long to lay the demo; it is no failure. */
const START_MS_MOST = 300_000

export interface RunningServer {
  readonly url: string
  /** Port of the pages at home; null while that door is shut. */
  readonly homePort: number | null
  readonly folder: string
  readonly process: ChildProcess
  stop(): Promise<void>
}

export interface ServerOptions {
  readonly demo?: boolean
  readonly today?: string
  readonly folder?: string
  readonly port?: number
  /** Opens the pages at home on a port of their own too. */
  readonly homeDoor?: boolean
}

interface Addresses {
  readonly url: string
  readonly homePort: number | null
}

function addressesFrom(child: ChildProcess, homeDoor: boolean): Promise<Addresses> {
  return new Promise((done, fail) => {
    let said = ''
    const timer = setTimeout(
      () => fail(new Error(`the server did not start:\n${said}`)),
      START_MS_MOST,
    )
    const listen = (chunk: Buffer) => {
      said += chunk.toString()
      const url = /open at (http:\S+?)\/?\s/.exec(said)?.[1]
      const home = /in the network, port (\d+)/.exec(said)?.[1]
      if (url === undefined || (homeDoor && home === undefined)) return
      clearTimeout(timer)
      done({ url, homePort: home === undefined ? null : Number(home) })
    }
    child.stdout?.on('data', listen)
    child.stderr?.on('data', listen)
    child.once('exit', () => fail(new Error(`the server stopped:\n${said}`)))
  })
}

/** The server, ready to answer. */
export async function startServer(options: ServerOptions = {}): Promise<RunningServer> {
  const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'vein-mend-'))
  const args = ['server/dist/main.js', ...(options.demo ? ['--demo'] : [])]
  const child = spawn('node', args, {
    cwd: ROOT,
    env: {
      ...process.env,
      VEIN_MEND_DATA: folder,
      VEIN_MEND_PORT: String(options.port ?? 0),
      ...(options.today === undefined ? {} : { VEIN_MEND_TODAY: options.today }),
      ...(options.homeDoor ? { VEIN_MEND_HOME_PORT: '0' } : {}),
    },
  })
  const addresses = await addressesFrom(child, options.homeDoor ?? false)
  return {
    ...addresses,
    folder,
    process: child,
    stop: () =>
      new Promise((done) => {
        child.once('exit', () => {
          if (options.folder === undefined) rmSync(folder, { recursive: true, force: true })
          done()
        })
        child.kill('SIGTERM')
      }),
  }
}
