/** All packs at hand, put together and checked. */
import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { checkKnowledge, resolvePack } from '@vein-mend/core/packs'
import type { Knowledge } from '@vein-mend/core/packs'
import { placeTrouble, readPackFile } from './readPackFile'
import type { PackFileTrouble, ReadPack } from './readPackFile'

export type PackLibrary =
  | { readonly ok: true; readonly packs: ReadonlyMap<string, Knowledge> }
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

/** Puts packs together from their texts. A single trouble refuses the whole library. */
export function buildLibrary(texts: ReadonlyMap<string, string>): PackLibrary {
  const readings = [...texts].map(([name, text]) => readPackFile(name, text))
  const unread = readings.flatMap((r) => (r.ok ? [] : r.troubles))
  if (unread.length > 0) return { ok: false, troubles: unread }
  const read = readings.flatMap((r) => (r.ok ? [r.pack] : []))
  const byId = new Map(read.map((p) => [p.file.pack, p]))
  const troubles: PackFileTrouble[] = []
  const packs = new Map<string, Knowledge>()
  for (const pack of read) {
    const result = chainOf(pack, byId)
    if (!result.ok) {
      troubles.push(result.trouble)
      continue
    }
    const knowledge = resolvePack(result.chain.map((p) => p.file))
    const found = pack.file.kind === 'base' ? [] : checkKnowledge(knowledge)
    troubles.push(...found.map((t) => placeTrouble(t, result.chain)))
    packs.set(knowledge.pack.id, knowledge)
  }
  return troubles.length > 0
    ? { ok: false, troubles: withoutDoubles(troubles) }
    : { ok: true, packs }
}

/** Reads every `.yaml` of the folder. */
export async function readLibrary(folder: string): Promise<PackLibrary> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.yaml')).sort()
  const texts = await Promise.all(
    names.map(async (name) => [name, await readFile(join(folder, name), 'utf8')] as const),
  )
  return buildLibrary(new Map(texts))
}

/** One line a person can act on. */
export function sayTrouble(t: PackFileTrouble): string {
  const at = t.path === '' ? '' : ` ${t.path}`
  return `${t.file}:${t.line}${at}: ${t.code.replaceAll('_', ' ')} (${t.detail})`
}
