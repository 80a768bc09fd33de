/** What may be asked of the whole studio. */
import { BREAK_REASONS } from '@vein-mend/core/record'
import type { ActOf } from '@vein-mend/core/record'
import * as yup from 'yup'
import { day, oneOf, text } from './fields'

/** Fields of a break, of one student's or of all. */
export const breakFields = { from: day(), to: day(), why: oneOf(BREAK_REASONS), words: text() }

export type BreakRequest = Omit<ActOf<'break-noted'>, 'kind'>

const schema = yup.object(breakFields).noUnknown(true, 'unknown_field')

/** @throws yup.ValidationError naming every field that is wrong */
export function parseBreak(body: unknown): BreakRequest {
  return schema.validateSync(body, { abortEarly: false, strict: false }) as BreakRequest
}
