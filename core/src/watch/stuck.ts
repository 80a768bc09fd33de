/** Whether a repair is stuck, and what could be tried in its place, each with its reason. */
import { diagnose } from '../diagnosis'
import type { Rival } from '../diagnosis'
import { seededRng } from '../kit'
import type { Knowledge } from '../packs'
import { schoolsFor } from '../packs'
import { forecastMended, paceOf } from '../practice'
import { lessonQuestion, lessonsStuck, restsForPain, ruleFor, stoppedParts } from '../record'
import type { CaseId } from '../kit'
import type { CaseState, StudentRecord } from '../record'

/** Why a fault counts as stuck. */
export type StuckWhy =
  | { readonly kind: 'same-rung'; readonly lessons: number }
  /** Even the better quarter of the ways it could go takes so many weeks from here. */
  | { readonly kind: 'too-long'; readonly weeks: number }

/** One thing to try when it does. */
export type StuckTry =
  | { readonly kind: 'smaller-rung'; readonly rung: string }
  | { readonly kind: 'other-remedy'; readonly remedy: string; readonly name: string }
  | {
      readonly kind: 'upstream'
      readonly fault: string
      readonly name: string
      /** On record already, or still to be looked for. */
      readonly case: CaseId | null
    }
  | {
      readonly kind: 'rival'
      readonly fault: string
      readonly name: string
      readonly probability: number
    }
  | { readonly kind: 'other-school'; readonly topic: string; readonly name: string }

/** A fault that does not move, why, and what to try. */
export interface Stuck {
  readonly why: StuckWhy
  readonly tries: readonly StuckTry[]
}

/** Weeks that make a forecast too long; a project is given four to six, common practice. */
const WEEKS_MOST = 6
/** Lessons of a ladder before its pace says anything. */
const LESSONS_FOR_PACE = 4
const RUNS = 400
const LESSON_GAP = 7
/** Rivals below this are not worth a check. */
const RIVAL_AT_LEAST = 0.05
const RIVALS_MOST = 2

function whyStuck(record: StudentRecord, state: CaseState): StuckWhy | null {
  const { ladder } = state
  if (!ladder || state.status.state !== 'healing') return null
  const lessons = lessonsStuck(state)
  if (lessons > 0) return { kind: 'same-rung', lessons }
  // What the teacher chose to wait through is not told again in other words.
  if (ladder.waited > 0) return null
  const pace = paceOf(state, ruleFor(record, state).cleanLessons, LESSON_GAP)
  if (!pace || pace.passed + pace.notPassed < LESSONS_FOR_PACE) return null
  const window = forecastMended(pace, { kept: 0.6, runs: RUNS, rng: seededRng(1) })
  const weeks = window.half[0] / 7
  return weeks > WEEKS_MOST ? { kind: 'too-long', weeks: Math.round(weeks) } : null
}

function otherRemedies(state: CaseState, record: StudentRecord, k: Knowledge): StuckTry[] {
  const fault = k.faults.find((f) => f.id === state.fault)
  const tried = new Set([state.ladder?.remedy, ...state.formerRemedies.map((r) => r.remedy)])
  const hurting = stoppedParts(record)
  return (fault?.remedies ?? []).flatMap((id): StuckTry[] => {
    const remedy = k.remedies.find((r) => r.id === id)
    if (!remedy || tried.has(id) || remedy.loads.some((p) => hurting.includes(p))) return []
    return [{ kind: 'other-remedy', remedy: id, name: remedy.name }]
  })
}

/** Faults that drive this one, those on record and not mended first. */
function upstream(state: CaseState, record: StudentRecord, k: Knowledge): StuckTry[] {
  return k.faults
    .filter((f) => state.fault in f.leadsTo)
    .flatMap((f): (Extract<StuckTry, { kind: 'upstream' }> & { strength: number })[] => {
      const known = record.cases.find((c) => c.fault === f.id)
      if (known?.status.state === 'mended' || known?.status.state === 'healing') return []
      const strength = f.leadsTo[state.fault] ?? 0
      return [{ kind: 'upstream', fault: f.id, name: f.name, case: known?.id ?? null, strength }]
    })
    .sort((a, b) => Number(b.case !== null) - Number(a.case !== null) || b.strength - a.strength)
    .slice(0, RIVALS_MOST)
    .map(({ kind, fault, name, case: known }) => ({ kind, fault, name, case: known }))
}

/** The signs make it likelier than it was before any. */
function speaksFor({ probability, prior }: Rival): boolean {
  return probability >= RIVAL_AT_LEAST && probability > prior
}

/** The day's signs asked again, with the remedy that does not help counted against its fault. */
function rivals(state: CaseState, record: StudentRecord, k: Knowledge): StuckTry[] {
  const question = lessonQuestion(record, state.settledOn, k)
  const failed = new Map([
    ...(question.failed ?? []),
    [state.fault, state.formerRemedies.length + 1],
  ])
  const onRecord = new Set(record.cases.map((c) => c.fault))
  return diagnose({ ...question, failed })
    .rivals.filter((r) => !onRecord.has(r.fault.id) && speaksFor(r))
    .slice(0, RIVALS_MOST)
    .map(({ fault, probability }) => ({
      kind: 'rival',
      fault: fault.id,
      name: fault.name,
      probability,
    }))
}

/** Other schools on a topic that the ladder's rungs are ordered or done by. */
function otherSchools(state: CaseState, record: StudentRecord, k: Knowledge): StuckTry[] {
  const remedy = k.remedies.find((r) => r.id === state.ladder?.remedy)
  const used = new Set(remedy?.rungs.flatMap((r) => r.school ?? []) ?? [])
  const chosen = Object.values(schoolsFor(k, record.card.schools))
  const topics = k.schools.filter((s) => used.has(s.id)).map((s) => s.topic)
  return k.schools
    .filter((s) => topics.includes(s.topic) && !chosen.includes(s.id))
    .map(({ topic, name }) => ({ kind: 'other-school', topic, name }))
}

/**
 * What could be tried, the smallest change first; null while the repair moves. The teacher may also wait, with a
 * reason. Common practice.
 */
export function stuckOf(record: StudentRecord, state: CaseState, k: Knowledge): Stuck | null {
  // What rests because it would hurt is not stuck, and nothing is put in its place.
  const why = restsForPain(record, state) ? null : whyStuck(record, state)
  if (!why) return null
  const rung = state.ladder?.rungs[state.ladder.at]
  return {
    why,
    tries: [
      ...(rung ? [{ kind: 'smaller-rung' as const, rung: rung.name }] : []),
      ...otherRemedies(state, record, k),
      ...upstream(state, record, k),
      ...rivals(state, record, k),
      ...otherSchools(state, record, k),
    ],
  }
}
