/** What a group of findings being absent would do to a diagnosis; the one quantity everything is built from. */
import type { Network } from './network'

/** Several findings absent together: by which factor each fault that is on makes that less likely. */
export interface Absence {
  /** Probability that no leak brings any of them out. */
  readonly leakKeep: number
  /** Π (1 − strength) over the findings, by fault. */
  readonly keep: ReadonlyMap<number, number>
}

/** All the findings absent at once. */
export function absenceOf(network: Network, findings: readonly number[]): Absence {
  const keep = new Map<number, number>()
  let leakKeep = 1
  for (const index of findings) {
    const finding = network.findings[index]
    if (!finding) throw new RangeError(`no finding ${index}`)
    leakKeep *= 1 - finding.leak
    for (const { fault, strength } of finding.causes) {
      keep.set(fault, (keep.get(fault) ?? 1) * (1 - strength))
    }
  }
  return { leakKeep, keep }
}
