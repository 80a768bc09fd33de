/** How soon a studio is open, and what it weighs before anything is engraved. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startServer } from '../support/server'
import type { ServerOptions } from '../support/server'
import { bareServerMs } from './beside'
import { figure } from './figures'
import type { Figure } from './figures'

const STARTS = 5

interface Start {
  readonly ms: number
  /** Resident, in MB, after the first page's data was asked for. */
  readonly mb: number
}

async function start(options: ServerOptions): Promise<Start> {
  const begun = performance.now()
  const server = await startServer(options)
  const ms = performance.now() - begun
  await (await fetch(`${server.url}/api/students`)).text()
  const kB = execFileSync('ps', ['-o', 'rss=', '-p', String(server.process.pid)], {
    encoding: 'utf8',
  })
  await server.stop()
  return { ms, mb: Number(kB) / 1000 }
}

/** The worst of a few starts: the first of its own studio lays it, the others find it. */
async function worst(options: ServerOptions, kept: boolean): Promise<Start> {
  const all: Start[] = []
  let folder = mkdtempSync(join(tmpdir(), 'vein-mend-'))
  for (let i = 0; i < STARTS; i++) {
    all.push(await start({ ...options, folder }))
    if (kept) continue
    rmSync(folder, { recursive: true, force: true })
    folder = mkdtempSync(join(tmpdir(), 'vein-mend-'))
  }
  rmSync(folder, { recursive: true, force: true })
  return { ms: Math.max(...all.map((s) => s.ms)), mb: Math.max(...all.map((s) => s.mb)) }
}

/** Own studio and demo, each by the worst of five starts. */
export async function startFigures(): Promise<readonly Figure[]> {
  const bare = { who: 'a bare express server', value: await bareServerMs() }
  const own = await worst({}, true)
  const demo = await worst({ demo: true, today: '2026-11-24' }, false)
  return [
    figure('own studio open: worst of five starts', own.ms, 'ms', 2000, bare),
    figure('own studio, resident before the first engraving', own.mb, 'MB', 250),
    figure('demo open the first time: worst of five', demo.ms, 'ms', 5000),
  ]
}
