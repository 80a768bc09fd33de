/** Why the record does not take an act: a coded fact. */
import type { Path, Refusal } from '../kit'

/** Every reason core gives; the interface has a sentence for each. */
export const RECORD_REFUSALS = [
  'act_cannot_be_kept',
  'act_not_understood',
  'act_of_later_version',
  'allowed_until_before',
  'break_ends_before',
  'break_too_long',
  'cannot_undo_removal',
  'cannot_undo_student',
  'case_exists',
  'day_in_future',
  'day_long_ago',
  'fault_already_settled',
  'foot_of_ladder',
  'handover_act_refused',
  'handover_without_student',
  'later_act_stands_on_it',
  'lesson_before_last',
  'lesson_closed',
  'lesson_exists',
  'lesson_in_future',
  'lesson_still_open',
  'measure_outside_interval',
  'looked_at_later',
  'mended_already',
  'mended_rule_open',
  'more_clean_than_tries',
  'no_consent_for_take',
  'no_consent_to_hand_on',
  'no_cue',
  'no_ladder',
  'no_number',
  'no_rungs',
  'no_such_stop',
  'say_who_looked',
  'no_tempo',
  'not_a_handover',
  'not_mended',
  'not_on_this_rung',
  'not_relapsed',
  'not_resting',
  'not_running',
  'not_tried',
  'number_out_of_range',
  'open_already',
  'pain_reported',
  'reason_missing',
  'remedy_not_for_student',
  'run_too_short',
  'same_act_twice',
  'slip_outside_run',
  'student_exists',
  'take_kept_already',
  'top_of_ladder',
  'tries_missing',
  'two_gates_already',
  'two_projects_already',
  'undone_already',
  'unknown_act',
  'unknown_act_kind',
  'unknown_case',
  'unknown_check',
  'unknown_fault',
  'unknown_finding',
  'unknown_gate',
  'unknown_lesson',
  'unknown_outcome',
  'unknown_point',
  'unknown_part',
  'unknown_remedy',
  'unknown_student',
  'look_by_take_already',
  'take_counted_already',
  'take_says_nothing',
  'unknown_take',
  'unknown_words',
] as const
/** One of these reasons. */
export type RecordRefusalCode = (typeof RECORD_REFUSALS)[number]

/** A reason with its place in what was asked for, and its facts. */
export interface RecordRefusal extends Refusal {
  readonly code: RecordRefusalCode
}

/** A refusal at one field, or at a place further in. */
export function refuse(
  code: RecordRefusalCode,
  at: string | Path,
  facts?: Refusal['facts'],
): RecordRefusal {
  const path = typeof at === 'string' ? [at] : at
  return facts ? { code, path, facts } : { code, path }
}

/** The same as the outcome of something asked for. */
export function refused(
  code: RecordRefusalCode,
  at: string | Path,
  facts?: Refusal['facts'],
): { readonly ok: false; readonly refusal: RecordRefusal } {
  return { ok: false, refusal: refuse(code, at, facts) }
}
