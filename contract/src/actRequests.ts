/** What may be asked of a student's record, checked once at the border. */
import { CONDITIONS, STRENGTHS, WAYS } from '@vein-mend/core/packs'
import { parseDay } from '@vein-mend/core/kit'
import { HAND_BALANCES, LEVELS, PLACES, WEEKDAYS } from '@vein-mend/core/record'
import type { ActId, ActKind, ActRequest, HandBalance } from '@vein-mend/core/record'
import * as yup from 'yup'
import { breakFields } from './studioRequests'
import { studentCardSchema } from './cardRequests'
import {
  clean,
  day,
  flag,
  HOME_MINUTES_MOST,
  id,
  NAME_MOST,
  NOTE_MOST,
  oneOf,
  packId,
  text,
  tries,
  TRIES_MOST,
  words,
  WORDS_MOST,
} from './fields'

/** Weeks a project may be planned for; four to six is common practice, the rest is the teacher's. */
const WEEKS = { least: 1, most: 12 } as const
const POINTS_MOST = 60
const RUNGS_MOST = 30
const TEMPO = { least: 20, most: 300 } as const
/** A take in seconds, and the slips one could count in it. */
const TAKE = { seconds: 1800, slips: 300 } as const

/** Values by point, each as the test wants it. */
function record(fits: (value: unknown) => boolean) {
  return yup
    .mixed<Record<string, unknown>>()
    .required('missing')
    .test('record', 'not_a_record', (value) => {
      const entries = typeof value === 'object' ? Object.entries(value) : []
      return (
        typeof value === 'object' &&
        entries.length <= POINTS_MOST &&
        entries.every(([key, v]) => key.length <= NAME_MOST && fits(v))
      )
    })
}

const bpm = yup
  .number()
  .typeError('not_a_number')
  .required('missing')
  .min(TEMPO.least, 'too_small')
  .max(TEMPO.most, 'too_large')

const count = (most: number) =>
  yup.number().integer('not_whole').required('missing').min(1, 'too_small').max(most, 'too_large')

/** A rung as the teacher left it in the editor; its notes are kept as they are. */
const rung = yup
  .object({
    id: packId,
    name: words,
    instruction: yup.string().trim().required('empty').max(NOTE_MOST, 'too_long'),
    way: oneOf(WAYS),
    condition: oneOf(CONDITIONS),
    dose: yup
      .object({
        times: count(TRIES_MOST),
        minutes: yup.number().required('missing').moreThan(0, 'too_small').max(60, 'too_large'),
        tempo: yup.string().max(NAME_MOST, 'too_long'),
        hands: yup.string().max(NAME_MOST, 'too_long'),
      })
      .noUnknown(),
    pass: yup.lazy((value: unknown) =>
      typeof value === 'object' && value !== null && 'of' in value
        ? yup.object({ kind: oneOf(['share']), clean: count(TRIES_MOST), of: count(TRIES_MOST) })
        : yup.object({ kind: oneOf(['in-a-row']), clean: count(TRIES_MOST) }),
    ),
    notes: yup.object().unknown(true),
    own: yup.object().unknown(true),
  })
  .noUnknown(true, 'unknown_field')

const itemId = yup.string().required('missing').max(160, 'too_long')
/** A step of a skill, or nothing said. */
const level = yup
  .number()
  .integer('not_whole')
  .min(LEVELS.least, 'too_small')
  .max(LEVELS.most, 'too_large')
  .nullable()
  .default(null)
const weekday = yup
  .number()
  .integer('not_whole')
  .required('missing')
  .min(0, 'too_small')
  .max(WEEKDAYS - 1, 'too_large')
const blockMinutes = yup
  .number()
  .required('missing')
  .min(0, 'too_small')
  .max(HOME_MINUTES_MOST, 'too_large')
/** Forty items on each day of a week. */
const BLOCKS_MOST = 280

const inLesson = { lesson: id }
const inCase = { lesson: id, case: id }

