/** Room on a disk, asked for before something large is written to it. */
import { mkdirSync } from 'node:fs'
import { statfs } from 'node:fs/promises'

/** Left free, so that notes can still be written when a copy or a recording has been; bytes. */
const RESERVE = 64_000_000
const MEGABYTE = 1_000_000

/** Why something is not begun: so much is needed, so much is free, both in megabytes. */
export class NoRoom extends Error {
  override readonly name = 'NoRoom'
  constructor(
    readonly needed: number,
    readonly free: number,
  ) {
    super(`${needed} MB needed, ${free} MB free`)
  }
}

/** @throws NoRoom where the disk of the folder does not have so many bytes to spare */
export async function askForRoom(folder: string, bytes: number): Promise<void> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const { bavail, bsize } = await statfs(folder)
  const free = bavail * bsize
  if (free >= bytes + RESERVE) return
  throw new NoRoom(Math.ceil((bytes + RESERVE) / MEGABYTE), Math.floor(free / MEGABYTE))
}

/** Whether the system says that the disk is full, or SQLite does; the error may be wrapped. */
export function isFull(error: unknown): boolean {
  if (error instanceof NoRoom) return true
  if (typeof error !== 'object' || error === null) return false
  if ('code' in error && (error.code === 'ENOSPC' || error.code === 'SQLITE_FULL')) return true
  return 'original' in error && isFull(error.original)
}
