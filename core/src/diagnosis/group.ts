/** A group of faults that share evidence, and what solving it gives. */
import type { Absence } from './absence'

/** An uncertain or positive report, and which faults of the group bring its finding out. */
export interface GroupItem {
  readonly ifPresent: number
  readonly ifAbsent: number
  readonly leakKeep: number
  /** 1 − strength by place in the group; 1 where the fault does not bring it out. */
  readonly keep: Float64Array
}

/** Faults and findings that share evidence, to be solved by themselves. */
export interface Group {
  /** Places of the group's faults in the network. */
  readonly faults: readonly number[]
  /** Probability of each, after the findings noted as absent. */
  readonly prior: Float64Array
  readonly items: readonly GroupItem[]
}

/** Sums over a group, relative to the probability of its evidence: alone, and together with each fault. */
export interface GroupSums {
  readonly total: number
  readonly withFault: Float64Array
}

/** A solved group. */
export interface Solved {
  readonly faults: readonly number[]
  readonly sums: GroupSums
  /** The same sums with some findings absent besides. */
  withAbsence(absence: Absence): GroupSums
  readonly method: 'exact' | 'up-to-three'
  /** Upper bound on the probability of what was left out of the marginals, [0, 1]; 0 when exact. */
  readonly missedAtMost: number
}

/** One fault's place in the group and the factor by which an absence thins its being on. */
export interface Keep {
  readonly place: number
  readonly factor: number
}

/** The faults of the group that an absence touches. */
export function keepsIn(faults: readonly number[], absence: Absence): readonly Keep[] {
  const keeps: Keep[] = []
  faults.forEach((fault, place) => {
    const factor = absence.keep.get(fault)
    if (factor !== undefined && factor !== 1) keeps.push({ place, factor })
  })
  return keeps
}

/** The group's own network, with places counted inside the group. */
export function relativeTo(sums: GroupSums, total: number): GroupSums {
  return { total: sums.total / total, withFault: sums.withFault.map((x) => x / total) }
}
