/** A digest of code: of a file and of everything it is made with, found by following its imports. */
import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'

const IMPORTED = /from '([^']+)'/g
const OUR_OWN = '@vein-mend/'
const resolve = createRequire(import.meta.url).resolve

/** The file an import names; null for a package that is not ours, whose version the lock file holds. */
function fileOf(name: string, from: string): string | null {
  if (name.startsWith(OUR_OWN)) return resolve(name)
  if (!name.startsWith('.')) return null
  const path = join(dirname(from), name)
  return existsSync(`${path}.ts`) ? `${path}.ts` : join(path, 'index.ts')
}

function follow(file: string, seen: Map<string, Buffer>): void {
  if (seen.has(file)) return
  const text = readFileSync(file)
  seen.set(file, text)
  for (const [, name = ''] of text.toString().matchAll(IMPORTED)) {
    const next = fileOf(name, file)
    if (next !== null) follow(next, seen)
  }
}

/** A file of a room of core. */
export function coreFile(room: string, file: string): string {
  return join(dirname(resolve(`@vein-mend/core/${room}`)), file)
}

/** Changes whenever any line of the files changes, or of what they are made with. */
export function codeDigest(...files: readonly string[]): string {
  const seen = new Map<string, Buffer>()
  for (const file of files) follow(file, seen)
  const digest = createHash('sha256')
  for (const [, text] of [...seen].sort(([a], [b]) => (a < b ? -1 : 1))) digest.update(text)
  return digest.digest('hex')
}
