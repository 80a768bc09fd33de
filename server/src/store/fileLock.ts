/** One server for one studio: a lock the system itself lets go when its holder is gone, however it went. */
import { existsSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs'
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

/** @throws StudioTrouble `open-already` while another server has the studio */
export async function lockStudio(file: string): Promise<StudioLock> {
  // Two names of one file are one studio.
  const real = existsSync(file) ? realpathSync(file) : file
  const address = `${real}.open-at`
  const lock = await openPlain(`${real}.lock`, 'make')
  try {
    await lock.run('PRAGMA busy_timeout = 0')
    await lock.run('BEGIN EXCLUSIVE')
  } catch {
    await lock.close()
    throw new StudioTrouble('open-already', file, addressIn(address))
  }
  rmSync(address, { force: true })
  return {
    openAt: (text) => writeFileSync(address, text),
    release: async () => {
      rmSync(address, { force: true })
      await lock.run('ROLLBACK')
      await lock.close()
    },
  }
}
