/** A student's card, as it may be asked for. */
import { AGE_BANDS, HEALTH_FLAGS, STAGES } from '@vein-mend/core/packs'
import { parseDay } from '@vein-mend/core/kit'
import { COMMITMENTS, CONSENTS, CONSENT_STATES, KEPT, WEEKDAYS } from '@vein-mend/core/record'
import * as yup from 'yup'
import { HOME_MINUTES_MOST, NAME_MOST, NOTE_MOST, oneOf, packId, text, WORDS_MOST } from './fields'

const YEARS_MOST = 90
const WORKS_MOST = 40
const LESSON_MINUTES = { least: 10, most: 180 } as const

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

/** A whole number of minutes a day can hold. */
const minutes = yup
  .number()
  .typeError('not_a_number')
  .integer('not_whole')
  .required('missing')
  .min(0, 'too_small')
  .max(HOME_MINUTES_MOST, 'too_large')

/** A day, or nothing yet. */
const dayOrNone = yup
  .string()
  .default('')
  .test('day', 'not_a_day', (value) => value === '' || parseDay(value) !== null)

const consent = yup
  .object({ state: oneOf(CONSENT_STATES), by: text(NAME_MOST), on: dayOrNone })
  .noUnknown()

const formerTeacher = yup
  .object({
    name: text(NAME_MOST),
    contact: text(),
    told: yup.boolean().default(false),
    maySpeak: yup.boolean().default(false),
    handedOver: text(NOTE_MOST),
  })
  .noUnknown()
  .nullable()
  .default(null)

/** One field for each key. */
function byKey<K extends string, S extends yup.Schema>(keys: readonly K[], schema: S) {
  return yup
    .object(Object.fromEntries(keys.map((key) => [key, schema])) as Record<K, S>)
    .required('missing')
}

export const studentCardSchema = yup
  .object({
    name: yup.string().trim().required('empty').max(NAME_MOST, 'too_long'),
    instrument: packId.min(1, 'empty'),
    stage: oneOf(STAGES),
    ageBand: oneOf(AGE_BANDS),
    yearsPlayed: yup
      .number()
      .typeError('not_a_number')
      .required('missing')
      .min(0, 'too_small')
      .max(YEARS_MOST, 'too_large'),
    flags: yup.array(yup.string().oneOf(HEALTH_FLAGS, 'not_offered').required()).required(),
    equipment: answers(),
    schools: answers(),
    homeMinutes: yup.array(minutes).required('missing').length(WEEKDAYS, 'not_a_week'),
    lessonMinutes: yup
      .number()
      .typeError('not_a_number')
      .integer('not_whole')
      .required('missing')
      .min(LESSON_MINUTES.least, 'too_small')
      .max(LESSON_MINUTES.most, 'too_large'),
    whyNow: text(),
    goal: text(),
    correction: text(),
    interests: text(),
    commitments: byKey(COMMITMENTS, oneOf(KEPT)),
    consents: byKey(CONSENTS, consent),
    former: formerTeacher,
    works: yup
      .array(yup.string().trim().required('empty').max(WORDS_MOST, 'too_long'))
      .required('missing')
      .max(WORKS_MOST, 'too_many'),
  })
  .noUnknown()
