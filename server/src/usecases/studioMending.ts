/** What this studio's own faults say of the mending model, and whether it goes by them. */
import type { MendingChoice, StudioMendingResponse } from '@vein-mend/contract'
import { mendingHistories } from '@vein-mend/core/insight'
import { good, refuse } from '@vein-mend/core/kit'
import type { Result } from '@vein-mend/core/kit'
import { fitMending, JUST_SETTLED, USUAL_MENDING } from '@vein-mend/core/mending'
import type { MendingHistory } from '@vein-mend/core/mending'
import type { Deps } from './deps'

async function histories(deps: Deps): Promise<readonly MendingHistory[]> {
  const all: MendingHistory[] = []
  for (const { id } of await deps.store.students()) {
    const record = await deps.store.recordOf(id)
    if (record) all.push(...mendingHistories(record))
  }
  return all
}

/** The packs' figures beside those the studio's faults make likeliest. */
export async function readMending(deps: Deps): Promise<StudioMendingResponse> {
  const fit = fitMending(await histories(deps), USUAL_MENDING, JUST_SETTLED)
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
): Promise<Result<StudioMendingResponse>> {
  const now = await readMending(deps)
  if (use === 'studio' && now.faults === 0) return refuse('nothing_learned', ['use'])
  const inUse =
    use === 'studio' ? { parameters: now.learned, faults: now.faults, on: deps.today() } : null
  await deps.knowledge.chooseMending(inUse)
  return good({ ...now, inUse })
}
