/** What this studio's own faults say of the mending model, and whether it goes by them. */
import type { MendingChoice, Outcome, StudioMendingResponse } from '@vein-mend/contract'
import { mendingHistories } from '@vein-mend/core/insight'
import { refuse } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import { USUAL_MENDING } from '@vein-mend/core/mending'
import type { MendingFit, MendingHistory } from '@vein-mend/core/mending'
import type { StudentId } from '@vein-mend/core/kit'
import type { StudioStore } from '../store'
import { Thread } from '../threads'
import type { Deps } from './deps'

type Histories = readonly MendingHistory[]

/** Ten years of sixty students take some seconds: nobody else waits for them. */
const FIT_MS_MOST = 60_000
const fitter = new Thread<Histories, MendingFit>('mending', { msMost: FIT_MS_MOST, heapMb: 512 })

/** What one studio's faults said when they were last asked, student by student and all together. */
class RememberedFit {
  private readonly byStudent = new Map<
    StudentId,
    { readonly seq: number; readonly found: Histories }
  >()
  private last: { readonly heads: string; readonly fit: MendingFit } | null = null

  private async historiesOf(deps: Deps, student: StudentId, seq: number): Promise<Histories> {
    const known = this.byStudent.get(student)
    if (known?.seq === seq) return known.found
    const standing = await deps.store.standing(student)
    const found = standing?.ok ? mendingHistories(standing.record) : []
    this.byStudent.set(student, { seq, found })
    return found
  }

  /** The fit as the records stand; worked out anew only where one has changed. */
  async fit(deps: Deps): Promise<MendingFit> {
    const heads = await deps.store.heads()
    const key = [...heads].map(([student, seq]) => `${student} ${seq}`).join('\n')
    if (this.last?.heads === key) return this.last.fit
    const all: MendingHistory[] = []
    for (const [student, seq] of heads) all.push(...(await this.historiesOf(deps, student, seq)))
    const fit = await fitter.ask(all)
    this.last = { heads: key, fit }
    return fit
  }
}

const REMEMBERED = new WeakMap<StudioStore, RememberedFit>()

function rememberedFit({ store }: Deps): RememberedFit {
  const known = REMEMBERED.get(store) ?? new RememberedFit()
  REMEMBERED.set(store, known)
  return known
}

/** The packs' figures beside those the studio's faults make likeliest. */
export async function readMending(deps: Deps): Promise<StudioMendingResponse> {
  const fit = await rememberedFit(deps).fit(deps)
  return {
    usual: USUAL_MENDING,
    learned: fit.parameters,
    faults: fit.histories,
    tries: fit.tries,
    inUse: await deps.knowledge.mending(),
  }
}

/** Goes by the studio's figures from the next lesson on, or by the packs' again. */
export async function chooseMending(
  deps: Deps,
  { use }: MendingChoice,
): Promise<Outcome<StudioMendingResponse>> {
  const now = await readMending(deps)
  if (use === 'studio' && now.faults === 0) return refuse('nothing_learned', ['use'])
  const inUse =
    use === 'studio' ? { parameters: now.learned, faults: now.faults, on: deps.today() } : null
  await deps.knowledge.chooseMending(inUse)
  return good({ ...now, inUse })
}
