/** A truth that is not what the packs say, for judging them from outside their own numbers. */
import { makeNetwork } from '../diagnosis'
import type { Network } from '../diagnosis'
import { chance } from '../kit'
import type { Rng } from '../kit'

/** How far off the truth may be; set before the figures were known. */
export const DISTURBED = {
  /** A link is stronger or weaker by up to this. */
  strength: 0.15,
  /** What comes from nothing listed comes so many times as often. */
  leak: 2,
  /** Share of links that are not there at all. */
  missing: 0.1,
  /** Share of what is noted or answered that is wrong. */
  wrong: 0.1,
} as const

const WEAKEST = 0.02
const STRONGEST = 0.98
const LEAKIEST = 0.9

/** The network as it might really be; its faults and findings keep their places. */
export function disturb(network: Network, rng: Rng): Network {
  const findings = network.findings.map((finding) => ({
    ...finding,
    leak: Math.min(LEAKIEST, finding.leak * DISTURBED.leak),
    causes: finding.causes
      .filter(() => !chance(rng, DISTURBED.missing))
      .map((cause) => {
        const off = (2 * rng() - 1) * DISTURBED.strength
        const strength = Math.min(STRONGEST, Math.max(WEAKEST, cause.strength + off))
        return { ...cause, strength }
      }),
  }))
  return makeNetwork(network.faults, findings)
}
