/** The knowledge as this studio has it: shipped packs, its own, its schools, and what its cases taught. */
import { settledDiagnoses, withLearnedPriors } from '@vein-mend/core/insight'
import type { SettledDiagnosis } from '@vein-mend/core/insight'
import { groupBy } from '@vein-mend/core/kit'
import { withStudioSchools } from '@vein-mend/core/packs'
import type { Knowledge, PackFile, Schools } from '@vein-mend/core/packs'
import type { StudioMendingResponse } from '@vein-mend/contract'
import type { StudioStore } from '../store'
import { buildLibrary } from './library'
import type { PackLibrary } from './library'
import type { PackFileTrouble } from './readPackFile'

type Sound = Extract<PackLibrary, { ok: true }>

export type PackSaving =
  { readonly ok: true } | { readonly ok: false; readonly troubles: readonly PackFileTrouble[] }

export interface StudioKnowledge {
  /** Every pack, as written. */
  all(): readonly Knowledge[]
  /** The pack as this studio practises it; null when there is none. */
  practised(id: string): Promise<Knowledge | null>
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
  /** Adds or replaces an own pack, if all packs are sound with it; else everything stays as it was. */
  saveOwn(id: string, yaml: string, at: string): Promise<PackSaving>
  dropOwn(id: string): Promise<PackSaving>
  /** Something was settled or undone: what was learned is worked out anew. */
  forgetLearned(): void
}

const SCHOOLS_KEY = 'schools'
const MENDING_KEY = 'mending'

function fileName(id: string): string {
  return `${id}.yaml`
}

class Shelf implements StudioKnowledge {
  private learned = new Map<string, Promise<Knowledge | null>>()
  private bySettled: Promise<ReadonlyMap<string, readonly SettledDiagnosis[]>> | null = null

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

  practised = (id: string) => {
    const known = this.learned.get(id) ?? this.practise(id)
    this.learned.set(id, known)
    return known
  }

  private async practise(id: string): Promise<Knowledge | null> {
    const knowledge = this.written(id)
    if (!knowledge) return null
    const schools = withStudioSchools(knowledge, await this.schools())
    const own = await this.mending()
    const mending = own?.parameters ?? knowledge.mending
    return { ...withLearnedPriors(schools, await this.settled(id)), mending }
  }

  schools = async () => ((await this.store.setting(SCHOOLS_KEY)) ?? {}) as Schools

  chooseSchools = async (schools: Schools) => {
    await this.store.keepSetting(SCHOOLS_KEY, schools)
    this.learned = new Map()
  }

  mending = async () =>
    ((await this.store.setting(MENDING_KEY)) ?? null) as StudioMendingResponse['inUse']

  chooseMending = async (mending: StudioMendingResponse['inUse']) => {
    await this.store.keepSetting(MENDING_KEY, mending)
    this.learned = new Map()
  }

  settled = async (instrument: string) => {
    this.bySettled ??= this.readSettled()
    return (await this.bySettled).get(instrument) ?? []
  }

  private async readSettled() {
    const [students, acts] = await Promise.all([
      this.store.students(),
      this.store.actsOfKinds(['fault-settled', 'undone']),
    ])
    const byStudent = groupBy(acts, (a) => a.student)
    const settled = students.flatMap(({ id, summary }) =>
      settledDiagnoses(
        id,
        (byStudent.get(id) ?? []).map((a) => a.act),
      ).map((diagnosis) => ({ instrument: summary.instrument, diagnosis })),
    )
    const grouped = groupBy(settled, (s) => s.instrument)
    return new Map([...grouped].map(([id, list]) => [id, list.map((l) => l.diagnosis)]))
  }

  forgetLearned = () => {
    this.learned = new Map()
    this.bySettled = null
  }

  private async change(own: ReadonlyMap<string, string>, save: () => Promise<void>) {
    const library = assemble(this.shipped, own)
    if (!library.ok) return { ok: false as const, troubles: library.troubles }
    await this.store.keepPacks(library.packs.values())
    await save()
    this.own = own
    this.library = library
    this.learned = new Map()
    return { ok: true as const }
  }

  saveOwn = (id: string, yaml: string, at: string) =>
    this.change(new Map([...this.own, [id, yaml]]), () => this.store.keepOwnPack({ id, yaml }, at))

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
  await store.keepPacks(library.packs.values())
  return { ok: true, knowledge: new Shelf(store, shipped, own, library, aside) }
}
