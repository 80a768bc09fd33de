/** Which small test to do next: the one expected to settle most per minute of lesson. */
import { binaryEntropy } from '../kit'
import { againstStrain } from '../packs'
import type { Check, CheckOutcome, HealthFlag, BodyPart } from '../packs'
import type { FaultsInPlay } from './faultsInPlay'
import { REPORTS } from './network'
import type { Evidence, Network } from './network'
import type { Posterior } from './posterior'

/** A check with what it is expected to tell, in bits, and per minute of the lesson. */
export interface RankedCheck {
  readonly check: Check
  /** Expected drop of the entropy of the faults in play, each weighed by how likely it is, bits. */
  readonly bits: number
  readonly bitsPerMinute: number
  /** What each clear outcome would be, with its probability, in the check's order. */
  readonly outcomes: readonly {
    readonly outcome: CheckOutcome
    readonly probability: number
    readonly faults: Float64Array
  }[]
}

/** A check that is not offered to this student, with the reason. */
export interface LeftOutCheck {
  readonly check: Check
  readonly reason: 'already-answered' | 'flag' | 'pain'
  readonly why: string
}

/** Checks best first, and those left out. */
export interface CheckRanking {
  /** Most bits per minute first; ties keep the pack's order. */
  readonly ranked: readonly RankedCheck[]
  readonly leftOut: readonly LeftOutCheck[]
}

/** What keeps a check from being offered to this student now. */
export interface CheckLimits {
  readonly answered: ReadonlySet<string>
  readonly flags: readonly HealthFlag[]
  /** Parts that were hurt before. */
  readonly injured?: readonly BodyPart[]
  readonly painful: readonly BodyPart[]
}

/** One outcome's sums: its share of the future, alone and with each fault. */
interface OutcomeSums {
  total: number
  withFault: Float64Array
}

function addScaled(into: OutcomeSums, from: OutcomeSums, by: number): void {
  into.total += by * from.total
  for (let d = 0; d < into.withFault.length; d++) {
    into.withFault[d] = (into.withFault[d] as number) + by * (from.withFault[d] as number)
  }
}

/**
 * P(reports, fault | evidence): each report is ifPresent + (ifAbsent − ifPresent) · [absent], and the
 * product is multiplied out into sets of findings absent together.
 */
function outcomeSums(
  reports: readonly Evidence[],
  width: number,
  absent: (set: readonly number[]) => OutcomeSums,
): OutcomeSums {
  const sums: OutcomeSums = { total: 0, withFault: new Float64Array(width) }
  for (let mask = 0; mask < 2 ** reports.length; mask++) {
    let factor = 1
    const set: number[] = []
    reports.forEach((r, i) => {
      const inSet = (mask & (1 << i)) !== 0
      factor *= inSet ? r.ifAbsent - r.ifPresent : r.ifPresent
      if (inSet) set.push(r.finding)
    })
    if (factor !== 0) addScaled(sums, absent(set), factor)
  }
  return sums
}

function reportsOf(network: Network, outcome: CheckOutcome): Evidence[] {
  return Object.entries(outcome.says).flatMap(([id, strength]) => {
    const finding = network.findingIndex.get(id)
    return finding === undefined ? [] : [{ finding, ...REPORTS[strength] }]
  })
}

/** The outcome's answer to what is asked, without what is seen by the way. */
function answerOnly(outcome: CheckOutcome, ids: readonly string[]): CheckOutcome {
  const says = ids.flatMap((id) => {
    const strength = outcome.says[id]
    return strength === undefined ? [] : [[id, strength] as const]
  })
  return { ...outcome, says: Object.fromEntries(says) }
}

/**
 * Outcomes that speak plainly, each answer once; a half answer is worth less, and is not counted on beforehand.
 * Nor is a sign that is seen by the way: it can be looked for without the check, and would make any check seem worth doing.
 */
