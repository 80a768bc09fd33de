import { good, list, object, oneOf, optional, whole } from '../../kit'
import { diagnose } from '../../diagnosis'
import { JUST_SETTLED } from '../../mending'
import { STAGES } from '../../packs'
import type { Fault, Knowledge, Stage, Strand } from '../../packs'
import { filled, keepReason, lessonAct } from '../actModule'
import { withPoint } from '../caseInLesson'
import type { CaseId, LessonId } from '../../kit'
import { lessonQuestion } from '../lessonQuestion'
import { refuse, refused } from '../refusal'
import { lessonOf } from '../state'
import type { CaseState, StudentRecord } from '../state'
import type { RivalShare } from '../vocabulary'
import * as fields from './fields'

/** Rivals kept with a settled fault, so that the choice can be read later. */
const RIVALS_KEPT = 4
/** Faults that one fault can be driven by. */
const DRIVERS_MOST = 100
/** 1 a blemish … 5 stops the playing or may do harm. */
const SEVEREST = 5

interface Settling {
  readonly lesson: LessonId
  readonly case: CaseId
  readonly fault: string
  readonly overruled?: string
}

interface Settled extends Settling {
  readonly name: string
  readonly strand: Strand
  readonly severity: number
  readonly probability: number
  readonly rivals: readonly RivalShare[]
  /** Stage of the student at the time. */
  readonly stage: Stage
  /** Open cases that drive this one. */
  readonly drivenBy: readonly CaseId[]
}

/** Faults on record, not mended, that the pack says drive the new one. */
function driversOf(fault: Fault, record: StudentRecord, k: Knowledge): readonly CaseState[] {
  return record.cases.filter((c) => {
    const known = k.faults.find((f) => f.id === c.fault)
    return c.status.state !== 'mended' && known !== undefined && fault.id in known.leadsTo
  })
}

/** The ranking as it is kept, or why another fault than the first needs a reason. */
function ranked(request: Settling, fault: Fault, record: StudentRecord, k: Knowledge) {
  const { rivals } = diagnose(lessonQuestion(record, request.lesson, k))
  const settled = new Set(record.cases.map((c) => c.fault))
  const first = rivals.find((r) => !settled.has(r.fault.id))
  if (first?.fault.id !== fault.id && request.overruled === undefined) {
    return refused('reason_missing', 'overruled', { first: first?.fault.name ?? '' })
  }
  return good({
    probability: rivals.find((r) => r.fault.id === fault.id)?.probability ?? 0,
    rivals: rivals.slice(0, RIVALS_KEPT).map((r) => ({
      fault: r.fault.id,
      name: r.fault.name,
      probability: r.probability,
    })),
  })
}

function complete<R extends Settling>(request: R, record: StudentRecord | null, k: Knowledge) {
  const fault = k.faults.find((f) => f.id === request.fault)
  if (!fault) return refused('unknown_fault', 'fault', { fault: request.fault })
  if (!record) return refused('unknown_student', 'student')
  if (!record.lessons.some((l) => l.id === request.lesson)) {
    return refused('unknown_lesson', 'lesson')
  }
  const known = record.cases.find((c) => c.fault === fault.id)
  if (known) return refused('fault_already_settled', 'fault', { name: known.name })
  const ranking = ranked(request, fault, record, k)
  if (!ranking.ok) return ranking
  return good({
    ...request,
    ...ranking.value,
    name: fault.name,
    strand: fault.strand,
    severity: fault.severity,
    stage: record.card.stage,
    drivenBy: driversOf(fault, record, k).map((c) => c.id),
  })
}

function refuseSettling(record: StudentRecord, act: Settled) {
  const same = record.cases.find((c) => c.fault === act.fault)
  if (same) return refuse('fault_already_settled', 'fault', { name: same.name })
  if (record.cases.some((c) => c.id === act.case)) return refuse('case_exists', 'case')
  const unknown = act.drivenBy.find((id) => !record.cases.some((c) => c.id === id))
  return unknown === undefined ? null : refuse('unknown_case', 'drivenBy')
}

function settle(record: StudentRecord, act: Settled): StudentRecord {
  const lesson = lessonOf(record, act.lesson)
  const fresh: CaseState = {
    id: act.case,
    fault: act.fault,
    name: act.name,
    strand: act.strand,
    severity: act.severity,
    settledOn: act.lesson,
    stage: act.stage,
    probability: act.probability,
    rivals: act.rivals,
    drivenBy: act.drivenBy,
    overruled: act.overruled ?? null,
    status: { state: 'open' },
    cue: null,
    cues: [],
    descriptions: [],
    overrules: [],
    recalls: [],
    ladder: null,
    formerRemedies: [],
    looks: [],
    slipCounts: [],
    belief: JUST_SETTLED,
    beliefOn: lesson.date,
    rungsPassed: 0,
    points: [],
  }
  return { ...record, cases: [...record.cases, withPoint(fresh, lesson)] }
}

/** The teacher settles on a fault; its case begins. */
export const faultSettled = lessonAct({
  ...filled(
    'fault-settled',
    {
      ...fields.inCase,
      fault: fields.packId,
      /** Why the teacher chose against the ranking; absent when they went with it. */
      overruled: optional(fields.againstRanking),
    },
    {
      name: fields.packWords,
      strand: fields.strand,
      severity: whole(1, SEVEREST),
      probability: fields.probability,
      rivals: list(
        object({
          fault: fields.packId,
          name: fields.packWords,
          probability: fields.probability,
        }),
        RIVALS_KEPT,
      ),
      stage: oneOf(STAGES),
      drivenBy: list(fields.fault, DRIVERS_MOST),
    },
    complete,
  ),
  refuse: refuseSettling,
  apply: (record, act) => keepReason(settle(record, act), act, 'fault-settled', act.overruled),
})
