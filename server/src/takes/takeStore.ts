/**
 * Takes as files beside the studio: a folder for each student, each file named by what is in it. A file has its
 * name only once it is whole and on the disk; an act names it only after that.
 */
import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream, existsSync } from 'node:fs'
import { lstat, mkdir, open, readdir, rename, rm, rmdir } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { StudentId } from '@vein-mend/core/kit'
import type { TakeFile } from '@vein-mend/core/takes'
import { askForRoom } from '../store'
import { BYTES_MOST, HEAD_BYTES, mediaTypeOf } from './mediaType'

/** Why a file was not kept. */
export type NotKept = 'take_not_of_kind' | 'too_large'

export type KeptTake =
  { readonly ok: true; readonly file: TakeFile } | { readonly ok: false; readonly why: NotKept }

/** A file that has come in whole and has no place yet. */
export interface StagedTake {
  readonly file: TakeFile
  /** Where it lies until it is placed or dropped. */
  readonly path: string
}

export type Staged =
  { readonly ok: true; readonly value: StagedTake } | { readonly ok: false; readonly why: NotKept }

export interface TakeStore {
  /** Keeps what comes in, or nothing of it. @throws NoRoom where the disk has not so many bytes to spare */
  keep(student: StudentId, incoming: Readable, bytes?: number): Promise<KeptTake>
  /** The same without a place: what is not placed goes with `drop`, or at the next start. @throws NoRoom */
  stage(incoming: Readable, bytes?: number): Promise<Staged>
  place(student: StudentId, staged: StagedTake): Promise<void>
  drop(staged: StagedTake): Promise<void>
  /** A name for something that comes in and is none of them yet; it goes at the next start. @throws NoRoom */
  arrival(bytes: number): Promise<string>
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

  private at(student: StudentId, hash: string): string {
    return join(this.folder, student, hash)
  }

  async arrival(bytes: number): Promise<string> {
    await askForRoom(this.arriving, bytes)
    return join(this.arriving, randomUUID())
  }

  async stage(incoming: Readable, bytes = 0): Promise<Staged> {
    const path = await this.arrival(bytes)
    try {
      const seen = new Seen()
      await pipeline(watched(incoming, seen), createWriteStream(path))
      const file = seen.file()
      await synced(path)
      return { ok: true, value: { file, path } }
    } catch (error) {
      await rm(path, { force: true })
      const why = whyNot(error)
      if (!why) throw error
      return { ok: false, why }
    }
  }

  async place(student: StudentId, { file, path }: StagedTake): Promise<void> {
    const place = this.at(student, file.hash)
    await mkdir(dirname(place), { recursive: true })
    await rename(path, place)
    await synced(dirname(place))
  }

  drop({ path }: StagedTake): Promise<void> {
    return rm(path, { force: true })
  }

  async keep(student: StudentId, incoming: Readable, bytes = 0): Promise<KeptTake> {
    const staged = await this.stage(incoming, bytes)
    if (!staged.ok) return staged
    await this.place(student, staged.value)
    return { ok: true, file: staged.value.file }
  }

  pathOf(student: StudentId, hash: string): string | null {
    const path = NAME.test(hash) ? this.at(student, hash) : null
    return path !== null && existsSync(path) ? path : null
  }

  remove(student: StudentId, hash: string): Promise<void> {
    return rm(this.at(student, hash), { force: true })
  }

  /** Takes of the folder that are ours: files by their digest. A link is none, and neither is what somebody put there. */
  private async ownIn(student: StudentId): Promise<readonly string[]> {
    const found = await readdir(join(this.folder, student), { withFileTypes: true })
    return found.flatMap((entry) => (entry.isFile() && NAME.test(entry.name) ? [entry.name] : []))
  }

  async removeStudent(student: StudentId): Promise<void> {
    const folder = join(this.folder, student)
    // A link in the place of a folder is not followed.
    const isFolder = (await lstat(folder).catch(() => null))?.isDirectory() ?? false
    if (!isFolder) return
    for (const hash of await this.ownIn(student)) await this.remove(student, hash)
    // It goes when nothing foreign is in it.
    await rmdir(folder).catch(() => undefined)
  }

  async sweep(named: ReadonlyMap<StudentId, ReadonlySet<string>>): Promise<void> {
    await rm(this.arriving, { recursive: true, force: true })
    if (!existsSync(this.folder)) return
    for (const entry of await readdir(this.folder, { withFileTypes: true })) {
      const student = entry.name as StudentId
      if (!entry.isDirectory()) continue
      const kept = named.get(student)
      if (kept) {
        const gone = (await this.ownIn(student)).filter((hash) => !kept.has(hash))
        await Promise.all(gone.map((hash) => this.remove(student, hash)))
      } else await this.removeStudent(student)
    }
  }
}

export function takeStore(folder: string): TakeStore {
  return new FolderOfTakes(folder)
}
