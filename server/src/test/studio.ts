/** A real studio in a temporary file, with the shipped packs, for tests. */
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import type { IsoDate, IsoInstant, StudentId } from '@vein-mend/core/kit'
import type { Knowledge, StudentFacts } from '@vein-mend/core/packs'
import type { Act } from '@vein-mend/core/record'
import { createApp } from '../app'
import { openKnowledge, readLibrary, readPackTexts, sayTrouble } from '../packs'
import { openStudio, studioCopies } from '../store'
import type { StudioStore } from '../store'
import { takeStore } from '../takes'

/** Folders of studios, which go with the process: one may be opened again after it was closed. */
const FOLDERS: string[] = []
process.once('exit', () => {
  for (const folder of FOLDERS) rmSync(folder, { recursive: true, force: true })
})

export const PACKS_FOLDER = resolve(import.meta.dirname, '../../../packs')
export const TODAY = '2026-03-02' as IsoDate

export async function shippedPacks(): Promise<ReadonlyMap<string, Knowledge>> {
  const library = await readLibrary(PACKS_FOLDER)
  if (!library.ok) throw new Error(library.troubles.map(sayTrouble).join('\n'))
  return library.packs
}

async function openFile(file: string) {
  const store = await openStudio(file)
  const opened = await openKnowledge(store, await readPackTexts(PACKS_FOLDER))
  if (!opened.ok) throw new Error(opened.troubles.map(sayTrouble).join('\n'))
  return { store, opened }
}

/** A new studio's file, with the packs that ship kept in it. */
async function layFile(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-test-'))
  FOLDERS.push(folder)
  const file = join(folder, 'studio.sqlite')
  const { store } = await openFile(file)
  await store.close()
  return file
}

/** Laid once for all tests of a worker; each opens a copy. */
let laid: Promise<string> | null = null

/** `again` is the file of a studio that was closed; it is opened as after a restart. */
export async function openTestStudio(again?: string) {
  const folder =
    again === undefined ? mkdtempSync(join(tmpdir(), 'vein-mend-test-')) : dirname(again)
  const file = join(folder, 'studio.sqlite')
  if (again === undefined) {
    laid ??= layFile()
    copyFileSync(await laid, file)
    FOLDERS.push(folder)
  }
  const { store, opened } = await openFile(file)
  const logged: unknown[] = []
  const takes = takeStore(join(folder, 'takes'))
  const app = createApp({
    store,
    takes,
    copies: studioCopies(file, join(folder, 'backups')),
    knowledge: opened.knowledge,
    homeAddresses: () => ['http://192.0.2.7:4280'],
    openDemo: () => Promise.resolve('http://127.0.0.1:4271/'),
    now: () => '2026-03-02T10:00:00.000Z' as IsoInstant,
    today: () => TODAY,
    writer: 'teacher',
    webFolder: null,
    log: (error) => logged.push(error),
  })
  return {
    app,
    store,
    takes,
    knowledge: opened.knowledge,
    file,
    logged,
    close: () => store.close(),
  }
}

export type TestStudio = Awaited<ReturnType<typeof openTestStudio>>

/** A student's acts as they stand in the file. */
export async function actsOf(store: StudioStore, student: StudentId): Promise<readonly Act[]> {
  return (await store.rowsOf(student)).map(({ act, why }) => {
    if (!act) throw new Error(`an act that cannot be read: ${why}`)
    return act
  })
}

/** A student nobody knows anything special of. */
export const PLAIN_FACTS: StudentFacts = {
  stage: 'elementary',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
}
