/** Fills a short request out to a whole act from the instrument's knowledge; the screen and the server share it. */
import { diagnose } from '../diagnosis'
import { assertNever, good, refuse } from '../kit'
import type { Result } from '../kit'
import type { Condition, Fault, Knowledge, Strength } from '../packs'
import { buildLadder } from '../remedy'
import type { ActBody, ActOf, CaseId, LessonId } from './acts'
import { factsOf } from './factsOf'
import { lessonQuestion } from './lessonQuestion'
import { painfulParts } from './painfulParts'
import type { CaseState, StudentRecord } from './state'

/** Acts whose facts are looked up, as they are asked for. */
export type ActRequest =
  | Exclude<
      ActBody,
      {
        kind:
          | 'lesson-opened'
          | 'sign-noted'
          | 'check-answered'
          | 'fault-settled'
          | 'remedy-started'
          | 'compared'
          | 'setup-checked'
          | 'gate-prepared'
          | 'gate-overruled'
      }
    >
  | Omit<ActOf<'lesson-opened'>, 'pack' | 'mending'>
  | {
      readonly kind: 'sign-noted'
      readonly lesson: LessonId
      readonly finding: string
      readonly strength: Strength
      readonly prompted: boolean
      readonly condition: Condition | null
    }
  | Omit<ActOf<'compared'>, 'text'>
  | ActOf<'setup-checked'>
  | Omit<ActOf<'gate-prepared'>, 'name'>
  | Omit<ActOf<'gate-overruled'>, 'name'>
  | {
      readonly kind: 'check-answered'
      readonly lesson: LessonId
      readonly check: string
      readonly outcome: string
    }
  | {
      readonly kind: 'fault-settled'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly fault: string
      readonly overruled?: string
    }
  | {
      readonly kind: 'remedy-started'
      readonly lesson: LessonId
      readonly case: CaseId
      readonly remedy: string
      readonly weeks: number
      readonly reason?: string
    }

type RequestOf<K extends ActRequest['kind']> = Extract<ActRequest, { kind: K }>

/** Rivals kept with a settled fault, so that the choice can be read later. */
const RIVALS_KEPT = 4

function completeSign(request: RequestOf<'sign-noted'>, k: Knowledge): Result<ActBody> {
  const finding = k.findings.find((f) => f.id === request.finding)
  if (!finding) return refuse('unknown_finding', ['finding'], { finding: request.finding })
  const { text, strand } = finding
  return good({ ...request, text, strand, ...(finding.stop ? { stops: finding.stop.part } : {}) })
}

function completeComparison(request: RequestOf<'compared'>, k: Knowledge): Result<ActBody> {
  const finding = k.findings.find((f) => f.id === request.finding)
  if (!finding) return refuse('unknown_finding', ['finding'], { finding: request.finding })
  return good({ ...request, text: finding.text })
}

/** Points and numbers the instrument asks for, each within its range. */
function completeSetup(request: RequestOf<'setup-checked'>, k: Knowledge): Result<ActBody> {
  const named = [...Object.keys(request.points), ...Object.keys(request.numbers)]
  const unknown = named.find((id) => !k.setup.some((s) => s.id === id))
  if (unknown !== undefined) return refuse('unknown_point', ['points', unknown], { point: unknown })
  for (const [id, value] of Object.entries(request.numbers)) {
    const number = k.setup.find((s) => s.id === id)?.number
    if (!number) return refuse('no_number', ['numbers', id], { point: id })
    if (value < number.least || value > number.most) {
      const { least, most, unit } = number
      return refuse('number_out_of_range', ['numbers', id], { point: id, value, least, most, unit })
    }
  }
  return good(request)
}

function completeGate(
  request: RequestOf<'gate-prepared' | 'gate-overruled'>,
  k: Knowledge,
): Result<ActBody> {
  const gate = k.gates.find((g) => g.id === request.gate)
  return gate
    ? good({ ...request, name: gate.name })
    : refuse('unknown_gate', ['gate'], { gate: request.gate })
}

