/** The rivals side by side: which can be true together, and what would overturn the ranking. */
import { diagnose, evidenceOf } from './diagnose'
import type { Diagnosis, DiagnosisInput } from './diagnose'
import { mindChanges } from './mindChanges'
import type { MindChange } from './mindChanges'
import { buildNetwork } from './network'
import { pairChances } from './pairChances'
import type { PairChance } from './pairChances'
import { posterior } from './posterior'

/**
 * What the diagnosis bench lays side by side: the ranking, what would change it, and pairs that look alike.
 */
export interface DiagnosisBench {
  readonly diagnosis: Diagnosis
  readonly pairs: readonly PairChance[]
  readonly mindChanges: readonly MindChange[]
}

/** Rivals that are held against each other in pairs. */
const PAIRED = 4

/** Everything `diagnose` says, with the pairs of its first rivals and what would change the first place. */
export function openDiagnosisBench(input: DiagnosisInput): DiagnosisBench {
  const network = buildNetwork(input.knowledge, input.facts, input.known, input.failed)
  const evidence = evidenceOf(network, input.signs)
  const diagnosis = diagnose(input)
  const paired = diagnosis.rivals
    .slice(0, PAIRED)
    .map((r) => network.faultIndex.get(r.fault.id) ?? 0)
  const noted = new Set(input.signs.map((s) => s.finding))
  const open = input.knowledge.findings.filter(
    (f) => !f.byCheckOnly && f.stop === undefined && !noted.has(f.id),
  )
  return {
    diagnosis,
    pairs: pairChances(network, evidence, paired),
    mindChanges: mindChanges(network, posterior(network, evidence), diagnosis.checks.ranked, open),
  }
}
