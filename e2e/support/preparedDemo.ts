/** The demo studio laid once for all journeys of a run; each gets a copy of its own. */
import { cpSync, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startServer } from './server'

/** The day every journey on the demo is on. */
export const DEMO_TODAY = '2026-11-24'
const PREPARED = 'VEIN_MEND_PREPARED_DEMO'

/** Lays the demo and leaves it for the journeys; what it returns clears it away. */
export default async function prepareDemo(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-demo-'))
  const server = await startServer({ demo: true, today: DEMO_TODAY, folder })
  await server.stop()
  process.env[PREPARED] = folder
  return () => rmSync(folder, { recursive: true, force: true })
}

/** A fresh copy of the prepared demo, to be thrown away by who asked for it. */
export function demoCopy(): string {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-'))
  const prepared = process.env[PREPARED]
  if (prepared !== undefined) cpSync(prepared, folder, { recursive: true })
  return folder
}

/** The demo as a teacher's own studio, so that it may be opened on a later day without being laid anew. */
export function demoAsOwn(): string {
  const folder = demoCopy()
  for (const tail of ['', '-wal', '-shm']) {
    const file = join(folder, `demo.sqlite${tail}`)
    if (existsSync(file)) renameSync(file, join(folder, `studio.sqlite${tail}`))
  }
  return folder
}
