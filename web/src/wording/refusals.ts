/** Coded refusals in words a teacher would use. */
import type { BarTrouble, CodedRefusal, RefusalCode } from '@vein-mend/contract'
import type { FieldCode } from '@vein-mend/core/kit'
import { STOPPED_WORDS } from './stops'

type Say = (facts: Readonly<Record<string, string | number>>) => string

/** What is wrong with a bar of a piece that was brought in. */
const BAR_WORDS: Readonly<Record<BarTrouble, string>> = {
  pitch: 'it has a note that is none',
  alteration: 'it has a sharp or flat that cannot be written here, such as a quarter tone',
  length: 'a note in it has no length that makes sense',
  division: 'it is divided otherwise than in halves and triplets',
  metre: 'its time signature cannot be read',
  'too-full': 'it has more in it than its time signature allows',
  'too-many-staves': 'it has more than two staves',
}

const f = (value: string | number | undefined): string => String(value ?? '')

const stoppedWords = (part: string): string =>
  (STOPPED_WORDS as Readonly<Record<string, string>>)[part] ?? part

const SENTENCES: Readonly<Record<RefusalCode, Say>> = {
  fault_already_settled: (x) =>
    `“${f(x.name)}” is on record already, perhaps from another tab. Nothing was added twice.`,
  two_projects_already: (x) =>
    `Two projects are enough: ${f(x.names)}. Mend one first, or let it rest.`,
  two_gates_already: (x) =>
    `Two gates are enough to get ready for: ${f(x.names)}. Let one of them wait first.`,
  lesson_in_future: (x) =>
    `The lesson is dated ${f(x.date)}, ${f(x.days)} days ahead. Check the date.`,
  lesson_before_last: (x) =>
    `The last lesson was on ${f(x.last)}; a lesson on ${f(x.date)} would come before it.`,
  lesson_still_open: (x) => `The lesson of ${f(x.date)} is still open. Close it first.`,
  lesson_closed: (x) => `The lesson of ${f(x.date)} is closed.`,
  more_clean_than_tries: (x) => `${f(x.clean)} clean of ${f(x.tries)} tries cannot be.`,
  tries_missing: () => 'Count at least one try.',
  pain_reported: (x) =>
    `This waits: ${stoppedWords(f(x.part))}. Say above that it is gone or was looked at, then it goes on.`,
  no_such_stop: () => 'This was answered already.',
  say_who_looked: () => 'Say who looked, when, and what they allow.',
  looked_at_later: () => 'The day they looked is still to come.',
  allowed_until_before: () => 'What is allowed would end before they looked.',
  remedy_not_for_student: (x) => `Not for this student: ${f(x.why)}`,
  no_rungs: () => 'Nothing is left of this remedy for this student. Choose another.',
  mended_rule_open: (x) =>
    `The rule for “${f(x.name)}” does not hold yet. Give a reason to call it mended all the same.`,
  mended_already: (x) => `“${f(x.name)}” is called mended already.`,
  reason_missing: (x) =>
    `“${f(x.first)}” is ranked first. Say in a few words why you choose otherwise.`,
  later_act_stands_on_it: () =>
    'This cannot be undone while later notes stand on it. Undo those first.',
  undone_already: () => 'This was undone already.',
  cannot_undo_student: () => 'Adding the student cannot be undone here.',
  not_on_this_rung: () => 'The ladder has moved on since. Look at the rung it shows now.',
  top_of_ladder: () => 'This is the last rung already.',
  not_tried: () => 'Nobody has tried this rung. Note a try, or skip it and say why.',
  foot_of_ladder: () => 'This is the first rung already.',
  unknown_finding: (x) => `The pack has no sign “${f(x.finding)}”.`,
  unknown_fault: (x) => `The pack has no fault “${f(x.fault)}”.`,
  unknown_student: () => 'There is no such student in this studio.',
  student_exists: () => 'This student is on record already. Nothing was added twice.',
  lesson_exists: () => 'This lesson is on record already. Nothing was added twice.',
  case_exists: () => 'This fault is on record already. Nothing was added twice.',
  open_already: (x) => `“${f(x.name)}” is open already.`,
  unknown_case: () => 'There is no such fault on record.',
  unknown_check: (x) => `The pack has no check “${f(x.check)}”.`,
  unknown_outcome: (x) => `The check has no outcome “${f(x.outcome)}”.`,
  unknown_remedy: (x) => `The pack has no remedy “${f(x.remedy)}”.`,
  rung_without_notes: () => 'This rung has no notes to engrave.',
  no_week: () => 'No week fits. Are there any minutes at home on the card?',
  no_consent_for_take: (x) =>
    `${f(x.name)}’s card has no yes yet to ${x.take === 'picture' ? 'pictures' : 'recordings'}. Note it under Consents first.`,
  take_kept_already: () => 'This very file is kept already.',
  unknown_words: () => 'Nobody has noted these words with this student.',
  no_notes: () => 'There is no note in this file.',
  no_sound: () => 'There is no sound in this file.',
  not_sound: () =>
    'This recording cannot be measured as it is. Bring it as WAV or FLAC, or through “Play it in”, which turns it into WAV.',
  odd_sound: () =>
    'What this recording says of itself does not fit together, so it is not measured.',
  measuring_failed: () => 'The measuring broke off. The take itself is kept.',
  act_cannot_be_kept: (x) =>
    `This cannot be kept as it is: ${f(x.field)} would not be read again (${f(x.why).replaceAll('_', ' ')}). Nothing was changed.`,
  sound_too_long: () => 'More than ten minutes of sound are not measured. Cut the take first.',
  not_midi: () => 'This MIDI file cannot be read: it is broken or only half there.',
  take_too_long: () => 'A take of more than an hour is not measured. Cut it first.',
  too_many_notes: () =>
    'More than ten thousand notes are not measured at once. Cut the take first.',
  look_by_take_already: () =>
    'Another take of this lesson counts as its look already: many takes of a day are one look.',
  take_counted_already: () => 'This take has been counted already.',
  take_says_nothing: (x) => `The take says nothing of “${f(x.finding)}”.`,
  unknown_take: () => 'There is no such recording or picture here.',
  measure_outside_interval: () => 'A measure lies outside its own interval.',
  cannot_undo_removal: () => 'What was removed for good cannot be brought back.',
  take_not_of_kind: () => 'This is no recording, picture or MIDI file that can be kept here.',
  day_long_ago: (x) => `${f(x.date)} is too long ago to be told from home.`,
  day_in_future: (x) => `${f(x.date)} has not come yet.`,
  link_not_valid: () => 'This link no longer works. Make a new one.',
  not_from_home: () => 'This cannot be done from the page at home.',
  unknown_lesson: () => 'There is no such lesson on record.',
  unknown_instrument: (x) => `There is no knowledge pack for “${f(x.instrument)}”.`,
  unknown_pack: () => 'There is no such pack in this studio.',
  unknown_school: (x) => `The packs know no school “${f(x.school)}” for that.`,
  pack_refused: (x) =>
    `Not taken in: ${f(x.troubles)} ${x.troubles === 1 ? 'thing is' : 'things are'} wrong, listed below. Nothing was changed.`,
  pack_exists: (x) => `There is a pack “${f(x.id)}” already. Choose another short name.`,
  pack_in_use: (x) => `${f(x.name)} learns by this pack, so it stays.`,
  pack_is_shipped: (x) =>
    `“${f(x.id)}” comes with the product and is not replaced. Give yours another name in its first line.`,
  unknown_point: (x) => `The instrument has no set-up point “${f(x.point)}”.`,
  unknown_part: (x) => `The set-up point “${f(x.point)}” has no part “${f(x.part)}”.`,
  no_number: (x) => `Nothing is measured at “${f(x.point)}”.`,
  number_out_of_range: (x) =>
    `${f(x.value)} ${f(x.unit)} cannot be: between ${f(x.least)} and ${f(x.most)} is possible.`,
  run_too_short: () => 'The run was too short to count anything.',
  slip_outside_run: () => 'A slip lies outside its run.',
  not_running: (x) => `“${f(x.name)}” is not being mended now.`,
  not_resting: (x) => `“${f(x.name)}” has no ladder that waits.`,
  no_consent_to_hand_on: (x) =>
    `Handing the record of ${f(x.name)} on needs a recorded yes; ask, and note it on the card.`,
  not_a_handover: (x) => `This is no handover file (${f(x.why)}). Nothing was taken in.`,
  handover_act_refused: (x) =>
    `The file cannot be: “${f(x.kind)}” does not fit what came before (${f(x.why)}). Nothing was taken in.`,
  handover_without_student: () => 'The file holds no student. Nothing was taken in.',
  handover_here_already: (x) =>
    `${f(x.name)} is in this studio already. Nothing was taken in twice.`,
  too_heavy: () => 'That takes more time or memory than it may. Everything else goes on.',
  not_a_piece: () => 'This is no MusicXML or MIDI file that can be read.',
  packed_piece: () =>
    'This is a packed file (.mxl). Save the piece as plain MusicXML (.musicxml) and bring that in.',
  piece_too_large: () => 'The piece is too large. Bring in the movement or the page you need.',
  no_such_part: (x) => `The piece has ${f(x.parts)} parts, and not the one asked for.`,
  bar_not_readable: (x) =>
    `Bar ${f(x.bar)} cannot be taken over: ${BAR_WORDS[x.trouble as BarTrouble]}.`,
  no_such_bars: (x) => `Bars ${f(x.from)} to ${f(x.to)} cannot be had; the piece has ${f(x.bars)}.`,
  break_ends_before: (x) => `A break from ${f(x.from)} cannot end on ${f(x.to)}.`,
  break_too_long: (x) => `A break of more than ${f(x.days)} days cannot be noted.`,
  ends_before_it_begins: (x) => `From ${f(x.from)} to ${f(x.to)} are no days.`,
  not_mended: (x) => `“${f(x.name)}” is not mended, so there is no second look to move.`,
  not_relapsed: (x) => `“${f(x.name)}” has not come back.`,
  nothing_learned: () => 'This studio has no faults to learn from yet.',
  no_ladder: (x) => `“${f(x.name)}” has no ladder yet.`,
  no_tempo: () => 'Find the clean tempo first.',
  no_cue: (x) => `No cue has been agreed for “${f(x.name)}” yet.`,
  unknown_gate: (x) => `The pack has no gate “${f(x.gate)}”.`,
  unknown_act: () => 'There is no such note on record.',
  unknown_act_kind: (x) =>
    `“${f(x.kind)}” is nothing this version knows. It comes from a newer one, or is damaged.`,
  act_of_later_version: (x) =>
    `“${f(x.kind)}” was written by a newer version. Bring this studio up to date first.`,
  act_not_understood: () => 'A note cannot be read as it is written.',
  same_act_twice: () => 'One note stands in the file twice. Nothing was taken in.',
  handover_differs: (x) =>
    `${f(x.name)} is here, and both studios have gone on since. Ask the other studio for what it noted, or take ${f(x.name)} out here first. Nothing was changed.`,
  handover_of_two: () => 'The file holds notes of two students who are here. Nothing was taken in.',
  handover_pack_differs: () =>
    'Knowledge in the file is not what its record was made with. Nothing was taken in.',
  handover_pack_missing: (x) =>
    `The record rests on knowledge that is not in the file (${f(x.id)} ${f(x.version)}). Nothing was taken in.`,
  act_of_other_student: () => 'This note is on record with another student. Nothing was added.',
  other_studio: () => 'This was noted for another studio. It waits until that one is open.',
  record_unplayable: (x) =>
    `This record stops at a note that cannot be (${f(x.kind)}). Nothing else is touched.`,
  pack_removes: (x) =>
    `“${f(x.id)}” has entries that this text leaves out: ${f(x.entries)}. Nothing was changed.`,
  foreign_page: () => 'Another page tried to write here. Nothing was changed.',
  not_json: () => 'The request cannot be read.',
  not_understood: () => 'The request cannot be understood.',
  unknown_address: () => 'There is nothing at this address.',
  sign_in_first: () => 'Sign in first.',
  too_many_requests: () => 'Too much at once. Wait a moment.',
  too_large: () => 'That is too large.',
  server_fault: () => 'The server could not do that.',
  nothing_aside: () => 'Nothing stands aside of this student.',
  nothing_to_set_aside: () => 'This record can be read to its end: there is nothing to set aside.',
  still_cannot_be_read: (x) =>
    `It still cannot be read on: it stops at ${f(x.kind).replaceAll('-', ' ')}. Nothing was changed; try again after an update.`,
  copy_of_another_history: () =>
    'This copy has another history of the student than what is here. Nothing was changed.',
  copy_not_readable: () => 'The student cannot be read from this copy. Nothing was changed.',
  too_many_from_home: () =>
    'More was sent from home today than a day holds. It waits, and is sent tomorrow.',
  archive_damaged: (x) =>
    `A recording in this archive is damaged or only half there (${f(x.take)}). Nothing of it was taken in; ask for it once more.`,
  no_room: (x) =>
    x.needed === undefined
      ? 'There is no room left on the disk of the studio. Make room; nothing was changed.'
      : `There is no room left on the disk of the studio: ${f(x.needed)} MB are needed and ${f(x.free)} are free. Make room; nothing was changed.`,
}

