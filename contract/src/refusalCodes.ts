/** Every reason for which something asked for is not done; the interface has a sentence for each. */
import type { FieldCode, Path, Refusal, Result } from '@vein-mend/core/kit'
import type { RecordRefusalCode } from '@vein-mend/core/record'

/** Reasons of the server, beside those of the record. */
export const SERVER_REFUSALS = [
  'act_of_other_student',
  'bar_not_readable',
  'ends_before_it_begins',
  'foreign_page',
  'handover_differs',
  'handover_here_already',
  'handover_of_two',
  'handover_pack_differs',
  'handover_pack_missing',
  'link_not_valid',
  'measuring_failed',
  'no_notes',
  'no_sound',
  'no_such_bars',
  'no_such_part',
  'no_week',
  'not_a_piece',
  'not_from_home',
  'not_json',
  'not_midi',
  'not_sound',
  'not_understood',
  'nothing_learned',
  'odd_sound',
  'other_studio',
  'pack_exists',
  'pack_in_use',
  'pack_is_shipped',
  'pack_refused',
  'pack_removes',
  'packed_piece',
  'piece_too_large',
  'record_unplayable',
  'rung_without_notes',
  'server_fault',
  'nothing_aside',
  'nothing_to_set_aside',
  'still_cannot_be_read',
  'copy_of_another_history',
  'copy_not_readable',
  'too_many_from_home',
  'archive_damaged',
  'no_room',
  'sign_in_first',
  'sound_too_long',
  'take_not_of_kind',
  'take_too_long',
  'too_heavy',
  'too_large',
  'too_many_notes',
  'too_many_requests',
  'unknown_address',
  'unknown_instrument',
  'unknown_pack',
  'unknown_school',
] as const
export type ServerRefusalCode = (typeof SERVER_REFUSALS)[number]

export type RefusalCode = RecordRefusalCode | ServerRefusalCode

/** A refusal as it goes over the line: of the record, of the server, or of one field. */
export interface CodedRefusal extends Refusal {
  readonly code: RefusalCode | FieldCode
}

/** What became of something asked for. */
export type Outcome<T> = Result<T, CodedRefusal>

/** Something that cannot be done, as an outcome. */
export function refuse(
  code: RefusalCode,
  path: Path,
  facts?: Refusal['facts'],
): { readonly ok: false; readonly refusal: CodedRefusal } {
  return { ok: false, refusal: facts ? { code, path, facts } : { code, path } }
}
