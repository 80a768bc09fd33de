/** Fields that requests have in common. */
import { parseDay } from '@vein-mend/core/kit'
import * as yup from 'yup'

export const NAME_MOST = 80
export const WORDS_MOST = 200
export const NOTE_MOST = 2000
export const HOME_MINUTES_MOST = 600
export const TRIES_MOST = 60

/** Ids are made by the screen, so that a repeated request is known as a repetition. */
export const id = yup
  .string()
  .required('missing')
  .matches(/^[A-Za-z0-9-]{8,64}$/, { message: 'not_an_id' })
export const packId = yup.string().required('missing').max(NAME_MOST, 'too_long')
export const words = yup.string().trim().required('empty').max(WORDS_MOST, 'too_long')
export const tries = yup
  .number()
  .integer('not_whole')
  .required('missing')
  .min(1, 'too_small')
  .max(TRIES_MOST, 'too_large')
export const clean = yup
  .number()
  .integer('not_whole')
  .required('missing')
  .min(0, 'too_small')
  .max(TRIES_MOST, 'too_large')
export const flag = yup.boolean().typeError('not_a_flag').required('missing')

export function day() {
  return yup
    .string()
    .required('missing')
    .test('day', 'not_a_day', (text) => parseDay(text) !== null)
}

export const text = (most = WORDS_MOST) => yup.string().trim().max(most, 'too_long').default('')
export const oneOf = <T extends string>(list: readonly T[]) =>
  yup.string().oneOf(list, 'not_offered').required('missing')
