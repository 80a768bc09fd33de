/** A handover with its recordings and pictures: one zip archive, with the handover file and the takes in it. */
import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import yauzl from 'yauzl'
import type { Entry, ZipFile } from 'yauzl'
import yazl from 'yazl'
import type { Deps } from './deps'
import { exportHandover, importHandover } from './handover'
import type { HandoverResult, TakesBrought } from './handover'
import type { StagedTake } from '../takes'

const HANDOVER = 'handover.json'
const TAKES = 'takes/'
/** Bytes of an archive, and of the handover within it when unpacked. */
const ARCHIVE_MOST = 2_000_000_000
const HANDOVER_MOST = 40_000_000
/** A history packs to a tenth or a twentieth of itself; what packs to less than this part is made to unpack. */
const PACKED_MOST = 100
const ENTRIES_MOST = 5000

/** The archive as it is written; takes for which there is no yes any more are not on record and not in it. */
export async function exportArchive(
  deps: Deps,
  student: StudentId,
): Promise<Outcome<{ readonly name: string; readonly archive: NodeJS.ReadableStream }>> {
  const handover = await exportHandover(deps, student)
  if (!handover.ok) return handover
  const record = await deps.store.recordOf(student)
  const zip = new yazl.ZipFile()
  zip.addBuffer(Buffer.from(JSON.stringify(handover.value.file)), HANDOVER)
  for (const { hash } of record?.takes.filter((t) => !t.removed) ?? []) {
    const path = deps.takes.pathOf(student, hash)
    // Sound and pictures are packed already.
    if (path !== null) zip.addFile(path, TAKES + hash, { compress: false })
  }
  zip.end()
  return good({ name: handover.value.name, archive: zip.outputStream })
}

/** Below so many packed bytes how well they are packed says nothing. */
const SMALL = 10_000

class NoArchive extends Error {}

/** Passes on so many bytes and no more, whatever an archive says of itself. */
async function* upTo(most: number, incoming: Readable): AsyncGenerator<Buffer> {
  let bytes = 0
  for await (const chunk of incoming as AsyncIterable<Buffer>) {
    bytes += chunk.length
    if (bytes > most) throw new NoArchive()
    yield chunk
  }
}

async function textOf(zip: ZipFile, entry: Entry): Promise<string> {
  const most = Math.min(HANDOVER_MOST, PACKED_MOST * Math.max(entry.compressedSize, SMALL))
  if (entry.uncompressedSize > most) throw new NoArchive()
  const chunks: Buffer[] = []
  for await (const chunk of upTo(most, await zip.openReadStreamPromise(entry))) {
    chunks.push(chunk)
  }
  return Buffer.concat(chunks).toString('utf8')
}

async function entriesOf(zip: ZipFile): Promise<readonly Entry[]> {
  if (zip.entryCount > ENTRIES_MOST) throw new NoArchive()
  const entries: Entry[] = []
  for await (const entry of zip.eachEntry()) entries.push(entry)
  return entries
}

class DamagedTake extends Error {
  constructor(readonly hash: string) {
    super(hash)
  }
}

/** Takes of an archive, read whole and against their names before anything of the archive is kept. */
class StagedTakes implements TakesBrought {
  private readonly staged = new Map<string, StagedTake>()
  private readonly placed: (readonly [StudentId, string])[] = []

  constructor(private readonly deps: Deps) {}

  /** @throws DamagedTake where a file is not what its name says */
  async stage(zip: ZipFile, entries: readonly Entry[]): Promise<void> {
    for (const entry of entries.filter((e) => e.fileName.startsWith(TAKES))) {
      const hash = entry.fileName.slice(TAKES.length)
      const found = await this.stageOne(zip, entry)
      if (found?.file.hash !== hash) {
        if (found) await this.deps.takes.drop(found)
        throw new DamagedTake(hash.slice(0, HASH_SHOWN))
      }
      this.staged.set(hash, found)
    }
  }

  private async stageOne(zip: ZipFile, entry: Entry): Promise<StagedTake | null> {
    try {
      const bytes = await zip.openReadStreamPromise(entry)
      const staged = await this.deps.takes.stage(bytes, entry.uncompressedSize)
      return staged.ok ? staged.value : null
    } catch (error) {
      // The archive's own check sum, or what it is packed with, says that it is not whole.
      if (isNoArchive(error)) return null
      throw error
    }
  }

  async place(student: StudentId, record: StudentRecord): Promise<number> {
    const named = new Set(record.takes.filter((t) => !t.removed).map((t) => t.hash))
    let placed = 0
    for (const [hash, staged] of this.staged) {
      if (!named.has(hash) || this.deps.takes.pathOf(student, hash) !== null) continue
      await this.deps.takes.place(student, staged)
      this.placed.push([student, hash])
      placed += 1
    }
    return placed
  }

  /** The record did not take what names them: they go again. */
  async takeBack(): Promise<void> {
    await Promise.all(this.placed.map(([student, hash]) => this.deps.takes.remove(student, hash)))
  }

  /** What has got no place goes. */
  async drop(): Promise<void> {
    await Promise.all([...this.staged.values()].map((staged) => this.deps.takes.drop(staged)))
  }
}

/** Letters of a file's name that are told. */
const HASH_SHOWN = 12

async function readArchive(deps: Deps, id: StudentId, file: string): Promise<HandoverResult> {
  const zip = await yauzl.openPromise(file, { lazyEntries: true, autoClose: false })
  const takes = new StagedTakes(deps)
  try {
    const entries = await entriesOf(zip)
    const entry = entries.find((e) => e.fileName === HANDOVER)
    if (!entry) throw new NoArchive()
    const text = await textOf(zip, entry)
    await takes.stage(zip, entries)
    const taken = await importHandover(deps, id, text, takes)
    if (!taken.ok) await takes.takeBack()
    return taken
  } catch (error) {
    await takes.takeBack()
    throw error
  } finally {
    await takes.drop()
    zip.close()
  }
}

/**
 * Takes a student in from an archive, as `importHandover` does from its file, with their takes: all of it or nothing.
 * One of a history that is here already adds the takes that are missing.
 */
export async function importArchive(
  deps: Deps,
  id: StudentId,
  incoming: Readable,
  bytes = 0,
): Promise<HandoverResult> {
  const file = await deps.takes.arrival(bytes)
  try {
    await pipeline(upTo(ARCHIVE_MOST, incoming), createWriteStream(file))
    return await readArchive(deps, id, file)
  } catch (error) {
    if (error instanceof DamagedTake) {
      return refuse('archive_damaged', ['takes', error.hash], { take: error.hash })
    }
    if (isNoArchive(error)) return refuse('not_a_handover', ['file'], { why: 'not_an_archive' })
    throw error
  } finally {
    await rm(file, { force: true })
  }
}

/** Whether a reader stumbled over the archive. */
function isNoArchive(error: unknown): boolean {
  if (error instanceof NoArchive || error instanceof SyntaxError) return true
  if (!(error instanceof Error)) return false
  // The reader of archives throws plain errors, the one that unpacks has codes of its own; the system has others.
  return 'code' in error ? String(error.code).startsWith('Z_') : error.name === 'Error'
}
