/** The two-layer network a diagnosis is computed on: faults cause findings. */
import { priorFor } from '../packs'
import type { Knowledge, StudentFacts, Strength } from '../packs'

/** One fault's strength in bringing a finding out, (0, 1]. */
export interface Link {
  readonly fault: number
  readonly strength: number
}

/** A fault as the network has it. */
export interface NetworkFault {
  readonly id: string
  readonly prior: number
  /** Whether others rest on it: how somebody sits, stands and holds, and the instrument itself. */
  readonly underOthers?: boolean
}

/** A finding as the network has it: its leak and the faults that bring it out. */
export interface NetworkFinding {
  readonly id: string
  /** Probability of the finding with no fault there, [0, 1). */
  readonly leak: number
  readonly causes: readonly Link[]
}

/** P(finding absent | faults) = (1 − leak) · Π (1 − strength): noisy-OR with a leak (Pearl 1988). */
export interface Network {
  readonly faults: readonly NetworkFault[]
  readonly findings: readonly NetworkFinding[]
  readonly faultIndex: ReadonlyMap<string, number>
  readonly findingIndex: ReadonlyMap<string, number>
}

/**
 * A report on a finding: how probable the report is if the finding is there, and if it is not.
 * Only the ratio matters. Both in [0, 1], not both 0.
 */
export interface Evidence {
  readonly finding: number
  readonly ifPresent: number
  readonly ifAbsent: number
}

/** How far a prior may be pushed by what is already known of the student. */
const KNOWN_RANGE = { low: 0.01, high: 0.97 } as const

/**
 * Likelihoods of each way of noting a sign. Marked and absent are taken at their word; slight is three
 * to one for the sign and unsure three to two (virtual evidence, Pearl 1988): common practice, no source.
 */
export const REPORTS: Readonly<Record<Strength, Omit<Evidence, 'finding'>>> = {
  marked: { ifPresent: 1, ifAbsent: 0 },
  slight: { ifPresent: 0.75, ifAbsent: 0.25 },
  unsure: { ifPresent: 0.6, ifAbsent: 0.4 },
  absent: { ifPresent: 0, ifAbsent: 1 },
}

/**
 * Odds of a fault after a remedy for it has failed, against before: half. A remedy fails because it does not suit
 * the student, or because the fault is another one; our choice, no source.
 */
const FAILED_REMEDY_ODDS = 0.5

/** What so many failed remedies say against a fault, decibans. */
export function failedDecibans(failed: number): number {
  return 10 * failed * Math.log10(FAILED_REMEDY_ODDS)
}

function afterFailed(prior: number, failed: number): number {
  if (failed === 0) return prior
  const odds = (prior / (1 - prior)) * FAILED_REMEDY_ODDS ** failed
  return odds / (1 + odds)
}

/** Builds a network from plain lists. @throws RangeError on a probability outside its range */
export function makeNetwork(
  faults: Network['faults'],
  findings: readonly NetworkFinding[],
): Network {
  for (const f of faults) {
    if (!(f.prior >= 0 && f.prior <= 1)) throw new RangeError(`prior of ${f.id}: ${f.prior}`)
  }
  for (const f of findings) {
    if (!(f.leak >= 0 && f.leak < 1)) throw new RangeError(`leak of ${f.id}: ${f.leak}`)
    for (const c of f.causes) {
      if (!(c.strength >= 0 && c.strength <= 1)) throw new RangeError(`strength at ${f.id}`)
    }
  }
  return {
    faults,
    findings,
    faultIndex: new Map(faults.map((f, i) => [f.id, i])),
    findingIndex: new Map(findings.map((f, i) => [f.id, i])),
  }
}

/**
 * The network of an instrument for one student. Faults already on record enter with the probability
 * that they are still there, so that a known fault explains its own signs; remedies that failed count against it.
 */
export function buildNetwork(
  knowledge: Knowledge,
  facts: StudentFacts,
  known: ReadonlyMap<string, number> = new Map(),
  failed: ReadonlyMap<string, number> = new Map(),
): Network {
  const faults = knowledge.faults.map((fault) => {
    const stillThere = known.get(fault.id)
    const prior =
      stillThere === undefined
        ? priorFor(fault, facts)
        : Math.min(KNOWN_RANGE.high, Math.max(KNOWN_RANGE.low, stillThere))
    const underOthers = fault.strand === 'posture' || fault.notThePlayer === true
    return { id: fault.id, prior: afterFailed(prior, failed.get(fault.id) ?? 0), underOthers }
  })
  const causes = new Map<string, Link[]>()
  knowledge.faults.forEach((fault, index) => {
    for (const [finding, strength] of Object.entries(fault.shows)) {
      const list = causes.get(finding) ?? []
      list.push({ fault: index, strength })
      causes.set(finding, list)
    }
  })
  return makeNetwork(
    faults,
    knowledge.findings.map((f) => ({ id: f.id, leak: f.leak, causes: causes.get(f.id) ?? [] })),
  )
}
