/** The teacher's own knowledge: entries added to an instrument, packs forked, brought in and taken out. */
import type {
  Outcome,
  OwnEntriesRequest,
  OwnEntry,
  PackForkRequest,
  PackImportRequest,
} from '@vein-mend/contract'
import { refuse } from '@vein-mend/contract'
import { good, isObject, packName, readShape } from '@vein-mend/core/kit'
import { SECTIONS } from '@vein-mend/core/packs'
import type { PackFile } from '@vein-mend/core/packs'
import { parse, stringify } from 'yaml'
import type { PackFileTrouble, PackSaving } from '../packs'
import type { Deps } from './deps'
import { ownAdditionsId } from './readPacks'

/** A refusal of knowledge says where in the text it is wrong. */
export type KnowledgeResult = Outcome<{ readonly id: string }> & {
  readonly troubles?: readonly PackFileTrouble[]
}

type Entries = Readonly<Record<string, object>>

function toYaml(file: PackFile): string {
  return stringify(file, { lineWidth: 0 })
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
export function changeOwnEntries(
  deps: Deps,
  instrument: string,
  { entries }: OwnEntriesRequest,
): Promise<KnowledgeResult> {
  return deps.knowledge.changing(async () => {
    const base = deps.knowledge.fileOf(instrument)
    if (base?.kind !== 'instrument') return refuse('unknown_pack', ['pack'])
    const additions = ownAdditionsId(instrument)
    const file = deps.knowledge.fileOf(additions) ?? freshAdditions(base)
    const version = await deps.knowledge.freshVersion(additions)
    const changed = { ...entries.reduce(withEntry, file), version }
    const saving = await deps.knowledge.saveOwn(additions, toYaml(changed), deps.now())
    return answer(instrument, saving)
  })
}

/** The instrument's sections with what the studio added laid over them. */
function mergedSections(base: PackFile, additions: PackFile | null) {
  return Object.fromEntries(
    SECTIONS.flatMap((section) => {
      const under = (base[section] ?? {}) as Entries
      const over = (additions?.[section] ?? {}) as Entries
      const entries = { ...under }
      for (const [key, entry] of Object.entries(over)) entries[key] = { ...under[key], ...entry }
      return Object.keys(entries).length > 0 ? [[section, entries] as const] : []
    }),
  )
}

/** The instrument's own file with what the studio added laid over it, under another name. */
export function forkPack(
  deps: Deps,
  from: string,
  { id, name }: PackForkRequest,
): Promise<KnowledgeResult> {
  return deps.knowledge.changing(async () => {
    const base = deps.knowledge.fileOf(from)
    if (base?.kind !== 'instrument') return refuse('unknown_pack', ['pack'])
    if (deps.knowledge.textOf(id) !== null) return refuse('pack_exists', ['id'], { id })
    const merged = mergedSections(base, deps.knowledge.fileOf(ownAdditionsId(from)))
    const source = `${base.source} Forked from ${base.name} ${base.version} in this studio.`
    const version = await deps.knowledge.freshVersion(id)
    const file = { ...base, ...merged, pack: id, name, version, source } as PackFile
    return answer(id, await deps.knowledge.saveOwn(id, toYaml(file), deps.now()))
  })
}

/** What can be told of a text before it is read properly; null where it is no pack at all. */
function glanceAt(yaml: string): Readonly<Record<string, unknown>> | null {
  try {
    const value: unknown = parse(yaml)
    return isObject(value) ? value : null
  } catch {
    // What is no YAML is refused with its line when it is read properly.
    return null
  }
}

/** Entries of the pack as it is that the text no longer has. */
function removedBy(text: Readonly<Record<string, unknown>>, before: PackFile | null) {
  return SECTIONS.flatMap((section) => {
    const left = text[section]
    return Object.keys((before?.[section] ?? {}) as Entries)
      .filter((id) => !(isObject(left) && Object.hasOwn(left, id)))
      .map((id) => `${section}.${id}`)
  })
}

/**
 * Brings a pack in from its text. A shipped pack is never replaced by one, and where it would take entries out
 * that are there now, it says so first.
 */
export function importPack(
  deps: Deps,
  { yaml, mayRemove }: PackImportRequest,
): Promise<KnowledgeResult> {
  return deps.knowledge.changing(async () => {
    const text = glanceAt(yaml) ?? {}
    // A name that is none is told with its line when the text is read properly.
    const named = readShape(packName, text.pack)
    const id = named.ok ? named.value : 'brought-in'
    if (deps.knowledge.textOf(id) !== null && !deps.knowledge.isOwn(id)) {
      return refuse('pack_is_shipped', ['yaml'], { id })
    }
    const removed = removedBy(text, deps.knowledge.fileOf(id))
    const unseen = removed.filter((entry) => !mayRemove.includes(entry))
    if (unseen.length > 0) {
      return refuse('pack_removes', ['yaml'], { id, entries: unseen.join(' · ') })
    }
    return answer(id, await deps.knowledge.saveOwn(id, yaml, deps.now()))
  })
}

/** Takes an own pack out, unless a student learns by it. */
export function dropPack(deps: Deps, id: string): Promise<KnowledgeResult> {
  return deps.knowledge.changing(async () => {
    if (!deps.knowledge.isOwn(id)) return refuse('unknown_pack', ['pack'])
    const { students } = await deps.store.students()
    const learner = students.find((s) => s.summary.instrument === id)
    if (learner) return refuse('pack_in_use', ['pack'], { name: learner.summary.name })
    return answer(id, await deps.knowledge.dropOwn(id))
  })
}