function completeCheck(request: RequestOf<'check-answered'>, k: Knowledge): Result<ActBody> {
  const check = k.checks.find((c) => c.id === request.check)
  if (!check) return refuse('unknown_check', ['check'], { check: request.check })
  const outcome = check.outcomes.find((o) => o.id === request.outcome)
  if (!outcome) return refuse('unknown_outcome', ['outcome'], { outcome: request.outcome })
  return good({ ...request, name: check.name, outcome: outcome.label, says: outcome.says })
}

/** Faults on record, not mended, that the pack says drive the new one. */
function driversOf(fault: Fault, record: StudentRecord, k: Knowledge): readonly CaseState[] {
  return record.cases.filter((c) => {
    const known = k.faults.find((f) => f.id === c.fault)
    return c.status.state !== 'mended' && known !== undefined && fault.id in known.leadsTo
  })
}

function completeFault(
  request: RequestOf<'fault-settled'>,
  record: StudentRecord,
  k: Knowledge,
): Result<ActBody> {
  const fault = k.faults.find((f) => f.id === request.fault)
  if (!fault) return refuse('unknown_fault', ['fault'], { fault: request.fault })
  if (!record.lessons.some((l) => l.id === request.lesson))
    return refuse('unknown_lesson', ['lesson'])
  const known = record.cases.find((c) => c.fault === fault.id)
  if (known) return refuse('fault_already_settled', ['fault'], { name: known.name })
  const { rivals } = diagnose(lessonQuestion(record, request.lesson, k))
  const settled = new Set(record.cases.map((c) => c.fault))
  const first = rivals.find((r) => !settled.has(r.fault.id))
  if (first?.fault.id !== fault.id && request.overruled === undefined) {
    return refuse('reason_missing', ['overruled'], { first: first?.fault.name ?? '' })
  }
  return good({
    ...request,
    name: fault.name,
    strand: fault.strand,
    severity: fault.severity,
    probability: rivals.find((r) => r.fault.id === fault.id)?.probability ?? 0,
    rivals: rivals.slice(0, RIVALS_KEPT).map((r) => ({
      fault: r.fault.id,
      name: r.fault.name,
      probability: r.probability,
    })),
    stage: record.card.stage,
    drivenBy: driversOf(fault, record, k).map((c) => c.id),
  })
}

function completeRemedy(
  request: RequestOf<'remedy-started'>,
  record: StudentRecord,
  k: Knowledge,
): Result<ActBody> {
  const remedy = k.remedies.find((r) => r.id === request.remedy)
  if (!remedy) return refuse('unknown_remedy', ['remedy'], { remedy: request.remedy })
  const plan = buildLadder(remedy, factsOf(record.card, k), painfulParts(record))
  if (plan.ok) {
    return good({ ...request, name: remedy.name, rungs: plan.rungs, loads: remedy.loads })
  }
  switch (plan.reason) {
    case 'pain':
      return refuse('pain_reported', ['remedy'], { part: plan.part })
    case 'flag':
      return refuse('remedy_not_for_student', ['remedy'], { flag: plan.against, why: plan.why })
    case 'nothing-left':
      return refuse('no_rungs', ['remedy'])
    default:
      return assertNever(plan)
  }
}

/** The whole act, or why the knowledge does not allow it. Whether the record allows it is `refuseAct`'s. */
export function completeAct(
  request: ActRequest,
  record: StudentRecord | null,
  knowledge: Knowledge,
): Result<ActBody> {
  if (request.kind === 'lesson-opened') {
    return good({ ...request, pack: knowledge.pack, mending: knowledge.mending })
  }
  if (request.kind === 'sign-noted') return completeSign(request, knowledge)
  if (request.kind === 'compared') return completeComparison(request, knowledge)
  if (request.kind === 'setup-checked') return completeSetup(request, knowledge)
  if (request.kind === 'gate-prepared' || request.kind === 'gate-overruled') {
    return completeGate(request, knowledge)
  }
  if (request.kind === 'check-answered') return completeCheck(request, knowledge)
  if (request.kind === 'fault-settled') {
    if (!record) return refuse('unknown_student', ['student'])
    return completeFault(request, record, knowledge)
  }
  if (request.kind === 'remedy-started') {
    if (!record) return refuse('unknown_student', ['student'])
    return completeRemedy(request, record, knowledge)
  }
  return good(request)
}
