/** The knowledge as this studio has it: shipped packs, its own, its schools, and what its cases taught. */
import { createHash } from 'node:crypto'
import { withLearnedPriors } from '@vein-mend/core/insight'
import type { SettledDiagnosis } from '@vein-mend/core/insight'
import { withStudioSchools } from '@vein-mend/core/packs'
import type { Knowledge, PackFile, Schools } from '@vein-mend/core/packs'
import type { StudioMendingResponse } from '@vein-mend/contract'
import type { StudioStore } from '../store'
import { practisedDigest, toKeep } from './knowledgeDigest'
import { buildLibrary } from './library'
import type { PackLibrary } from './library'
import { readPackFile } from './readPackFile'
import type { PackFileTrouble } from './readPackFile'

type Sound = Extract<PackLibrary, { ok: true }>

export type PackSaving =
  { readonly ok: true } | { readonly ok: false; readonly troubles: readonly PackFileTrouble[] }

export interface StudioKnowledge {
  /** Every pack, as written. */
  all(): readonly Knowledge[]
  /** The pack as this studio practises it; null when there is none. */
  practised(id: string): Promise<Knowledge | null>
  /** The same as a desk has it by its digest, where it is still known; else as it is now. */
  practisedAs(id: string, digest: string | undefined): Promise<Knowledge | null>
  /** The pack as written, without what the studio's cases taught. */
  written(id: string): Knowledge | null
  /** The file of a pack as written; null when there is none. */
  fileOf(id: string): PackFile | null
  /** The text of a pack as written; null when there is none. */
  textOf(id: string): string | null
  isOwn(id: string): boolean
  /** Own packs that no longer fit the shipped ones, and are left aside until they do. */
  setAside(): readonly PackFileTrouble[]
  schools(): Promise<Schools>
  chooseSchools(schools: Schools): Promise<void>
  /** Figures of the mending model that hold in place of the packs'; null while theirs do. */
  mending(): Promise<StudioMendingResponse['inUse']>
  chooseMending(mending: StudioMendingResponse['inUse']): Promise<void>
  /** Settled diagnoses by instrument. */
  settled(instrument: string): Promise<readonly SettledDiagnosis[]>
  /** Changes one after the other: each sees what the one before it left. */
  changing<T>(work: () => Promise<T>): Promise<T>
  /** A version of the own pack that was never used before. */
  freshVersion(id: string): Promise<string>
  /** Adds or replaces an own pack, if all packs are sound with it; else everything stays as it was. */
  saveOwn(id: string, yaml: string, at: string): Promise<PackSaving>
  dropOwn(id: string): Promise<PackSaving>
}

const SCHOOLS_KEY = 'schools'
const MENDING_KEY = 'mending'
/** Versions of an own pack that were ever used, with the digest of their text; kept when the pack goes. */
const VERSIONS_KEY = 'versions of '
type Versions = Readonly<Record<string, string>>

const FIRST_VERSION = '1.0.0'
const VERSION_USED = { path: 'version', code: 'version_used' } as const

/** 1.0.4 after 1.0.3: each saved change is a version of its own, so that records name what they rest on. */
function nextVersion(version: string): string {
  const [major = '1', minor = '0', patch = '0'] = version.split('.')
  return `${major}.${minor}.${Number.parseInt(patch, 10) + 1}`
}

function byVersion(a: string, b: string): number {
  const [left, right] = [a, b].map((v) => v.split('.').map((n) => Number.parseInt(n, 10) || 0))
  for (let i = 0; i < 3; i++) {
    const difference = (left?.[i] ?? 0) - (right?.[i] ?? 0)
    if (difference !== 0) return difference
  }
  return 0
}

/** What priors are learned from, in few words. */
function learnedFrom(settled: readonly SettledDiagnosis[]): readonly string[] {
  return settled.map((s) => `${s.student} ${s.stage} ${s.fault}`)
}

function fileName(id: string): string {
  return `${id}.yaml`
}

/** Practised knowledge known by its digest, so that a desk a settling behind is still understood. */
const PRACTISED_MOST = 60

interface Practised {
  readonly from: string
  readonly knowledge: Knowledge
}

