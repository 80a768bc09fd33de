/** All packs at hand, put together and checked. */
import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { checkKnowledge, gapsIn, resolvePack } from '@vein-mend/core/packs'
import type { Knowledge, MissingField, PackFile, PackTrouble } from '@vein-mend/core/packs'
import { digested } from './knowledgeDigest'
import { placeTrouble } from './readPackFile'
import type { PackFileTrouble, ReadPack } from './readPackFile'
import { reading } from './readings'

export type PackLibrary =
  | {
      readonly ok: true
      readonly packs: ReadonlyMap<string, Knowledge>
      /** The files as written, by pack. */
      readonly files: ReadonlyMap<string, PackFile>
    }
  | { readonly ok: false; readonly troubles: readonly PackFileTrouble[] }

function troubleAt(pack: ReadPack, path: string, code: string, detail: string): PackFileTrouble {
  return { file: pack.name, line: pack.lineOf(path.split('.')), path, code, detail }
}

/** The pack and all it extends, base first; or the pack at which the chain breaks. */
function chainOf(
  pack: ReadPack,
  byId: ReadonlyMap<string, ReadPack>,
): { ok: true; chain: ReadPack[] } | { ok: false; trouble: PackFileTrouble } {
  const chain = [pack]
  for (;;) {
    const first = chain[0] ?? pack
    const above = first.file.extends
    if (above === undefined) return { ok: true, chain }
    const next = byId.get(above)
    if (!next) return { ok: false, trouble: troubleAt(first, 'extends', 'unknown_pack', above) }
    if (chain.includes(next)) {
      return { ok: false, trouble: troubleAt(first, 'extends', 'loop_in_extends', above) }
    }
    chain.unshift(next)
  }
}

function withoutDoubles(troubles: readonly PackFileTrouble[]): PackFileTrouble[] {
  const seen = new Map(troubles.map((t) => [`${t.file}:${t.path}:${t.code}`, t]))
  return [...seen.values()]
}

/** What the studio adds to the instrument. */
function additionsTo(pack: ReadPack, read: readonly ReadPack[]): readonly ReadPack[] {
  return read.filter((p) => p.file.kind === 'studio' && p.file.extends === pack.file.pack)
}

/** Two files that say they are the same pack. */
function doublesOf(read: readonly ReadPack[]): PackFileTrouble[] {
  return read.flatMap((pack, i) => {
    const first = read.findIndex((p) => p.file.pack === pack.file.pack)
    return first === i ? [] : [troubleAt(pack, 'pack', 'pack_twice', pack.file.pack)]
  })
}

/** An entry that lacks a field, in the last file that speaks of it. */
function gapTrouble({ section, id, field }: MissingField, chain: readonly ReadPack[]) {
  const holder = chain.findLast((p) => Object.hasOwn(p.file[section] ?? {}, id)) ?? chain[0]
  const path = [section, id]
  return {
    file: holder?.name ?? '',
    line: holder?.lineOf(path) ?? 1,
    path: path.join('.'),
    code: 'not_required',
    detail: `${field} is missing`,
  }
}

/** What a chain of files comes to: what it lacks, or the knowledge and what is wrong with it. */
interface PutTogether {
  readonly chain: readonly PackFile[]
  readonly gaps: readonly MissingField[]
  readonly knowledge: Knowledge | null
  readonly troubles: readonly PackTrouble[]
}

/** By the pack, what it came to the last time: where one of thirty changes, the others need not be put together anew. */
const REMEMBERED = new WeakMap<PackFile, PutTogether>()

function comesTo(chain: readonly PackFile[], isBase: boolean): PutTogether {
  const gaps = gapsIn(chain)
  if (gaps.length > 0) return { chain, gaps, knowledge: null, troubles: [] }
  const knowledge = resolvePack(chain)
  const troubles = isBase ? [] : checkKnowledge(knowledge)
  return { chain, gaps, knowledge: digested(knowledge), troubles }
}

function putTogether({ file }: ReadPack, chain: readonly PackFile[]): PutTogether {
  const known = REMEMBERED.get(file)
  const same = known?.chain.length === chain.length && chain.every((f, i) => f === known.chain[i])
  if (same) return known
  const now = comesTo(chain, file.kind === 'base')
  REMEMBERED.set(file, now)
  return now
}

/** Puts packs together from their texts. A single trouble refuses the whole library. */
export function buildLibrary(texts: ReadonlyMap<string, string>): PackLibrary {
  const results = [...texts].map(([name, text]) => reading(name, text))
  const unread = results.flatMap((r) => (r.ok ? [] : r.troubles))
  if (unread.length > 0) return { ok: false, troubles: unread }
  const read = results.flatMap((r) => (r.ok ? [r.pack] : []))
  const byId = new Map(read.map((p) => [p.file.pack, p]))
  const troubles = doublesOf(read)
  const packs = new Map<string, Knowledge>()
  for (const pack of read) {
    // What a studio adds is put together with the instrument it belongs to; alone, only its chain is tried.
    const result = chainOf(pack, byId)
    if (!result.ok) {
      troubles.push(result.trouble)
      continue
    }
    if (pack.file.kind === 'studio') continue
    if (pack.file.kind === 'instrument') result.chain.push(...additionsTo(pack, read))
    const made = putTogether(
      pack,
      result.chain.map((p) => p.file),
    )
    troubles.push(
      ...made.gaps.map((gap) => gapTrouble(gap, result.chain)),
      ...made.troubles.map((t) => placeTrouble(t, result.chain)),
    )
    if (made.knowledge) packs.set(made.knowledge.pack.id, made.knowledge)
  }
  if (troubles.length > 0) return { ok: false, troubles: withoutDoubles(troubles) }
  return { ok: true, packs, files: new Map(read.map((p) => [p.file.pack, p.file])) }
}

/** The text of every `.yaml` of the folder, by file name. */
export async function readPackTexts(folder: string): Promise<ReadonlyMap<string, string>> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.yaml')).sort()
  const texts = await Promise.all(
    names.map(async (name) => [name, await readFile(join(folder, name), 'utf8')] as const),
  )
  return new Map(texts)
}

/** Reads and puts together every `.yaml` of the folder. */
export async function readLibrary(folder: string): Promise<PackLibrary> {
  return buildLibrary(await readPackTexts(folder))
}

/** One line a person can act on. */
export function sayTrouble(t: PackFileTrouble): string {
  const at = t.path === '' ? '' : ` ${t.path}`
  return `${t.file}:${t.line}${at}: ${t.code.replaceAll('_', ' ')} (${t.detail})`
}
