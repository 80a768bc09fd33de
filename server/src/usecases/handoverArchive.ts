/** A handover with its recordings and pictures: one zip archive, with the handover file and the takes in it. */
import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/record'
import yauzl from 'yauzl'
import type { Entry, ZipFile } from 'yauzl'
import yazl from 'yazl'
import type { Deps } from './deps'
import { exportHandover, importHandover } from './handover'
import type { HandoverResult } from './handover'

const HANDOVER = 'handover.json'
const TAKES = 'takes/'
/** Bytes of an archive, and of the handover within it when unpacked. */
const ARCHIVE_MOST = 2_000_000_000
const HANDOVER_MOST = 40_000_000
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
  const chunks: Buffer[] = []
  for await (const chunk of upTo(HANDOVER_MOST, await zip.openReadStreamPromise(entry))) {
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

/** Takes of the archive that the record names; a file that is not what its name says is left out. */
async function takeTakes(
  deps: Deps,
  student: StudentId,
  zip: ZipFile,
  entries: readonly Entry[],
): Promise<void> {
  const record = await deps.store.recordOf(student)
  const named = new Set(record?.takes.filter((t) => !t.removed).map((t) => t.hash))
  for (const entry of entries.filter((e) => e.fileName.startsWith(TAKES))) {
    const hash = entry.fileName.slice(TAKES.length)
    if (!named.has(hash) || deps.takes.pathOf(student, hash) !== null) continue
    const kept = await deps.takes.keep(student, await zip.openReadStreamPromise(entry))
    if (kept.ok && !named.has(kept.file.hash)) await deps.takes.remove(student, kept.file.hash)
  }
}

async function readArchive(deps: Deps, id: StudentId, file: string): Promise<HandoverResult> {
  const zip = await yauzl.openPromise(file, { lazyEntries: true, autoClose: false })
  try {
    const entries = await entriesOf(zip)
    const entry = entries.find((e) => e.fileName === HANDOVER)
    if (!entry) throw new NoArchive()
    const body: unknown = JSON.parse(await textOf(zip, entry))
    const taken = await importHandover(deps, id, body)
    if (taken.ok) await takeTakes(deps, taken.value.id, zip, entries)
    return taken
  } finally {
    zip.close()
  }
}

/** Takes a student in from an archive, as `importHandover` does from its file, and their takes with them. */
export async function importArchive(
  deps: Deps,
  id: StudentId,
  incoming: Readable,
): Promise<HandoverResult> {
  const folder = await mkdtemp(join(tmpdir(), 'vein-mend-archive-'))
  const file = join(folder, 'archive.zip')
  try {
    await pipeline(upTo(ARCHIVE_MOST, incoming), createWriteStream(file))
    return await readArchive(deps, id, file)
  } catch (error) {
    if (isNoArchive(error)) return refuse('not_a_handover', ['file'], { why: 'not_an_archive' })
    throw error
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** Whether a reader stumbled: over the archive, or over the text in it. */
function isNoArchive(error: unknown): boolean {
  if (error instanceof NoArchive || error instanceof SyntaxError) return true
  if (!(error instanceof Error)) return false
  // The reader of archives throws plain errors, the one that unpacks has codes of its own; the system has others.
  return 'code' in error ? String(error.code).startsWith('Z_') : error.name === 'Error'
}
