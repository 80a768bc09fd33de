/** Takes go with a copy of their studio, and come back with it. */
import { createHash } from 'node:crypto'
import { createReadStream, existsSync } from 'node:fs'
import { copyFile, link, mkdir, open, readdir, rename, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { NAME } from './takeStore'

async function digestOf(path: string): Promise<string> {
  const digest = createHash('sha256')
  for await (const chunk of createReadStream(path)) digest.update(chunk as Buffer)
  return digest.digest('hex')
}

/** A take never changes, so on the same disk a second name is a copy; elsewhere its bytes are copied and read back. */
async function copyTake(from: string, to: string, hash: string): Promise<boolean> {
  const part = `${to}.part`
  await rm(part, { force: true })
  await link(from, part).catch(() => copyFile(from, part))
  const whole = (await digestOf(part)) === hash
  if (whole) {
    const handle = await open(part, 'r')
    await handle.sync()
    await handle.close()
    await rename(part, to)
  } else await rm(part, { force: true })
  return whole
}

/** What was copied, and the names of those that are no longer what they were when they were kept. */
export interface CopiedTakes {
  readonly copied: number
  readonly spoilt: readonly string[]
}

/** Brings every take of the one folder into the other where it is not there yet; files are kept by student and digest. */
export async function copyTakes(from: string, to: string): Promise<CopiedTakes> {
  let copied = 0
  const spoilt: string[] = []
  if (!existsSync(from)) return { copied, spoilt }
  for (const student of await readdir(from, { withFileTypes: true })) {
    if (!student.isDirectory()) continue
    const hashes = (await readdir(join(from, student.name))).filter((name) => NAME.test(name))
    if (hashes.length > 0) await mkdir(join(to, student.name), { recursive: true, mode: 0o700 })
    for (const hash of hashes) {
      const place = join(to, student.name, hash)
      if (existsSync(place)) continue
      if (await copyTake(join(from, student.name, hash), place, hash)) copied++
      else spoilt.push(join(student.name, hash))
    }
  }
  return { copied, spoilt }
}