class OpenKnowledge implements StudioKnowledge {
  private readonly latest = new Map<string, Practised>()
  private readonly byDigest = new Map<string, Knowledge>()
  private last: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly store: StudioStore,
    private readonly shipped: ReadonlyMap<string, string>,
    private own: ReadonlyMap<string, string>,
    private library: Sound,
    private readonly aside: readonly PackFileTrouble[],
  ) {}

  all = () => [...this.library.packs.values()]
  written = (id: string) => this.library.packs.get(id) ?? null
  fileOf = (id: string) => this.library.files.get(id) ?? null
  textOf = (id: string) => this.own.get(id) ?? this.shipped.get(fileName(id)) ?? null
  isOwn = (id: string) => this.own.has(id)
  setAside = () => this.aside

  practised = async (id: string): Promise<Knowledge | null> => {
    const written = this.written(id)
    if (!written) return null
    const settled = await this.settled(id)
    const [schools, mending] = await Promise.all([this.schools(), this.mending()])
    // All that practised knowledge is made of; as long as it is the same, so is the knowledge.
    const from = JSON.stringify([written.pack, schools, mending, learnedFrom(settled)])
    const known = this.latest.get(id)
    if (known?.from === from) return known.knowledge
    const taught = withLearnedPriors(withStudioSchools(written, schools), settled)
    const knowledge = { ...taught, mending: mending?.parameters ?? written.mending }
    this.latest.set(id, { from, knowledge })
    this.remember(knowledge)
    return knowledge
  }

  private remember(knowledge: Knowledge): void {
    this.byDigest.set(practisedDigest(knowledge), knowledge)
    const [oldest] = this.byDigest.keys()
    if (this.byDigest.size > PRACTISED_MOST && oldest !== undefined) this.byDigest.delete(oldest)
  }

  practisedAs = async (id: string, digest: string | undefined) => {
    const now = await this.practised(id)
    const then = digest === undefined ? undefined : this.byDigest.get(digest)
    return then?.pack.id === id ? then : now
  }

  schools = async () => ((await this.store.setting(SCHOOLS_KEY)) ?? {}) as Schools
  chooseSchools = (schools: Schools) => this.store.keepSetting(SCHOOLS_KEY, schools)

  mending = async () =>
    ((await this.store.setting(MENDING_KEY)) ?? null) as StudioMendingResponse['inUse']
  chooseMending = (mending: StudioMendingResponse['inUse']) =>
    this.store.keepSetting(MENDING_KEY, mending)

  settled = async (instrument: string) => {
    const spans = await this.store.spans()
    return [...spans.values()].flatMap((s) => (s.instrument === instrument ? s.settled : []))
  }

  changing = <T>(work: () => Promise<T>): Promise<T> => {
    const run = this.last.then(work)
    this.last = run.catch(() => undefined)
    return run
  }

  private async versionsOf(id: string): Promise<Versions> {
    return ((await this.store.setting(VERSIONS_KEY + id)) ?? {}) as Versions
  }

  freshVersion = async (id: string) => {
    const used = Object.keys(await this.versionsOf(id)).sort(byVersion)
    const latest = used.at(-1) ?? this.fileOf(id)?.version
    return latest === undefined ? FIRST_VERSION : nextVersion(latest)
  }

  private async change(own: ReadonlyMap<string, string>, save: () => Promise<void>) {
    const library = assemble(this.shipped, own)
    if (!library.ok) return { ok: false as const, troubles: library.troubles }
    await this.store.keepPacks([...library.packs.values()].map(toKeep))
    await save()
    this.own = own
    this.library = library
    return { ok: true as const }
  }

  saveOwn = async (id: string, yaml: string, at: string): Promise<PackSaving> => {
    const read = readPackFile(fileName(id), yaml)
    const used = await this.versionsOf(id)
    const version = read.ok ? read.pack.file.version : ''
    // Of what it says: blanks and comments make no other version.
    const digest = createHash('sha256')
      .update(JSON.stringify(read.ok ? read.pack.file : yaml))
      .digest('hex')
    if (read.ok && (used[version] ?? digest) !== digest) {
      const line = read.pack.lineOf(['version'])
      return {
        ok: false,
        troubles: [{ ...VERSION_USED, file: fileName(id), line, detail: version }],
      }
    }
    return this.change(new Map([...this.own, [id, yaml]]), async () => {
      await this.store.keepOwnPack({ id, yaml }, at)
      await this.store.keepSetting(VERSIONS_KEY + id, { ...used, [version]: digest })
    })
  }

  dropOwn = (id: string) =>
    this.change(new Map([...this.own].filter(([other]) => other !== id)), () =>
      this.store.dropOwnPack(id),
    )
}

function assemble(
  shipped: ReadonlyMap<string, string>,
  own: ReadonlyMap<string, string>,
): PackLibrary {
  return buildLibrary(
    new Map([...shipped, ...[...own].map(([id, t]) => [fileName(id), t] as const)]),
  )
}

/** The own packs without those the troubles name; without all of them when none is named. */
function withoutFaulty(
  own: ReadonlyMap<string, string>,
  troubles: readonly PackFileTrouble[],
): Map<string, string> {
  const faulty = new Set(troubles.map((t) => t.file))
  const left = new Map([...own].filter(([id]) => !faulty.has(fileName(id))))
  return left.size < own.size ? left : new Map<string, string>()
}

export type OpenedKnowledge =
  | { readonly ok: true; readonly knowledge: StudioKnowledge }
  | { readonly ok: false; readonly troubles: readonly PackFileTrouble[] }

/**
 * The studio's knowledge, its versions kept in the store. Own packs that no longer fit the shipped ones
 * are left aside and named; a fault in a shipped pack refuses everything.
 */
export async function openKnowledge(
  store: StudioStore,
  shipped: ReadonlyMap<string, string>,
): Promise<OpenedKnowledge> {
  const kept = new Map((await store.ownPacks()).map((p) => [p.id, p.yaml]))
  const aside: PackFileTrouble[] = []
  let own = kept
  let library = assemble(shipped, own)
  while (!library.ok && own.size > 0) {
    aside.push(...library.troubles)
    own = withoutFaulty(own, library.troubles)
    library = assemble(shipped, own)
  }
  if (!library.ok) return { ok: false, troubles: library.troubles }
  await store.keepPacks([...library.packs.values()].map(toKeep))
  return { ok: true, knowledge: new OpenKnowledge(store, shipped, own, library, aside) }
}
