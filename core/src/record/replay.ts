/** The one way in which acts become a record: on the screen, on the server, for a handover and for an undo. */
import { MODULES } from './acts'
import type { Act, ActKind, ActOf } from './acts'
import type { Stamp } from './actModule'
import type { ActId } from '../kit'
import { refuseHere } from './refuseAct'
import { refuse } from './refusal'
import type { RecordRefusal } from './refusal'
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

function applyKind<K extends ActKind>(record: StudentRecord | null, act: ActOf<K> & Stamp) {
  return MODULES[act.kind].apply(record, act)
}

/** One act more: the record after it. The act is taken to be allowed; `refuseAct` decides that. */
export function applyAct(record: StudentRecord | null, act: Act): StudentRecord {
  return applyKind(record, act)
}

/** What came of a replay: the record, or the act at which it stops. */
export type Replayed =
  | { readonly ok: true; readonly record: StudentRecord | null }
  /** The first act that does not fit what came before it. */
  | { readonly ok: false; readonly at: number; readonly refusal: RecordRefusal }

interface ReplayOptions {
  /** The record on which the acts are played; nothing where they begin with the student. */
  readonly before?: StudentRecord | null
  readonly undone: ReadonlySet<ActId>
  /** Each act is asked whether it fits; else all are taken to. */
  readonly judged: boolean
}

/** Plays acts in order, passing over what is undone. The cost grows with the acts and not faster. */
export function replay(
  acts: readonly Act[],
  { before = null, undone, judged }: ReplayOptions,
): Replayed {
  let record = before
  for (const [at, act] of acts.entries()) {
    if (act.kind === 'undone' || undone.has(act.id)) continue
    const refusal = judged ? refuseHere(record, act) : null
    if (refusal) return { ok: false, at, refusal }
    record = applyAct(record, act)
  }
  return { ok: true, record }
}

/** The record after its acts, or null when the student has not been added. Acts are taken to be allowed. */
export function playRecord(acts: readonly Act[]): StudentRecord | null {
  const played = replay(acts, { undone: undoneActs(acts), judged: false })
  return played.ok ? played.record : null
}

/** What came of an undoing: the record without the act, or why not. */
export type Undoing =
  | { readonly ok: true; readonly record: StudentRecord }
  | { readonly ok: false; readonly refusal: RecordRefusal }

const cannot = (refusal: RecordRefusal): Undoing => ({ ok: false, refusal })

/** Stands for the id of the undoing that is asked about. */
const NEW_UNDOING = 'the-new-undoing' as ActId

/** Acts of a student as an undoing needs them: those from a checkpoint on, and every undoing there is. */
export interface ActsFrom {
  /** Acts after the checkpoint, in order. */
  readonly later: readonly Act[]
  /** Every undoing of the student, in order; other acts among them say nothing. */
  readonly undoings: readonly Act[]
  /** The record before `later`, as it stands with what is undone. */
  readonly before: StudentRecord | null
}

/**
 * The record without the target, or why it cannot be taken back: every later act must still be possible without
 * it, and the refusal names the first that stands on it. The target, and for an undoing what it undid, must be
 * among the acts given.
 */
export function undoAct({ later, undoings, before }: ActsFrom, target: ActId): Undoing {
  const undone = undoneActs(undoings)
  const found = later.find((a) => a.id === target)
  if (!found) return cannot(refuse('unknown_act', 'act'))
  if (found.kind === 'take-removed') return cannot(refuse('cannot_undo_removal', 'act'))
  if (found.kind === 'student-added') return cannot(refuse('cannot_undo_student', 'act'))
  if (undone.has(target)) return cannot(refuse('undone_already', 'act'))
  // With the new undoing behind them all, whatever chain of undoings it stands on.
  const { at, by } = found
  const without = undoneActs([
    ...undoings,
    { kind: 'undone', id: NEW_UNDOING, act: target, at, by },
  ])
  const played = replay(later, { before, undone: without, judged: true })
  if (!played.ok) {
    const kind = later[played.at]?.kind ?? ''
    return cannot(refuse('later_act_stands_on_it', 'act', { kind, why: played.refusal.code }))
  }
  if (!played.record) return cannot(refuse('unknown_student', 'student'))
  return { ok: true, record: played.record }
}
