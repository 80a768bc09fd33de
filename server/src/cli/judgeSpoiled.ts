/** Every rung with notes, played clean and spoiled in every way we know: what is told of it all the same. */
import { mayTell } from '@vein-mend/core/analysers'
import { seededRng } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import { ratioOf } from '@vein-mend/core/measure'
import type { Finding, Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { rungExercise } from '@vein-mend/core/remedy'
import { askedOf, asksCrossing, measureTiming } from '@vein-mend/core/timing'
import type { AskedNote, Timing } from '@vein-mend/core/timing'
import { isRoll } from '../usecases/askedRung'
import { playedClean, SPOILERS } from './spoiledTakes'
import type { Spoiler } from './spoiledTakes'

/** From here on a screen says that a take speaks for a sign. */
export const TOLD_FROM = 3

/** What came of all takes with one spoiler in them. */
export interface SpoiledRow {
  readonly spoiler: string
  readonly takes: number
  /** Takes of which something was told that is not there. */
  readonly falselyTold: number
  /** By what, with how many takes. */
  readonly by: Readonly<Record<string, number>>
  /** Notes taken for wrong, left out or too many, for each take. */
  readonly slips: number
  /** Takes in which something was set apart or moved by octaves, and said so. */
  readonly named: number
}

interface Asked {
  readonly asked: readonly AskedNote[]
  readonly tempo: number
  readonly tells: readonly Finding[]
}

/** Signs that played notes tell by themselves, without the student's usual value or a slower take beside. */
function tellsOf(knowledge: Knowledge, asked: readonly AskedNote[]): readonly Finding[] {
  const crossing = asksCrossing(asked)
  return knowledge.findings.filter(
    ({ measured: m }) =>
      m !== undefined &&
      mayTell('timing', m.by) &&
      m.against !== 'own' &&
      m.slower !== true &&
      (m.crossing === undefined || m.crossing === crossing),
  )
}

function askedOfAll(packs: readonly Knowledge[], facts: StudentFacts): readonly Asked[] {
  return packs.flatMap((knowledge) =>
    knowledge.remedies.flatMap((remedy) =>
      remedy.rungs.flatMap((rung): Asked[] => {
        const exercise = rung.notes ? rungExercise(rung, knowledge, facts, {}) : null
        if (!exercise || isRoll(exercise)) return []
        const asked = askedOf(exercise)
        const tells = tellsOf(knowledge, asked)
        return tells.length > 0 ? [{ asked, tempo: exercise.tempo, tells }] : []
      }),
    ),
  )
}

function falselyTold({ measures }: Timing, tells: readonly Finding[], spoiler: Spoiler) {
  return tells.flatMap(({ measured }) => {
    const found = measures.find((m) => m.name === measured?.by)
    const isTold = measured && found && ratioOf(found, measured) >= TOLD_FROM
    return isTold && !spoiler.moves.includes(found.name) ? [found.name] : []
  })
}

function judgeOne(spoiler: Spoiler, all: readonly Asked[], rng: Rng): SpoiledRow {
  const by: Record<string, number> = {}
  let [takes, told, slips, named] = [0, 0, 0, 0]
  for (const { asked, tempo, tells } of all) {
    const notes = playedClean(asked, tempo, rng)
    const spoiled = spoiler.spoil({ asked, tempo, notes }, rng)
    if (!spoiled) continue
    const timed = measureTiming(spoiled, asked)
    const { wrong, missing, extra } = timed.alignment
    const names = falselyTold(timed, tells, spoiler)
    for (const name of names) by[name] = (by[name] ?? 0) + 1
    takes += 1
    told += names.length > 0 ? 1 : 0
    slips += wrong.length + missing.length + extra.length
    named += timed.apart.length > 0 || timed.octaves !== 0 ? 1 : 0
  }
  return { spoiler: spoiler.name, takes, falselyTold: told, by, slips: slips / takes, named }
}

/** A row for each way in which a take is spoiled; the same for the same seed. */
export function judgeSpoiled(
  packs: readonly Knowledge[],
  facts: StudentFacts,
  seed: number,
): readonly SpoiledRow[] {
  const all = askedOfAll(packs, facts)
  return SPOILERS.map((spoiler, i) => judgeOne(spoiler, all, seededRng(100 * seed + i)))
}