function findClearOutcomes(check: Check): readonly CheckOutcome[] {
  // What leaves it open is no answer that can be counted on.
  const answers = check.outcomes
    .map((o) => answerOnly(o, check.asks))
    .filter((o) => Object.keys(o.says).length > 0)
  const clear = answers.filter((o) =>
    Object.values(o.says).every((s) => s === 'marked' || s === 'absent'),
  )
  const plain = clear.length >= 2 ? clear : answers
  const byAnswer = new Map(plain.map((o) => [JSON.stringify(o.says), o]))
  return [...byAnswer.values()]
}

/** Found once for each check: a ranking asks for all of them at every key. */
const CLEAR = new WeakMap<Check, readonly CheckOutcome[]>()

function clearOutcomes(check: Check): readonly CheckOutcome[] {
  const clear = CLEAR.get(check) ?? findClearOutcomes(check)
  CLEAR.set(check, clear)
  return clear
}

function entropyOf(probabilities: Float64Array, inPlay: FaultsInPlay): number {
  let sum = 0
  for (const [d, weight] of inPlay) sum += weight * binaryEntropy(probabilities[d] ?? 0)
  return sum
}

function valueOf(
  network: Network,
  now: Posterior,
  check: Check,
  inPlay: FaultsInPlay,
  entropyNow: number,
): RankedCheck {
  const width = network.faults.length
  const known = new Map<string, OutcomeSums>()
  const absent = (set: readonly number[]): OutcomeSums => {
    const key = set.join(' ')
    const found = known.get(key) ?? now.withAbsence(set)
    known.set(key, found)
    return found
  }
  const sums = clearOutcomes(check).map((outcome) => ({
    outcome,
    sums: outcomeSums(reportsOf(network, outcome), width, absent),
  }))
  const all = sums.reduce((a, o) => a + Math.max(0, o.sums.total), 0)
  const outcomes = sums.map(({ outcome, sums: s }) => ({
    outcome,
    probability: Math.max(0, s.total) / all,
    faults: s.withFault.map((x) => Math.min(1, Math.max(0, x / s.total))),
  }))
  const after = outcomes.reduce(
    (a, o) => a + (o.probability > 1e-12 ? o.probability * entropyOf(o.faults, inPlay) : 0),
    0,
  )
  const bits = Math.max(0, entropyNow - after)
  return { check, bits, bitsPerMinute: bits / check.minutes, outcomes }
}

function whyLeftOut(check: Check, limits: CheckLimits): LeftOutCheck | null {
  if (limits.answered.has(check.id)) return { check, reason: 'already-answered', why: '' }
  const part = check.loads.find((p) => limits.painful.includes(p))
  if (part !== undefined) return { check, reason: 'pain', why: part }
  for (const flag of limits.flags) {
    const why = check.avoid[flag]
    if (why !== undefined) return { check, reason: 'flag', why }
  }
  const strained = againstStrain(check.strain ?? [], limits)
  if (strained) return { check, reason: 'flag', why: strained.why }
  return null
}

/**
 * All checks by expected information per minute (Lindley 1956), each in bits of the marginals of the faults
 * in play; see `faultsInPlay`. Without that limit a check on something nobody complained of would win by its
 * ignorance alone.
 * Never one that is contraindicated or already answered: those come back under `leftOut` with the reason.
 */
export function rankChecks(
  network: Network,
  now: Posterior,
  checks: readonly Check[],
  limits: CheckLimits,
  inPlay: FaultsInPlay = new Map(network.faults.map((_, d) => [d, 1])),
): CheckRanking {
  const leftOut: LeftOutCheck[] = []
  const ranked: RankedCheck[] = []
  const entropyNow = entropyOf(now.probability, inPlay)
  for (const check of checks) {
    const left = whyLeftOut(check, limits)
    if (left) leftOut.push(left)
    else ranked.push(valueOf(network, now, check, inPlay, entropyNow))
  }
  return { ranked: ranked.sort((a, b) => b.bitsPerMinute - a.bitsPerMinute), leftOut }
}
