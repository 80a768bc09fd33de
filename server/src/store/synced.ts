import { closeSync, fsyncSync, openSync } from 'node:fs'

/** The file, or what a folder names, is on the disk before this returns. */
export function synced(path: string): void {
  const handle = openSync(path, 'r')
  fsyncSync(handle)
  closeSync(handle)
}
