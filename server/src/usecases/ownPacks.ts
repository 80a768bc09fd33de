/** The teacher's own knowledge: entries added to an instrument, packs forked, brought in and taken out. */
import type {
  OwnEntriesRequest,
  OwnEntry,
  PackForkRequest,
  PackImportRequest,
} from '@vein-mend/contract'
import { good, refuse } from '@vein-mend/core/kit'
import type { Result } from '@vein-mend/core/kit'
import { SECTIONS } from '@vein-mend/core/packs'
import type { PackFile } from '@vein-mend/core/packs'
import { parse, stringify } from 'yaml'
import type { PackFileTrouble, PackSaving } from '../packs'
import type { Deps } from './deps'
import { ownAdditionsId } from './readPacks'

/** A refusal of knowledge says where in the text it is wrong. */
export type KnowledgeResult = Result<{ readonly id: string }> & {
  readonly troubles?: readonly PackFileTrouble[]
}

type Entries = Readonly<Record<string, object>>

function toYaml(file: PackFile): string {
  return stringify(file, { lineWidth: 0 })
}

/** 1.0.4 after 1.0.3: each saved change is a version of its own, so that records name what they rest on. */
function nextVersion(version: string): string {
  const [major, minor, patch] = version.split('.')
  return `${major}.${minor}.${Number(patch) + 1}`
}

function answer(id: string, saving: PackSaving): KnowledgeResult {
  if (saving.ok) return good({ id })
  const { troubles } = saving
  return { ...refuse('pack_refused', ['pack'], { troubles: troubles.length }), troubles }
}

function freshAdditions(instrument: PackFile): PackFile {
  return {
    pack: ownAdditionsId(instrument.pack),
    version: '1.0.0',
    kind: 'studio',
    name: `${instrument.name}, this studio`,
    source: 'Added or changed in this studio.',
    extends: instrument.pack,
  }
}

/** The additions with one entry laid over what is there field by field, or taken out when it is null. */
function withEntry(file: PackFile, { section, id, entry }: OwnEntry): PackFile {
  const entries: Record<string, object> = { ...(file[section] as Entries | undefined) }
  if (entry) entries[id] = { ...entries[id], ...entry }
  else Reflect.deleteProperty(entries, id)
  const rest = Object.fromEntries(Object.entries(file).filter(([key]) => key !== section))
  const left = Object.keys(entries).length > 0 ? { [section]: entries } : {}
  return { ...rest, ...left } as PackFile
}

/** Adds, changes or takes out entries of an instrument's knowledge in this studio, all or none. */
export async function changeOwnEntries(
  deps: Deps,
  instrument: string,
  { entries }: OwnEntriesRequest,
): Promise<KnowledgeResult> {
  const base = deps.knowledge.fileOf(instrument)
  if (base?.kind !== 'instrument') return refuse('unknown_pack', ['pack'])
  const additions = ownAdditionsId(instrument)
  const file = deps.knowledge.fileOf(additions) ?? freshAdditions(base)
  const changed = { ...entries.reduce(withEntry, file), version: nextVersion(file.version) }
  const saving = await deps.knowledge.saveOwn(additions, toYaml(changed), deps.now())
  return answer(instrument, saving)
}

/** The instrument's own file with what the studio added laid over it, under another name. */
export async function forkPack(
  deps: Deps,
  from: string,
  { id, name }: PackForkRequest,
): Promise<KnowledgeResult> {
  const base = deps.knowledge.fileOf(from)
  if (base?.kind !== 'instrument') return refuse('unknown_pack', ['pack'])
  if (deps.knowledge.textOf(id) !== null) return refuse('pack_exists', ['id'], { id })
  const additions = deps.knowledge.fileOf(ownAdditionsId(from))
  const merged = Object.fromEntries(
    SECTIONS.flatMap((section) => {
      const under = (base[section] ?? {}) as Entries
      const over = (additions?.[section] ?? {}) as Entries
      const entries = { ...under }
      for (const [key, entry] of Object.entries(over)) entries[key] = { ...under[key], ...entry }
      return Object.keys(entries).length > 0 ? [[section, entries] as const] : []
    }),
  )
  const source = `${base.source} Forked from ${base.name} ${base.version} in this studio.`
  const file = { ...base, ...merged, pack: id, name, version: '1.0.0', source } as PackFile
  return answer(id, await deps.knowledge.saveOwn(id, toYaml(file), deps.now()))
}

function packIdOf(yaml: string): string | null {
  try {
    const value: unknown = parse(yaml)
    const id = typeof value === 'object' && value !== null && 'pack' in value ? value.pack : null
    return typeof id === 'string' ? id : null
  } catch {
    // What is no YAML at all is refused with its line when it is read properly.
    return null
  }
}

/** Brings a pack in from its text; a shipped pack is never replaced by one. */
export async function importPack(
  deps: Deps,
  { yaml }: PackImportRequest,
): Promise<KnowledgeResult> {
  const id = packIdOf(yaml) ?? 'brought-in'
  if (deps.knowledge.textOf(id) !== null && !deps.knowledge.isOwn(id)) {
    return refuse('pack_is_shipped', ['yaml'], { id })
  }
  return answer(id, await deps.knowledge.saveOwn(id, yaml, deps.now()))
}

/** Takes an own pack out, unless a student learns by it. */
export async function dropPack(deps: Deps, id: string): Promise<KnowledgeResult> {
  if (!deps.knowledge.isOwn(id)) return refuse('unknown_pack', ['pack'])
  const students = await deps.store.students()
  const learner = students.find((s) => s.summary.instrument === id)
  if (learner) return refuse('pack_in_use', ['pack'], { name: learner.summary.name })
  return answer(id, await deps.knowledge.dropOwn(id))
}
