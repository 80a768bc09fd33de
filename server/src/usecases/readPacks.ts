/** Knowledge packs: those at hand, any version a record was made with, and what the studio learned. */
import type { PackListed, PackResponse, PacksResponse } from '@vein-mend/contract'
import { learnedPriors } from '@vein-mend/core/insight'
import type { Knowledge } from '@vein-mend/core/packs'
import { packDigest, practisedDigest } from '../packs'
import type { Deps } from './deps'

function listed(k: Knowledge, deps: Deps): PackListed {
  return {
    id: k.pack.id,
    version: k.pack.version,
    name: k.name,
    kind: k.kind,
    family: k.family,
    own: deps.knowledge.isOwn(k.pack.id),
    changed: deps.knowledge.isOwn(ownAdditionsId(k.pack.id)),
    counts: {
      findings: k.findings.length,
      faults: k.faults.length,
      checks: k.checks.length,
      remedies: k.remedies.length,
    },
  }
}

/** The pack that holds what the studio adds to an instrument. */
export function ownAdditionsId(instrument: string): string {
  return `${instrument}-studio`
}

export function listPacks(deps: Deps): PacksResponse {
  return {
    packs: deps.knowledge.all().map((k) => listed(k, deps)),
    setAside: deps.knowledge.setAside(),
  }
}

/** The pack as it is now, or as it was in the version asked for; null when there is none. */
export async function readPack(
  deps: Deps,
  id: string,
  version: string | null,
): Promise<PackResponse | null> {
  const written = deps.knowledge.written(id)
  if (version !== null && written?.pack.version !== version) {
    const then = await deps.store.packAt({ id, version })
    return then && { digest: packDigest(then), knowledge: then, learned: [], own: {} }
  }
  const knowledge = await deps.knowledge.practised(id)
  if (!written || !knowledge) return null
  const additions = deps.knowledge.fileOf(ownAdditionsId(id))
  return {
    digest: practisedDigest(knowledge),
    knowledge,
    learned: learnedPriors(written.faults, await deps.knowledge.settled(id)),
    own: {
      findings: Object.keys(additions?.findings ?? {}),
      faults: Object.keys(additions?.faults ?? {}),
      checks: Object.keys(additions?.checks ?? {}),
      remedies: Object.keys(additions?.remedies ?? {}),
    },
  }
}
