/** One look at a student: signs in, ranked faults with reasons and the next best check out. */
import { isBeforeTaught } from '../packs'
import type { BodyPart, Check, Fault, Finding, Knowledge, StudentFacts, Strength } from '../packs'
import { explain } from './explain'
import { explains, faultsInPlay } from './faultsInPlay'
import { FROM_THE_BASE, mendFirst } from './mendFirst'
import type { MendingOrder, MendingUrgency } from './mendFirst'
import { buildNetwork, failedDecibans, REPORTS } from './network'
import type { Evidence, Network } from './network'
import { posterior } from './posterior'
import { rankChecks } from './rankChecks'
import type { CheckRanking } from './rankChecks'

/** A finding of the lesson, with how strong it was. */
export interface Sign {
  readonly finding: string
  readonly strength: Strength
  /** It was measured: how much likelier the value is with the sign than without; it goes before the word. */
  readonly ratio?: number
}

/** A fault that could explain the signs, with its probability in [0, 1] and the reasons for it. */
export interface Rival {
  readonly fault: Fault
  readonly probability: number
  readonly prior: number
  /** Its technique is not taught to the student yet: that is in the prior already. */
  readonly notTaughtYet: boolean
  /** Decibans before any sign. */
  readonly priorDecibans: number
  /** It explains what was noted, and is not merely common among students like this one. */
  readonly explains: boolean
  /** Remedies for it that failed, and what they say against it, decibans; counted in the prior already. */
  readonly failed: { readonly remedies: number; readonly decibans: number }
  /** What each sign said for (positive) or against it, decibans, in the order noted. */
  readonly reasons: readonly { readonly finding: Finding; readonly decibans: number }[]
  /** What it predicts that nobody has looked at yet, strongest first. */
  readonly unseen: readonly { readonly finding: Finding; readonly strength: number }[]
}

/**
 * What the signs of a lesson say: rivals likeliest first, checks best first, and what stops the playing.
 */
export interface Diagnosis {
  /** Likeliest first. */
  readonly rivals: readonly Rival[]
  readonly checks: CheckRanking
  readonly mendFirst: readonly MendingUrgency[]
  /** Ids of the faults in the order in which a check's outcomes give their probabilities. */
  readonly faultOrder: readonly string[]
  /** Findings that stop the playing. */
  readonly stops: readonly Finding[]
  readonly method: 'exact' | 'up-to-three'
  readonly missedAtMost: number
}

/**
 * What a diagnosis is asked with: knowledge, the student, signs in order, checks done, faults on record.
 */
export interface DiagnosisInput {
  readonly knowledge: Knowledge
  readonly facts: StudentFacts
  /** Faults on record, with the probability that they are still there. */
  readonly known: ReadonlyMap<string, number>
  /** How many remedies failed, by the fault they were for. */
  readonly failed?: ReadonlyMap<string, number>
  readonly signs: readonly Sign[]
  readonly answered: readonly string[]
  /** Parts that are stopped now; what was told and has been answered is not among them, though its sign is. */
  readonly stopped: readonly BodyPart[]
}

/** Rivals that get their reasons worked out; nobody reads a ninth. */
const EXPLAINED_MOST = 8

/** The signs as evidence, the last report on each; signs the network does not know are passed over. */
export function evidenceOf(network: Network, signs: readonly Sign[]): Evidence[] {
  const last = new Map(signs.map((s) => [s.finding, s]))
  return [...last].flatMap(([id, { strength, ratio }]) => {
    const finding = network.findingIndex.get(id)
    if (finding === undefined) return []
    const said =
      ratio === undefined
        ? REPORTS[strength]
        : { ifPresent: ratio / (1 + ratio), ifAbsent: 1 / (1 + ratio) }
    return [{ finding, ...said }]
  })
}

/** What each fault predicts, strongest first; worked out once for each knowledge. */
const PREDICTIONS = new WeakMap<Knowledge, ReadonlyMap<string, Rival['unseen']>>()

