/** Starts the real server on a fresh data folder and a free port. */
import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

export const ROOT = resolve(import.meta.dirname, '../..')
const START_MS_MOST = 60_000

export interface RunningServer {
  readonly url: string
  readonly folder: string
  readonly process: ChildProcess
  stop(): Promise<void>
}

export interface ServerOptions {
  readonly demo?: boolean
  readonly today?: string
  readonly folder?: string
  readonly port?: number
}

function addressFrom(child: ChildProcess): Promise<string> {
  return new Promise((done, fail) => {
    let said = ''
    const timer = setTimeout(
      () => fail(new Error(`the server did not start:\n${said}`)),
      START_MS_MOST,
    )
    const listen = (chunk: Buffer) => {
      said += chunk.toString()
      const url = /open at (http:\S+?)\/?\s/.exec(said)?.[1]
      if (url === undefined) return
      clearTimeout(timer)
      done(url)
    }
    child.stdout?.on('data', listen)
    child.stderr?.on('data', listen)
    child.once('exit', () => fail(new Error(`the server stopped:\n${said}`)))
  })
}

/** The server, ready to answer. */
export async function startServer(options: ServerOptions = {}): Promise<RunningServer> {
  const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'vein-mend-'))
  const args = ['--import', 'tsx', 'server/src/main.ts', ...(options.demo ? ['--demo'] : [])]
  const child = spawn('node', args, {
    cwd: ROOT,
    env: {
      ...process.env,
      VEIN_MEND_DATA: folder,
      VEIN_MEND_PORT: String(options.port ?? 0),
      ...(options.today === undefined ? {} : { VEIN_MEND_TODAY: options.today }),
    },
  })
  const url = await addressFrom(child)
  return {
    url,
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
