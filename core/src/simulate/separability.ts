/** How well a pack's own signs and checks tell its faults apart, measured on simulated students. */
import { buildNetwork, faultsInPlay, posterior, rankChecks, REPORTS } from '../diagnosis'
import type { Evidence, Network, Posterior } from '../diagnosis'
import { chance, pick, seededRng, shuffle } from '../kit'
import type { Rng } from '../kit'
import { isAnswered } from '../packs'
import type { Check, CheckOutcome, Fault, Knowledge, StudentFacts } from '../packs'
import { disturb, DISTURBED } from './disturb'

/** In which order checks are done. */
export type CheckOrder = 'offered' | 'random' | 'by-prior'

/** How often a fault is found among its rivals. */
export interface FaultSeparability {
  readonly fault: string
  readonly name: string
  /** Share of students in whom no absent fault stood above it after at most three checks. */
  readonly rankedFirst: number
  /** Minutes of checks, on average. */
  readonly minutes: number
  /** The fault that most often stood above it though it was not there; null when none did. */
  readonly mistakenFor: string | null
  readonly mistakenShare: number
  /** Share in whom that fault still stands above it after every check of the pack: no check parts them. */
  readonly stillMistakenShare: number
}

/** The same over a whole pack. */
export interface PackSeparability {
  readonly pack: string
  readonly name: string
  readonly rankedFirst: number
  readonly minutes: number
  readonly faults: readonly FaultSeparability[]
  /** The same students with checks in another order: share ranked first. */
  readonly baselines: Baselines
}

/** The same of students drawn from a truth that is not quite what the pack says. */
export interface DisturbedSeparability {
  readonly rankedFirst: number
  readonly baselines: Baselines
  /** With the same looks and checks, by a diagnosis that knows the disturbed truth: nobody can do much better. */
  readonly truthKnown: number
}

interface Baselines {
  readonly random: number
  readonly byPrior: number
}

/** Signs a teacher notes before the first check. */
const SIGNS_MOST = 4
const CHECKS_MOST = 3
/** Certainty at which a careful teacher stops checking. */
const SURE = 0.95

/** A student drawn from the network with one fault in the middle of the complaint. */
interface DrawnStudent {
  readonly faults: ReadonlySet<number>
  /** Findings that are there, by whatever brought them out. */
  readonly findings: ReadonlySet<number>
  readonly complaint: readonly number[]
  /** Findings that are taken for there when they are not, or the other way round. */
  readonly misread: ReadonlySet<number>
}

/** Where students come from, and how often something about them is noted wrongly. */
interface Truth {
  readonly network: Network
  /** From 0 to 1. */
  readonly wrong: number
}

function drawFindings(network: Network, faults: ReadonlySet<number>, rng: Rng): Set<number> {
  const there = new Set<number>()
  network.findings.forEach((finding, f) => {
    const absent = finding.causes
      .filter((c) => faults.has(c.fault))
      .reduce((p, c) => p * (1 - c.strength), 1 - finding.leak)
    if (chance(rng, 1 - absent)) there.add(f)
  })
  return there
}

/** Null when the fault does not show in this student: then nobody complains of it. */
function drawStudent(
  { network, wrong }: Truth,
  knowledge: Knowledge,
  target: number,
  rng: Rng,
): DrawnStudent | null {
  const faults = new Set([target])
  network.faults.forEach((f, i) => {
    if (i !== target && chance(rng, f.prior)) faults.add(i)
  })
  const findings = drawFindings(network, faults, rng)
  const own = network.findings.flatMap((f, i) => {
    const link = f.causes.find((c) => c.fault === target)
    return link && findings.has(i) && knowledge.findings[i]?.byCheckOnly === false ? [i] : []
  })
  if (own.length === 0) return null
  const noted = shuffle(rng, own).slice(0, SIGNS_MOST)
  if (wrong === 0) return { faults, findings, complaint: noted, misread: new Set() }
  const others = network.findings.flatMap((_, i) =>
    !findings.has(i) && knowledge.findings[i]?.byCheckOnly === false ? [i] : [],
  )
  const complaint = noted.map((f) => (chance(rng, wrong) ? pick(rng, others) : f))
  const misread = network.findings.flatMap((_, i) => (chance(rng, wrong) ? [i] : []))
  return { faults, findings, complaint: [...new Set(complaint)], misread: new Set(misread) }
}

