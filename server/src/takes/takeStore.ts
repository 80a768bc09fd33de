/**
 * Takes as files beside the studio: a folder for each student, each file named by what is in it. A file has its
 * name only once it is whole and on the disk; an act names it only after that.
 */
import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream, existsSync } from 'node:fs'
import { mkdir, open, readdir, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
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
/** A take is named by the SHA-256 of its bytes. */
export const NAME = /^[0-9a-f]{64}$/

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
class FolderOfTakes implements TakeStore {
  private readonly arriving: string

  constructor(private readonly folder: string) {
    this.arriving = join(folder, INCOMING)
  }

  private place(student: StudentId, hash: string): string {
    return join(this.folder, student, hash)
  }

  async keep(student: StudentId, incoming: Readable): Promise<Kept> {
    await mkdir(this.arriving, { recursive: true })
    const part = join(this.arriving, randomUUID())
    try {
      const seen = new Seen()
      await pipeline(watched(incoming, seen), createWriteStream(part))
      const file = seen.file()
      await synced(part)
      const place = this.place(student, file.hash)
      await mkdir(dirname(place), { recursive: true })
      await rename(part, place)
      await synced(dirname(place))
      return { ok: true, file }
    } catch (error) {
      await rm(part, { force: true })
      const why = whyNot(error)
      if (!why) throw error
      return { ok: false, why }
    }
  }

  pathOf(student: StudentId, hash: string): string | null {
    const path = NAME.test(hash) ? this.place(student, hash) : null
    return path !== null && existsSync(path) ? path : null
  }

  remove(student: StudentId, hash: string): Promise<void> {
    return rm(this.place(student, hash), { force: true })
  }

  removeStudent(student: StudentId): Promise<void> {
    return rm(join(this.folder, student), { recursive: true, force: true })
  }

  async sweep(named: ReadonlyMap<StudentId, ReadonlySet<string>>): Promise<void> {
    await rm(this.arriving, { recursive: true, force: true })
    if (!existsSync(this.folder)) return
    for (const student of (await readdir(this.folder)) as StudentId[]) {
      const kept = named.get(student)
      if (kept) {
        const files = await readdir(join(this.folder, student))
        await Promise.all(files.filter((f) => !kept.has(f)).map((f) => this.remove(student, f)))
      } else await this.removeStudent(student)
    }
  }
}

export function takeStore(folder: string): TakeStore {
  return new FolderOfTakes(folder)
}