/** One schema for each kind of act. */
const SCHEMAS: Readonly<Record<ActKind, yup.ObjectSchema<yup.AnyObject>>> = {
  'student-added': yup.object({ card: studentCardSchema.required() }),
  'card-changed': yup.object({ card: studentCardSchema.required() }),
  'strength-named': yup.object({ ...inLesson, words }),
  'lesson-opened': yup.object({ ...inLesson, date: day() }),
  'lesson-closed': yup.object({
    ...inLesson,
    note: text(NOTE_MOST),
    family: text(NOTE_MOST),
    next: yup
      .string()
      .nullable()
      .default(null)
      .test('day', 'not_a_day', (value) => value === null || parseDay(value) !== null),
  }),
  'setup-checked': yup.object({
    ...inLesson,
    place: oneOf(PLACES),
    points: record((found) => found === 'right' || found === 'wrong'),
    numbers: record((value) => typeof value === 'number' && Number.isFinite(value)),
  }),
  'plan-noted': yup.object({ ...inLesson, aim: text(), fresh: text() }),
  compared: yup.object({
    ...inLesson,
    finding: packId,
    changed: words,
    before: oneOf(STRENGTHS),
    after: oneOf(STRENGTHS),
  }),
  'sign-noted': yup.object({
    ...inLesson,
    finding: packId,
    strength: oneOf(STRENGTHS),
    prompted: flag,
    condition: yup.string().oneOf(CONDITIONS, 'not_offered').nullable().default(null),
  }),
  'check-answered': yup.object({ ...inLesson, check: packId, outcome: packId }),
  'fault-settled': yup.object({
    ...inCase,
    fault: packId,
    overruled: yup.string().trim().min(3, 'too_short').max(WORDS_MOST, 'too_long'),
  }),
  'remedy-started': yup.object({
    ...inCase,
    remedy: packId,
    weeks: yup
      .number()
      .typeError('not_a_number')
      .integer('not_whole')
      .required('missing')
      .min(WEEKS.least, 'too_small')
      .max(WEEKS.most, 'too_large'),
    reason: yup.string().trim().max(WORDS_MOST, 'too_long'),
  }),
  'cue-agreed': yup.object({ ...inCase, words }),
  'cue-recalled': yup.object({
    ...inCase,
    recall: yup.string().oneOf(['alone', 'hint', 'not'], 'not_offered').required('missing'),
  }),
  'look-taken': yup.object({
    ...inCase,
    condition: yup.string().oneOf(CONDITIONS, 'not_offered').required('missing'),
    prompted: flag,
    clean,
    tries,
  }),
  'slips-counted': yup.object({
    ...inCase,
    condition: oneOf(CONDITIONS),
    prompted: flag,
    seconds: yup
      .number()
      .required('missing')
      .moreThan(0, 'too_small')
      .max(TAKE.seconds, 'too_large'),
    slips: yup
      .array(yup.number().required().min(0, 'too_small').max(TAKE.seconds, 'too_large'))
      .required('missing')
      .max(TAKE.slips, 'too_many'),
  }),
  'ladder-edited': yup.object({
    ...inCase,
    rungs: yup
      .array(rung.required())
      .required('missing')
      .min(1, 'empty')
      .max(RUNGS_MOST, 'too_many'),
  }),
  'tempo-found': yup.object({ ...inCase, clean: bpm, target: bpm }),
  'tempo-tried': yup.object({ ...inCase, clean: flag }),
  'case-rested': yup.object({ ...inCase, reason: words }),
  'case-resumed': yup.object(inCase),
  'rung-tried': yup.object({ ...inCase, rung: packId, clean, tries }),
  'rung-decided': yup.object({
    ...inCase,
    decision: yup.string().oneOf(['up', 'stay', 'back'], 'not_offered').required('missing'),
    reason: yup.string().trim().max(WORDS_MOST, 'too_long'),
  }),
  'case-mended': yup.object({
    ...inCase,
    overruled: yup.string().trim().min(3, 'too_short').max(WORDS_MOST, 'too_long'),
  }),
  'case-reopened': yup.object({ ...inCase, reason: words }),
  'relapse-overruled': yup.object({ ...inCase, reason: words }),
  'recheck-moved': yup.object({
    case: id,
    to: yup
      .string()
      .nullable()
      .default(null)
      .test('day', 'not_a_day', (text) => text === null || parseDay(text) !== null),
    reason: words,
  }),
  'stuck-dismissed': yup.object({ case: id, reason: words }),
  'gate-prepared': yup.object({ date: day(), gate: packId, on: flag }),
  'gate-overruled': yup.object({
    date: day(),
    gate: packId,
    open: yup.boolean().nullable().default(null),
    reason: words,
  }),
  'levels-noted': yup.object({
    date: day(),
    hands: level,
    reading: level,
    ear: level,
    pieces: level,
  }),
  'break-noted': yup.object(breakFields),
  'week-pinned': yup.object({
    week: day(),
    item: itemId,
    day: weekday,
    on: yup.boolean().nullable().default(null),
  }),
  'week-wished': yup.object({
    hands: yup
      .mixed<HandBalance>()
      .required('missing')
      .test('hands', 'not_offered', (value) => HAND_BALANCES.some((offered) => offered === value)),
    group: weekday.nullable().default(null),
    first: id.nullable().default(null),
  }),
  'week-given': yup.object({
    week: day(),
    blocks: yup
      .array(
        yup
          .object({
            item: itemId,
            name: words,
            case: id.nullable().default(null),
            day: weekday,
            minutes: blockMinutes,
          })
          .noUnknown(true, 'unknown_field'),
      )
      .required('missing')
      .max(BLOCKS_MOST, 'too_many'),
  }),
  practised: yup.object({
    date: day(),
    item: itemId,
    minutes: blockMinutes,
    done: flag,
    tempo: bpm.notRequired().nullable().default(null),
  }),
  'hurt-at-home': yup.object({ date: day(), item: itemId, name: words }),
  'home-noted': yup.object({
    date: day(),
    words: yup.string().trim().required('empty').max(NOTE_MOST, 'too_long'),
  }),
  undone: yup.object({ act: id }),
}

function isKind(kind: unknown): kind is ActKind {
  return typeof kind === 'string' && kind in SCHEMAS
}

const oneAct = yup.lazy((value: unknown) => {
  const kind = typeof value === 'object' && value !== null && 'kind' in value ? value.kind : null
  if (!isKind(kind)) {
    return yup.object({ kind: yup.string().oneOf(Object.keys(SCHEMAS), 'unknown_kind').required() })
  }
  return SCHEMAS[kind].shape({ id, kind: yup.string().required() }).noUnknown(true, 'unknown_field')
})

/** Acts of one request, all or none of which happen. */
const ACTS_MOST = 50

export const actsRequestSchema = yup
  .object({
    acts: yup.array(oneAct).required('missing').min(1, 'empty').max(ACTS_MOST, 'too_many'),
  })
  .noUnknown(true, 'unknown_field')

/** An act as it is asked for, with the id the screen gave it. */
export type IdentifiedRequest = ActRequest & { readonly id: ActId }

/** The acts asked for. @throws yup.ValidationError naming every field that is wrong */
export function parseActs(body: unknown): readonly IdentifiedRequest[] {
  const parsed = actsRequestSchema.validateSync(body, { abortEarly: false, strict: false })
  // The schemas above mirror ActRequest kind by kind; this is the one place where that is taken on trust.
  return parsed.acts as unknown as readonly IdentifiedRequest[]
}