function predictionsOf(knowledge: Knowledge): ReadonlyMap<string, Rival['unseen']> {
  const known = PREDICTIONS.get(knowledge)
  if (known) return known
  const findings = new Map(knowledge.findings.map((f) => [f.id, f]))
  const made = new Map(
    knowledge.faults.map(({ id: fault, shows }) => {
      const predicted = Object.entries(shows).flatMap(([id, strength]) => {
        const finding = findings.get(id)
        return finding ? [{ finding, strength }] : []
      })
      return [fault, predicted.sort((a, b) => b.strength - a.strength)]
    }),
  )
  PREDICTIONS.set(knowledge, made)
  return made
}

function reported(strength: Strength): boolean {
  return strength !== 'absent'
}

/** Parts that these signs by themselves stop, where there is no record that says what has been answered. */
export function stoppedBySigns(knowledge: Knowledge, signs: readonly Sign[]): readonly BodyPart[] {
  const findings = new Map(knowledge.findings.map((f) => [f.id, f]))
  return signs.flatMap(({ finding, strength }) => {
    const part = findings.get(finding)?.stop?.part
    return part !== undefined && reported(strength) ? [part] : []
  })
}

/** Ranks the rival faults and the checks. Signs the instrument does not know are passed over. */
export function diagnose(input: DiagnosisInput): Diagnosis {
  const { knowledge, facts, signs } = input
  const network = buildNetwork(knowledge, facts, input.known, input.failed)
  const evidence = evidenceOf(network, signs)
  const now = posterior(network, evidence)
  const findings = new Map(knowledge.findings.map((f) => [f.id, f]))
  const predictions = predictionsOf(knowledge)
  const seen = new Set(signs.map((s) => s.finding))
  const order = knowledge.faults
    .map((_, i) => i)
    .sort((a, b) => (now.probability[b] ?? 0) - (now.probability[a] ?? 0))
  const explanations = explain(network, evidence, order.slice(0, EXPLAINED_MOST))
  const rivals = order.flatMap((index, place): Rival[] => {
    const fault = knowledge.faults[index]
    if (!fault) return []
    const explanation = explanations[place]
    return [
      {
        fault,
        probability: now.probability[index] ?? 0,
        prior: network.faults[index]?.prior ?? 0,
        priorDecibans: explanation?.prior ?? 0,
        notTaughtYet: isBeforeTaught(fault, facts),
        explains: explains(network, now, index),
        failed: failedOf(input.failed?.get(fault.id) ?? 0),
        reasons: (explanation?.steps ?? []).flatMap((step) => {
          const finding = knowledge.findings[step.finding]
          return finding ? [{ finding, decibans: step.decibans }] : []
        }),
        unseen: (predictions.get(fault.id) ?? []).filter((u) => !seen.has(u.finding.id)),
      },
    ]
  })
  const stops = signs.flatMap((s) => {
    const finding = findings.get(s.finding)
    return finding?.stop && reported(s.strength) ? [finding] : []
  })
  const checks: readonly Check[] = knowledge.checks.filter((c) => addsSomething(c, seen))
  return {
    rivals,
    checks: rankChecks(
      network,
      now,
      checks,
      {
        answered: new Set(input.answered),
        flags: facts.flags,
        ...(facts.injured ? { injured: facts.injured } : {}),
        painful: input.stopped,
      },
      faultsInPlay(network, now, evidence),
    ),
    mendFirst: mendFirst(
      knowledge.faults,
      (id) => now.probability[network.faultIndex.get(id) ?? -1] ?? 0,
      mendingOrder(facts),
    ),
    faultOrder: knowledge.faults.map((f) => f.id),
    stops,
    method: now.method,
    missedAtMost: now.missedAtMost,
  }
}

function failedOf(remedies: number): Rival['failed'] {
  return { remedies, decibans: failedDecibans(remedies) }
}

function mendingOrder(facts: StudentFacts): MendingOrder {
  return Object.values(facts.schools).includes(FROM_THE_BASE)
    ? 'from-the-base'
    : 'what-drives-the-rest'
}

/** A check whose every finding has been reported already would be asked twice. */
function addsSomething(check: Check, seen: ReadonlySet<string>): boolean {
  return check.outcomes.some((o) => Object.keys(o.says).some((id) => !seen.has(id)))
}
