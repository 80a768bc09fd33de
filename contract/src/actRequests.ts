/** What may be asked of a student's record, checked once at the border. */
import { AGE_BANDS, CONDITIONS, HEALTH_FLAGS, STAGES, STRENGTHS } from '@vein-mend/core/packs'
import { parseDay } from '@vein-mend/core/kit'
import type { ActId, ActKind, ActRequest } from '@vein-mend/core/record'
import * as yup from 'yup'

const NAME_MOST = 80
const WORDS_MOST = 200
const NOTE_MOST = 2000
const TRIES_MOST = 60
const HOME_MINUTES_MOST = 600

/** Ids are made by the screen, so that a repeated request is known as a repetition. */
const id = yup
  .string()
  .required()
  .matches(/^[A-Za-z0-9-]{8,64}$/, { message: 'not_an_id' })
const packId = yup.string().required().max(80)
const words = yup.string().trim().required('empty').max(WORDS_MOST, 'too_long')
const tries = yup
  .number()
  .integer()
  .required('missing')
  .min(1, 'too_small')
  .max(TRIES_MOST, 'too_large')
const clean = yup
  .number()
  .integer()
  .required('missing')
  .min(0, 'too_small')
  .max(TRIES_MOST, 'too_large')
const flag = yup.boolean().required()

function day() {
  return yup
    .string()
    .required('missing')
    .test('day', 'not_a_day', (text) => parseDay(text) !== null)
}

/** Short texts by key. */
function answers() {
  return yup
    .mixed<Record<string, string>>()
    .required()
    .test('answers', 'not_answers', (value) =>
      Object.entries(value).every(
        ([key, text]) => key.length <= 80 && typeof text === 'string' && text.length <= WORDS_MOST,
      ),
    )
}

export const studentCardSchema = yup
  .object({
    name: yup.string().trim().required('empty').max(NAME_MOST, 'too_long'),
    instrument: packId.min(1, 'empty'),
    stage: yup.string().oneOf(STAGES, 'not_offered').required('missing'),
    ageBand: yup.string().oneOf(AGE_BANDS, 'not_offered').required('missing'),
    flags: yup.array(yup.string().oneOf(HEALTH_FLAGS, 'not_offered').required()).required(),
    equipment: answers(),
    schools: answers(),
    homeMinutes: yup
      .number()
      .typeError('not_a_number')
      .integer('not_whole')
      .required('missing')
      .min(0, 'too_small')
      .max(HOME_MINUTES_MOST, 'too_large'),
    goal: yup.string().trim().max(WORDS_MOST, 'too_long').default(''),
  })
  .noUnknown()

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
    note: yup.string().trim().max(NOTE_MOST, 'too_long').default(''),
  }),
  'sign-noted': yup.object({
    ...inLesson,
    finding: packId,
    strength: yup.string().oneOf(STRENGTHS, 'not_offered').required('missing'),
    prompted: flag,
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

export interface FieldTrouble {
  readonly path: readonly (string | number)[]
  readonly code: string
}

function toPath(path: string): (string | number)[] {
  return path
    .split(/[.[\]"]+/)
    .filter((part) => part !== '')
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part))
}

/** Field by field, what a failed validation found. */
export function troublesOf(error: yup.ValidationError): readonly FieldTrouble[] {
  const all = error.inner.length > 0 ? error.inner : [error]
  return all.map((e) => ({
    path: toPath(e.path ?? ''),
    code: /^[a-z_]+$/.test(e.message) ? e.message : (e.type ?? 'not_understood'),
  }))
}

/** The acts asked for. @throws yup.ValidationError naming every field that is wrong */
export function parseActs(body: unknown): readonly IdentifiedRequest[] {
  const parsed = actsRequestSchema.validateSync(body, { abortEarly: false, strict: false })
  // The schemas above mirror ActRequest kind by kind; this is the one place where that is taken on trust.
  return parsed.acts as unknown as readonly IdentifiedRequest[]
}