function isRefusal(code: CodedRefusal['code']): code is RefusalCode {
  return Object.hasOwn(SENTENCES, code)
}

/** One sentence for the refusal; for a single field, the field and what is wrong with it. */
export function sayRefusal({ code, path, facts }: CodedRefusal): string {
  if (isRefusal(code)) return SENTENCES[code](facts ?? {})
  const field = path.filter((part) => typeof part === 'string' && part !== 'acts').join(' › ')
  return field === '' ? FIELD_TROUBLES[code] : `${field}: ${FIELD_TROUBLES[code]}`
}

const FIELD_TROUBLES: Readonly<Record<FieldCode, string>> = {
  empty: 'Please fill this in.',
  missing: 'Please choose one.',
  too_long: 'Please shorten this.',
  too_short: 'A few words more, please.',
  too_small: 'This is too small.',
  too_large: 'This is too large.',
  too_many: 'These are too many.',
  too_few: 'These are too few.',
  too_deep: 'This goes too deep.',
  not_a_text: 'Words are wanted here.',
  not_a_number: 'Please give a number.',
  not_whole: 'Please give a whole number.',
  not_a_flag: 'Yes or no is wanted here.',
  not_a_day: 'This is not a day of the calendar.',
  not_an_instant: 'This is not a time.',
  not_an_id: 'This names nothing.',
  not_a_pack_id: 'Small letters, digits and hyphens only.',
  not_a_digest: 'This names no file.',
  not_a_pitch: 'This is not a note.',
  not_a_figure: 'This is no note of a figure, such as 1:2, 1+3+5 or A4.',
  not_a_list: 'A list is wanted here.',
  not_a_record: 'This cannot be read.',
  not_a_key: 'This cannot be a name.',
  not_offered: 'Please choose one of those offered.',
  unknown_kind: 'Nothing of this kind is known.',
  unknown_field: 'This is not asked for.',
}

/** What is wrong with one field, next to it. */
export function sayField(code: string | undefined): string | undefined {
  if (code === undefined) return undefined
  return Object.hasOwn(FIELD_TROUBLES, code)
    ? FIELD_TROUBLES[code as FieldCode]
    : `Not understood: ${code}`
}
