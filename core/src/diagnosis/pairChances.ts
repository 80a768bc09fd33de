/** Which rivals can be true together: the four cells of each pair. */
import type { Evidence, Network } from './network'
import { posterior } from './posterior'

/** How two rivals share what was noted between them; the four add up to 1. */
export interface PairChance {
  readonly a: string
  readonly b: string
  readonly both: number
  readonly onlyA: number
  readonly onlyB: number
  readonly neither: number
}

/** Prior of a fault that is taken as given; a little under 1, so that nothing divides by nought. */
const AS_GIVEN = 1 - 1e-12

function given(network: Network, fault: number): Network {
  const faults = network.faults.map((f, i) => (i === fault ? { ...f, prior: AS_GIVEN } : f))
  return { ...network, faults }
}

/**
 * All pairs of the given faults (places in the network), likeliest to be true together first:
 * P(a and b | evidence) = P(a | evidence) · P(b | evidence, a), both from `posterior`, so exact where that is.
 */
export function pairChances(
  network: Network,
  evidence: readonly Evidence[],
  faults: readonly number[],
): readonly PairChance[] {
  const { probability } = posterior(network, evidence)
  const idOf = (fault: number) => network.faults[fault]?.id ?? ''
  const pairs = faults.flatMap((a, place) => {
    const withA = posterior(given(network, a), evidence).probability
    const pa = probability[a] ?? 0
    return faults.slice(place + 1).map((b): PairChance => {
      const pb = probability[b] ?? 0
      const both = Math.min(pa, pb, pa * (withA[b] ?? 0))
      return {
        a: idOf(a),
        b: idOf(b),
        both,
        onlyA: pa - both,
        onlyB: pb - both,
        neither: Math.max(0, 1 - pa - pb + both),
      }
    })
  })
  return pairs.sort((x, y) => y.both - x.both)
}
