/** Which faults the next check is to tell apart: those that what was noted speaks for, and not what is merely common. */
import { decibans } from '../kit'
import type { Evidence, Network } from './network'
import type { Posterior } from './posterior'

/**
 * Decibans by which the signs must have raised a fault for it to be in play: four times the odds. Found on the cases of
 * `packs/master-cases.yml`; see docs/decisions.md.
 */
const RAISED_BY = 6
/** What has to do where the signs say little. */
const RAISED_A_LITTLE = 3

/**
 * How much more it is worth to know of what the others rest on: seat, support, size and the instrument are looked at
 * before the symptom they bring out, where they could explain it. Common practice, no source; the figure is ours.
 */
const UNDER_OTHERS = 1.5

/** Faults in play with what each weighs: how likely it is now, and more where others rest on it. */
export type FaultsInPlay = ReadonlyMap<number, number>

/** Whether the signs speak for the fault: at least a little. */
export function explains(network: Network, now: Posterior, fault: number): boolean {
  return raised(network, now, fault) >= RAISED_A_LITTLE
}

function raised(network: Network, now: Posterior, fault: number): number {
  return decibans(now.probability[fault] ?? 0) - decibans(network.faults[fault]?.prior ?? 0)
}

function raisedBy(network: Network, now: Posterior, least: number): readonly number[] {
  return network.faults.flatMap((_, d) => (raised(network, now, d) >= least ? [d] : []))
}

/** Faults that could have brought out something that was noted as there. */
function couldCause(network: Network, evidence: readonly Evidence[]): readonly number[] {
  const noted = evidence.filter((e) => e.ifPresent > e.ifAbsent)
  const causes = noted.flatMap((e) => network.findings[e.finding]?.causes.map((c) => c.fault) ?? [])
  return [...new Set(causes)]
}

/** A teacher first tells apart the two or three faults that could explain the complaint; all, while nothing was noted. */
export function faultsInPlay(
  network: Network,
  now: Posterior,
  evidence: readonly Evidence[],
): FaultsInPlay {
  const all = network.faults.map((_, d) => d)
  const found = [
    raisedBy(network, now, RAISED_BY),
    raisedBy(network, now, RAISED_A_LITTLE),
    couldCause(network, evidence),
    all,
  ].find((faults) => faults.length > 0)
  const weigh = (d: number) =>
    (now.probability[d] ?? 0) * (network.faults[d]?.underOthers === true ? UNDER_OTHERS : 1)
  return new Map((found ?? all).map((d) => [d, weigh(d)]))
}
