/** How the studio teaches where teachers differ, and how well its diagnoses came true. */
import type { Outcome, StudioResponse } from '@vein-mend/contract'
import { calibrate } from '@vein-mend/core/insight'
import { refuse } from '@vein-mend/contract'
import { good, groupBy } from '@vein-mend/core/kit'
import type { Schools } from '@vein-mend/core/packs'
import type { Deps } from './deps'
import { readTuning } from './tuning'

/** Every topic on which teachers differ, over all instruments. */
function topicsOf(deps: Deps): StudioResponse['topics'] {
  const instruments = deps.knowledge.all().filter((k) => k.kind === 'instrument')
  const all = instruments.flatMap((k) =>
    k.schools.map((school) => ({ school, instrument: k.name })),
  )
  return [...groupBy(all, (s) => s.school.topic)].map(([topic, here]) => ({
    topic,
    instruments: [...new Set(here.map((h) => h.instrument))],
    schools: [...new Map(here.map((h) => [h.school.id, h.school])).values()],
  }))
}

export async function readStudio(deps: Deps): Promise<StudioResponse> {
  const instruments = deps.knowledge.all().filter((k) => k.kind === 'instrument')
  const settled = await Promise.all(
    instruments.map(async (k) => ({
      instrument: k.name,
      settled: await deps.knowledge.settled(k.pack.id),
    })),
  )
  return {
    today: deps.today(),
    ...(await readTuning(deps)),
    schools: await deps.knowledge.schools(),
    topics: topicsOf(deps),
    calibration: calibrate(settled.flatMap((s) => s.settled)),
    settledBy: settled
      .filter((s) => s.settled.length > 0)
      .map((s) => ({ instrument: s.instrument, diagnoses: s.settled.length })),
  }
}

/** Keeps the studio's schools; each must be one the packs know, for its own topic. */
export async function chooseSchools(
  deps: Deps,
  schools: Schools,
): Promise<Outcome<StudioResponse>> {
  const topics = topicsOf(deps)
  for (const [topic, id] of Object.entries(schools)) {
    const known = topics.find((t) => t.topic === topic)
    if (!known?.schools.some((s) => s.id === id)) {
      return refuse('unknown_school', ['schools', topic], { school: id })
    }
  }
  await deps.knowledge.chooseSchools(schools)
  return good(await readStudio(deps))
}
