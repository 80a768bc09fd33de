/** What would change the teacher's mind: the answers and signs that would put another fault first. */
import type { Check, CheckOutcome, Finding } from '../packs'
import type { Network } from './network'
import type { Posterior } from './posterior'
import type { RankedCheck } from './rankChecks'

/** One answer or sign that would put another fault first. */
export interface MindChange {
  readonly what:
    | { readonly kind: 'check'; readonly check: Check; readonly outcome: CheckOutcome }
    | { readonly kind: 'sign'; readonly finding: Finding; readonly there: boolean }
  /** How probable it is, given what was noted so far. */
  readonly probability: number
  readonly newFirst: string
  readonly newFirstProbability: number
  readonly oldFirstProbability: number
}

/** The present first must lose at least this much: a new complaint that leaves it standing changes no mind. */
const WORTH_LOSING = 0.05
/** What is less probable than this is not worth waiting for. */
const WORTH_NAMING = 0.02
const NAMED_MOST = 6

/** The fault that is first now. */
interface Leader {
  readonly fault: number
  readonly probability: number
}

function firstOf(probability: Float64Array): number {
  return probability.reduce((best, p, i) => (p > (probability[best] ?? 0) ? i : best), 0)
}

/** The change, if these probabilities put another fault first. */
function changeIf(
  network: Network,
  leader: Leader,
  what: MindChange['what'],
  probability: number,
  after: Float64Array,
): MindChange[] {
  const first = firstOf(after)
  const left = after[leader.fault] ?? 0
  if (first === leader.fault || probability < WORTH_NAMING) return []
  if (leader.probability - left < WORTH_LOSING) return []
  return [
    {
      what,
      probability,
      newFirst: network.faults[first]?.id ?? '',
      newFirstProbability: after[first] ?? 0,
      oldFirstProbability: left,
    },
  ]
}

/** A sign seen or not seen: P(fault | sign), both from the one sum in which it is absent. */
function signChanges(
  network: Network,
  now: Posterior,
  leader: Leader,
  finding: Finding,
): MindChange[] {
  const index = network.findingIndex.get(finding.id)
  if (index === undefined) return []
  const { total, withFault } = now.withAbsence([index])
  const present = now.probability.map((p, d) => (p - (withFault[d] ?? 0)) / (1 - total))
  const absent = withFault.map((p) => p / total)
  return [
    ...changeIf(network, leader, { kind: 'sign', finding, there: true }, 1 - total, present),
    ...changeIf(network, leader, { kind: 'sign', finding, there: false }, total, absent),
  ]
}

/** The likeliest single answers and signs, not yet noted, after which another fault would be first. */
export function mindChanges(
  network: Network,
  now: Posterior,
  checks: readonly RankedCheck[],
  open: readonly Finding[],
): readonly MindChange[] {
  const fault = firstOf(now.probability)
  const leader: Leader = { fault, probability: now.probability[fault] ?? 0 }
  const byCheck = checks.flatMap(({ check, outcomes }) =>
    outcomes.flatMap(({ outcome, probability, faults }) =>
      changeIf(network, leader, { kind: 'check', check, outcome }, probability, faults),
    ),
  )
  const bySign = open.flatMap((finding) => signChanges(network, now, leader, finding))
  return [...byCheck, ...bySign].sort((a, b) => b.probability - a.probability).slice(0, NAMED_MOST)
}
