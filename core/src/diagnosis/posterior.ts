/** Probability of every fault, given what was noted: exact marginals of the noisy-OR network. */
import { absenceOf } from './absence'
import type { Absence } from './absence'
import { solveGroup } from './solveGroup'
import type { Group, GroupItem, Solved } from './group'
import type { Evidence, Network } from './network'

/**
 * Marginal probability of each fault, in the order of the network's faults, and how it was worked out.
 */
export interface Posterior {
  /** Marginal probability of each fault, in the order of `network.faults`; each in [0, 1]. */
  readonly probability: Float64Array
  readonly method: 'exact' | 'up-to-three'
  /** Upper bound on the probability of fault combinations left out; 0 when exact. */
  readonly missedAtMost: number
  /** Probability of these findings being absent besides, alone and with each fault. */
  withAbsence(findings: readonly number[]): { total: number; withFault: Float64Array }
}

/** The last report on each finding counts; what says nothing either way is dropped. */
function latest(network: Network, evidence: readonly Evidence[]): Evidence[] {
  for (const e of evidence) {
    if (!network.findings[e.finding]) throw new RangeError(`no finding ${e.finding}`)
  }
  const byFinding = new Map(evidence.map((e) => [e.finding, e]))
  return [...byFinding.values()].filter((e) => e.ifPresent !== e.ifAbsent)
}

/** Priors after the findings noted as absent: those only scale each fault's own odds. */
function afterAbsent(network: Network, evidence: readonly Evidence[]): Float64Array {
  const absent = evidence.filter((e) => e.ifPresent === 0).map((e) => e.finding)
  const { keep } = absenceOf(network, absent)
  return Float64Array.from(network.faults, ({ prior }, i) => {
    const on = prior * (keep.get(i) ?? 1)
    return on / (on + 1 - prior)
  })
}

/** Splits the faults into groups joined by evidence that may be there. */
function groupFaults(network: Network, open: readonly Evidence[]): Map<number, number> {
  const parent = new Map<number, number>()
  const root = (x: number): number => {
    const up = parent.get(x)
    return up === undefined || up === x ? x : root(up)
  }
  for (const e of open) {
    const causes = network.findings[e.finding]?.causes ?? []
    const first = causes[0]
    if (!first) continue
    for (const c of causes) {
      if (!parent.has(c.fault)) parent.set(c.fault, c.fault)
      parent.set(root(c.fault), root(first.fault))
    }
  }
  return new Map([...parent.keys()].map((fault) => [fault, root(fault)]))
}

function toItem(network: Network, e: Evidence, faults: readonly number[]): GroupItem {
  const absence: Absence = absenceOf(network, [e.finding])
  return {
    ifPresent: e.ifPresent,
    ifAbsent: e.ifAbsent,
    leakKeep: absence.leakKeep,
    keep: Float64Array.from(faults, (fault) => absence.keep.get(fault) ?? 1),
  }
}

function solveAll(network: Network, open: readonly Evidence[], prior: Float64Array): Solved[] {
  const rootOf = groupFaults(network, open)
  return [...new Set(rootOf.values())].map((root) => {
    const faults = [...rootOf.keys()].filter((f) => rootOf.get(f) === root)
    const inGroup = new Set(faults)
    const group: Group = {
      faults,
      prior: Float64Array.from(faults, (f) => prior[f] ?? 0),
      items: open
        .filter((e) => network.findings[e.finding]?.causes.some((c) => inGroup.has(c.fault)))
        .map((e) => toItem(network, e, faults)),
    }
    return solveGroup(group)
  })
}

/** What every absence starts from: each fault's probability with nothing absent besides. */
interface Joint {
  readonly alone: Float64Array
  readonly solved: readonly Solved[]
  /** Faults that stand in no group. */
  readonly ungrouped: ReadonlySet<number>
  readonly probability: Float64Array
}

function joint(alone: Float64Array, solved: readonly Solved[]): Joint {
  const probability = Float64Array.from(alone)
  for (const { faults, sums } of solved) {
    faults.forEach((f, d) => (probability[f] = (sums.withFault[d] ?? 0) / sums.total))
  }
  const grouped = new Set(solved.flatMap((s) => s.faults))
  const ungrouped = new Set([...alone.keys()].filter((f) => !grouped.has(f)))
  return { alone, solved, ungrouped, probability }
}

/** Moves only what the absence touches; the rest keeps its probability. */
function joinAbsence({ alone, solved, ungrouped, probability }: Joint, absence: Absence) {
  const withFault = probability.slice()
  let total = absence.leakKeep
  for (const [fault, keep] of absence.keep) {
    if (!ungrouped.has(fault)) continue
    const p = alone[fault] ?? 0
    const either = p * keep + 1 - p
    withFault[fault] = (p * keep) / either
    total *= either
  }
  for (const group of solved) {
    const touched = group.faults.some((f) => absence.keep.has(f))
    const sums = touched ? group.withAbsence(absence) : group.sums
    total *= sums.total
    if (touched) {
      group.faults.forEach((f, d) => (withFault[f] = (sums.withFault[d] ?? 0) / sums.total))
    }
  }
  for (let d = 0; d < withFault.length; d++) withFault[d] = (withFault[d] as number) * total
  return { total, withFault }
}

/**
 * Marginals of all faults given the evidence. Exact by Quickscore (Heckerman 1990), group by group;
 * a group with too many positive reports is enumerated up to three concurrent faults, and says so.
 * Later reports on a finding replace earlier ones.
 * @throws RangeError when the evidence names a finding that is not in the network
 */
export function posterior(network: Network, evidence: readonly Evidence[]): Posterior {
  const items = latest(network, evidence)
  const prior = afterAbsent(network, items)
  const solved = solveAll(
    network,
    items.filter((e) => e.ifPresent !== 0),
    prior,
  )
  const base = joint(prior, solved)
  return {
    probability: base.probability.map((p) => Math.min(1, Math.max(0, p))),
    method: solved.some((s) => s.method === 'up-to-three') ? 'up-to-three' : 'exact',
    missedAtMost: 1 - solved.reduce((kept, s) => kept * (1 - s.missedAtMost), 1),
    withAbsence: (findings) => joinAbsence(base, absenceOf(network, findings)),
  }
}
