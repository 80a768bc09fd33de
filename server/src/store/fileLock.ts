/** One server for one studio: a lock the system itself lets go when its holder is gone, however it went. */
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import type { Server } from 'node:net'
import { basename, dirname, join } from 'node:path'
import { openPlain } from './plainSqlite'
import { StudioTrouble } from './studioTrouble'

export interface StudioLock {
  /** Says where the studio is open, to whoever wants to open it too. */
  openAt(address: string): void
  release(): Promise<void>
}

function addressIn(file: string): string | null {
  try {
    return readFileSync(file, 'utf8').trim() || null
  } catch {
    return null
  }
}

/**
 * The lock's file can be deleted under its holder, and a new one then locks nothing. Where the system has names that are
 * in no folder and go with their process (Linux), the studio's place is held by one of them too. Null where there are none.
 */
function holdName(real: string): Promise<Server | null> {
  if (process.platform !== 'linux') return Promise.resolve(null)
  const name = createHash('sha256').update(real).digest('hex')
  return new Promise((done, fail) => {
    const server = createServer((socket) => socket.destroy())
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE') fail(error)
      else done(null)
    })
    server.listen(`\0vein-mend-${name}`, () => done(server.unref()))
  })
}

/** @throws StudioTrouble `open-already` while another server has the studio */
export async function lockStudio(file: string): Promise<StudioLock> {
  // Two names of one file are one studio.
  const folder = realpathSync(dirname(file))
  const real = existsSync(file) ? realpathSync(file) : join(folder, basename(file))
  const address = `${real}.open-at`
  const lock = await openPlain(`${real}.lock`, 'make')
  try {
    await lock.run('PRAGMA busy_timeout = 0')
    await lock.run('BEGIN EXCLUSIVE')
  } catch {
    await lock.close()
    throw new StudioTrouble('open-already', file, addressIn(address))
  }
  const name = await holdName(real).catch(async () => {
    await lock.close()
    throw new StudioTrouble('open-already', file, addressIn(address))
  })
  rmSync(address, { force: true })
  return {
    openAt: (text) => writeFileSync(address, text),
    release: async () => {
      name?.close()
      rmSync(address, { force: true })
      await lock.run('ROLLBACK')
      await lock.close()
    },
  }
}
