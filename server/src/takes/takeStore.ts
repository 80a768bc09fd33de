/**
 * Takes as files beside the studio: a folder for each student, each file named by what is in it. A file has its
 * name only once it is whole and on the disk; an act names it only after that.
 */
import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream, existsSync } from 'node:fs'
import { mkdir, open, readdir, rename, rm } from 'node:fs/promises'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { StudentId, TakeFile } from '@vein-mend/core/record'
import { BYTES_MOST, HEAD_BYTES, mediaTypeOf } from './mediaType'

/** Why a file was not kept. */
export type NotKept = 'take_not_of_kind' | 'too_large'

export type Kept =
  { readonly ok: true; readonly file: TakeFile } | { readonly ok: false; readonly why: NotKept }

export interface TakeStore {
  /** Keeps what comes in, or nothing of it. */
  keep(student: StudentId, incoming: Readable): Promise<Kept>
  /** Where the file lies; null where it is not. */
  pathOf(student: StudentId, hash: string): string | null
  remove(student: StudentId, hash: string): Promise<void>
  removeStudent(student: StudentId): Promise<void>
  /** Takes out what no act names, such as a server that was killed leaves behind. */
  sweep(named: ReadonlyMap<StudentId, ReadonlySet<string>>): Promise<void>
}

class TooLarge extends Error {}
class OfNoKind extends Error {}

const INCOMING = 'incoming'
const NAME = /^[0-9a-f]{64}$/

/** Counts and digests what passes, and stops what is too much or nothing known. */
async function* watched(incoming: Readable, seen: Seen): AsyncGenerator<Buffer> {
  // Whoever sends too much is still told so: their line stays open.
  const chunks = incoming.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>
  for await (const chunk of chunks) {
    seen.take(chunk)
    yield chunk
  }
}

class Seen {
  private readonly digest = createHash('sha256')
  private head = Buffer.alloc(0)
  bytes = 0

  take(chunk: Buffer): void {
    if (this.head.length < HEAD_BYTES) {
      this.head = Buffer.concat([this.head, chunk.subarray(0, HEAD_BYTES)])
    }
    this.bytes += chunk.length
    this.digest.update(chunk)
    if (this.head.length < HEAD_BYTES) return
    const media = mediaTypeOf(this.head)
    if (!media) throw new OfNoKind()
    if (this.bytes > BYTES_MOST[media.kind]) throw new TooLarge()
  }

  file(): TakeFile {
    const media = mediaTypeOf(this.head)
    if (!media) throw new OfNoKind()
    return { ...media, bytes: this.bytes, hash: this.digest.digest('hex') }
  }
}

async function synced(path: string): Promise<void> {
  const handle = await open(path, 'r')
  await handle.sync()
  await handle.close()
}

function whyNot(error: unknown): NotKept | null {
  if (error instanceof OfNoKind) return 'take_not_of_kind'
  return error instanceof TooLarge ? 'too_large' : null
}

/** The takes in a folder, which is made when the first one comes. */
export function takeStore(folder: string): TakeStore {
  const folderOf = (student: StudentId) => join(folder, student)
  const place = (student: StudentId, hash: string) => join(folderOf(student), hash)
  const arriving = join(folder, INCOMING)

  async function keep(student: StudentId, incoming: Readable): Promise<Kept> {
    await mkdir(arriving, { recursive: true })
    const part = join(arriving, randomUUID())
    try {
      const seen = new Seen()
      await pipeline(watched(incoming, seen), createWriteStream(part))
      const file = seen.file()
      await synced(part)
      await mkdir(folderOf(student), { recursive: true })
      await rename(part, place(student, file.hash))
      await synced(folderOf(student))
      return { ok: true, file }
    } catch (error) {
      await rm(part, { force: true })
      const why = whyNot(error)
      if (!why) throw error
      return { ok: false, why }
    }
  }

  return {
    keep,
    pathOf: (student, hash) => {
      const path = NAME.test(hash) ? place(student, hash) : null
      return path !== null && existsSync(path) ? path : null
    },
    remove: (student, hash) => rm(place(student, hash), { force: true }),
    removeStudent: (student) => rm(folderOf(student), { recursive: true, force: true }),
    sweep: async (named) => {
      await rm(arriving, { recursive: true, force: true })
      if (!existsSync(folder)) return
      for (const student of await readdir(folder)) {
        const kept = named.get(student as StudentId)
        if (!kept) await rm(join(folder, student), { recursive: true, force: true })
        else {
          const files = await readdir(join(folder, student))
          const stray = files.filter((name) => !kept.has(name))
          await Promise.all(stray.map((name) => rm(join(folder, student, name), { force: true })))
        }
      }
    },
  }
}
