/** Why a fault stands where it stands: weight of evidence, sign by sign, in decibans. */
import { decibans } from '../kit'
import type { Evidence, Network } from './network'
import { posterior } from './posterior'

/** Why a fault is as likely as it is, finding by finding, in decibans that add up. */
export interface Explanation {
  /** Log odds before any sign, decibans. */
  readonly prior: number
  /** What each report added, in the order noted, decibans; prior and steps add up to `posterior`. */
  readonly steps: readonly { readonly finding: number; readonly decibans: number }[]
  readonly posterior: number
}

/**
 * Weight of evidence of each report for each fault (Good 1950), given the reports before it, so that
 * the steps add up exactly. A sign another fault already explains weighs less: that is not a mistake.
 * In the order of `faults`.
 * @throws RangeError when the evidence names a finding that is not in the network
 */
export function explain(
  network: Network,
  evidence: readonly Evidence[],
  faults: readonly number[],
): readonly Explanation[] {
  const levels = [[], ...evidence.map((_, i) => evidence.slice(0, i + 1))].map(
    (seen) => posterior(network, seen).probability,
  )
  return faults.map((fault) => {
    const heights = levels.map((p) => decibans(p[fault] ?? 0))
    return {
      prior: heights[0] ?? 0,
      steps: evidence.map((e, i) => ({
        finding: e.finding,
        decibans: (heights[i + 1] ?? 0) - (heights[i] ?? 0),
      })),
      posterior: heights.at(-1) ?? 0,
    }
  })
}