function answer(check: Check, network: Network, student: DrawnStudent): CheckOutcome | undefined {
  const isThere = (id: string) => {
    const f = network.findingIndex.get(id) ?? -1
    return student.findings.has(f) !== student.misread.has(f)
  }
  return check.outcomes.find(
    (o) =>
      isAnswered(check, o) &&
      Object.entries(o.says).every(
        ([id, s]) => (s === 'marked' && isThere(id)) || (s === 'absent' && !isThere(id)),
      ),
  )
}

function evidenceOf(network: Network, outcome: CheckOutcome): Evidence[] {
  return Object.entries(outcome.says).flatMap(([id, strength]) => {
    const finding = network.findingIndex.get(id)
    return finding === undefined ? [] : [{ finding, ...REPORTS[strength] }]
  })
}

interface Session {
  /** What the pack says, which the diagnosis goes by. */
  readonly network: Network
  readonly truth: Truth
  readonly knowledge: Knowledge
  readonly rng: Rng
  /** Checks by the prior probability of a yes. */
  readonly byPrior: readonly Check[]
}

function nextCheck(
  session: Session,
  order: CheckOrder,
  evidence: readonly Evidence[],
  now: Posterior,
  done: ReadonlySet<string>,
): Check | undefined {
  const open = session.byPrior.filter((c) => !done.has(c.id))
  if (open.length === 0) return undefined
  if (order === 'random') return pick(session.rng, open)
  if (order === 'by-prior') return open[0]
  const limits = { answered: done, flags: [], painful: [] }
  const { ranked } = rankChecks(
    session.network,
    now,
    open,
    limits,
    faultsInPlay(session.network, now, evidence),
  )
  return ranked[0]?.check
}

/** Probabilities after at most three checks, and the minutes they took. */
function examine(session: Session, student: DrawnStudent, order: CheckOrder, most = CHECKS_MOST) {
  const evidence: Evidence[] = student.complaint.map((finding) => ({ finding, ...REPORTS.marked }))
  const done = new Set<string>()
  let minutes = 0
  let now = posterior(session.network, evidence)
  while (done.size < most && (most > CHECKS_MOST || Math.max(...now.probability) < SURE)) {
    const check = nextCheck(session, order, evidence, now, done)
    if (!check) break
    done.add(check.id)
    minutes += check.minutes
    const outcome = answer(check, session.network, student)
    if (!outcome) continue
    evidence.push(...evidenceOf(session.network, outcome))
    now = posterior(session.network, evidence)
  }
  return { probability: now.probability, minutes }
}

/** The likeliest fault that is not there but stands above the target; null when none does. */
function wronglyAbove(
  probability: Float64Array,
  target: number,
  student: DrawnStudent,
): number | null {
  let worst: number | null = null
  probability.forEach((p, f) => {
    const above = f !== target && !student.faults.has(f) && p > (probability[target] ?? 0)
    if (above && (worst === null || p > (probability[worst] ?? 0))) worst = f
  })
  return worst
}

function checksByPrior(knowledge: Knowledge, network: Network): Check[] {
  const yes = (check: Check) =>
    check.outcomes
      .flatMap((o) => Object.entries(o.says).filter(([, s]) => s === 'marked'))
      .flatMap(([id]) => network.findings[network.findingIndex.get(id) ?? -1]?.causes ?? [])
      .reduce((sum, c) => sum + c.strength * (network.faults[c.fault]?.prior ?? 0), 0)
  return [...knowledge.checks].sort((a, b) => yes(b) - yes(a))
}

interface Count {
  first: number
  minutes: number
  readonly mistaken: Map<number, number>
}

/** The same drawn students for every order, so that the orders are compared on equal terms. */
function examineAll(
  session: Session,
  drawn: readonly (readonly DrawnStudent[])[],
  order: CheckOrder,
): Count[] {
  return drawn.map((students, target) => {
    const count: Count = { first: 0, minutes: 0, mistaken: new Map() }
    for (const student of students) {
      const { probability, minutes } = examine(session, student, order)
      count.minutes += minutes
      const wrong = wronglyAbove(probability, target, student)
      if (wrong === null) count.first += 1
      else count.mistaken.set(wrong, (count.mistaken.get(wrong) ?? 0) + 1)
    }
    return count
  })
}

