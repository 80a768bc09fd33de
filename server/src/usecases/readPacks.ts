/** Knowledge packs: those at hand, and any version a record was made with. */
import type { PackListed, PacksResponse } from '@vein-mend/contract'
import type { Knowledge } from '@vein-mend/core/packs'
import type { Deps } from './deps'

function listed(k: Knowledge): PackListed {
  return {
    id: k.pack.id,
    version: k.pack.version,
    name: k.name,
    kind: k.kind,
    family: k.family,
    counts: {
      findings: k.findings.length,
      faults: k.faults.length,
      checks: k.checks.length,
      remedies: k.remedies.length,
    },
  }
}

export function listPacks(deps: Deps): PacksResponse {
  return { packs: [...deps.packs.values()].map(listed) }
}

/** The pack as it is now, or as it was in the version asked for; null when there is none. */
export async function readPack(
  deps: Deps,
  id: string,
  version: string | null,
): Promise<Knowledge | null> {
  const now = deps.packs.get(id) ?? null
  if (version === null || now?.pack.version === version) return now
  return deps.store.packAt({ id, version })
}
