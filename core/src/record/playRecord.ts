/** Plays a student's acts into the record as it stands, leaving out what was undone. */
import type { IsoDate, Refusal } from '../kit'
import type { Act, ActId } from './acts'
import type { StudentCard } from './card'
import { applyAct } from './apply'
import { EMPTY_HOME } from './homeLog'
import { refuseAct } from './refuseAct'
import type { StudentRecord } from './state'

/** Acts that are undone now; undoing an undoing brings the act back. */
export function undoneActs(acts: readonly Act[]): ReadonlySet<ActId> {
  const undone = new Set<ActId>()
  // Newest first, so that an undoing that was itself undone no longer counts.
  for (const act of acts.toReversed()) {
    if (act.kind === 'undone' && !undone.has(act.id)) undone.add(act.act)
  }
  return undone
}

/** A record with nothing in it but the card. */
export function emptyRecord(card: StudentCard): StudentRecord {
  return {
    card,
    lessons: [],
    cases: [],
    strengths: [],
    home: EMPTY_HOME,
    breaks: [],
    preparing: [],
    overruledGates: [],
    levels: [],
  }
}

/** The record after its acts, or null when the student has not been added. Acts are taken in order. */
export function playRecord(acts: readonly Act[]): StudentRecord | null {
  const undone = undoneActs(acts)
  let record: StudentRecord | null = null
  for (const act of acts) {
    if (undone.has(act.id) || act.kind === 'undone') continue
    if (act.kind === 'student-added') record = emptyRecord(act.card)
    else if (record) record = applyAct(record, act)
  }
  return record
}

/**
 * Why the act cannot be undone, or null when it can: every later act must still be possible without it.
 * The refusal names the first later act that stands on it.
 */
export function refuseUndo(acts: readonly Act[], target: ActId, today: IsoDate): Refusal | null {
  const found = acts.find((a) => a.id === target)
  if (!found) return { code: 'unknown_act', path: ['act'] }
  if (found.kind === 'student-added') return { code: 'cannot_undo_student', path: ['act'] }
  const undone = new Set(undoneActs(acts))
  if (undone.has(target)) return { code: 'undone_already', path: ['act'] }
  if (found.kind === 'undone') undone.delete(found.act)
  else undone.add(target)
  let record: StudentRecord | null = null
  for (const act of acts) {
    if (undone.has(act.id) || act.kind === 'undone') continue
    const refusal = refuseAct(record, act, today)
    if (refusal) {
      return {
        code: 'later_act_stands_on_it',
        path: ['act'],
        facts: { kind: act.kind, why: refusal.code },
      }
    }
    if (act.kind === 'student-added') record = emptyRecord(act.card)
    else if (record) record = applyAct(record, act)
  }
  return null
}