function drawAll(session: Session, perFault: number): DrawnStudent[][] {
  return session.knowledge.faults.map((_, target) => {
    const students: DrawnStudent[] = []
    for (let tries = 0; students.length < perFault && tries < perFault * 20; tries++) {
      const student = drawStudent(session.truth, session.knowledge, target, session.rng)
      if (student) students.push(student)
    }
    return students
  })
}

/** The same students with every check of the pack done: how many are still taken for the rival. */
function stillMistaken(
  session: Session,
  students: readonly DrawnStudent[],
  target: number,
  rival: number,
): number {
  const still = students.filter((student) => {
    const { probability } = examine(session, student, 'by-prior', session.byPrior.length)
    return wronglyAbove(probability, target, student) === rival
  })
  return still.length / students.length
}

function describe(
  session: Session,
  target: number,
  fault: Fault,
  count: Count,
  drawn: readonly DrawnStudent[],
): FaultSeparability {
  const k = session.knowledge
  const students = drawn.length
  const [worst] = [...count.mistaken].sort((a, b) => b[1] - a[1])
  return {
    fault: fault.id,
    name: fault.name,
    rankedFirst: students === 0 ? 0 : count.first / students,
    minutes: students === 0 ? 0 : count.minutes / students,
    mistakenFor: worst ? (k.faults[worst[0]]?.id ?? null) : null,
    mistakenShare: worst ? worst[1] / students : 0,
    stillMistakenShare: worst ? stillMistaken(session, drawn, target, worst[0]) : 0,
  }
}

function shareFirst(counts: readonly Count[], drawn: readonly (readonly unknown[])[]): number {
  const all = drawn.reduce((n, d) => n + d.length, 0)
  return counts.reduce((n, c) => n + c.first, 0) / all
}

interface Students {
  /** Of each fault. */
  readonly perFault: number
  readonly seed: number
}

function sessionOf(knowledge: Knowledge, facts: StudentFacts, seed: number): Session {
  const network = buildNetwork(knowledge, facts)
  const truth: Truth = { network, wrong: 0 }
  const byPrior = checksByPrior(knowledge, network)
  return { network, truth, knowledge, rng: seededRng(seed), byPrior }
}

/**
 * Draws students from the pack's own network, each with one fault as the complaint and the others by their
 * priors; notes up to four of its signs, does up to three checks, and counts how often no absent fault
 * stood above it. A true fault above it is no mistake. Same seed, same figures.
 */
export function measureSeparability(
  knowledge: Knowledge,
  facts: StudentFacts,
  options: Students,
): PackSeparability {
  const session = sessionOf(knowledge, facts, options.seed)
  const drawn = drawAll(session, options.perFault)
  const offered = examineAll(session, drawn, 'offered')
  const students = drawn.reduce((n, d) => n + d.length, 0)
  return {
    pack: knowledge.pack.id,
    name: knowledge.name,
    rankedFirst: shareFirst(offered, drawn),
    minutes: offered.reduce((n, c) => n + c.minutes, 0) / students,
    faults: knowledge.faults.map((fault, i) =>
      describe(session, i, fault, offered[i] as Count, drawn[i] ?? []),
    ),
    baselines: baselinesOf(session, drawn),
  }
}

function baselinesOf(session: Session, drawn: readonly (readonly DrawnStudent[])[]): Baselines {
  return {
    random: shareFirst(examineAll(session, drawn, 'random'), drawn),
    byPrior: shareFirst(examineAll(session, drawn, 'by-prior'), drawn),
  }
}

/** The same with students of a disturbed truth; the diagnosis goes by the pack as it stands. Same seed, same figures. */
export function measureDisturbed(
  knowledge: Knowledge,
  facts: StudentFacts,
  { perFault, seed }: Students,
): DisturbedSeparability {
  const asSaid = sessionOf(knowledge, facts, seed + 1)
  const truth: Truth = { network: disturb(asSaid.network, asSaid.rng), wrong: DISTURBED.wrong }
  const session: Session = { ...asSaid, truth }
  const drawn = drawAll(session, perFault)
  return {
    rankedFirst: shareFirst(examineAll(session, drawn, 'offered'), drawn),
    baselines: baselinesOf(session, drawn),
    truthKnown: shareFirst(
      examineAll({ ...session, network: truth.network }, drawn, 'offered'),
      drawn,
    ),
  }
}
