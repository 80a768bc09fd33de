/** What may be asked of the whole studio. */
import { BREAK_REASONS } from '@vein-mend/core/record'
import type { ActOf } from '@vein-mend/core/record'
import * as yup from 'yup'
import { day, oneOf, text } from './fields'

/** Fields of a break, of one student's or of all. */
export const breakFields = { from: day(), to: day(), why: oneOf(BREAK_REASONS), words: text() }

export type BreakRequest = Omit<ActOf<'break-noted'>, 'kind'>

export interface MendingChoice {
  readonly use: 'studio' | 'packs'
}

const mendingChoice = yup
  .object({ use: oneOf(['studio', 'packs'] as const) })
  .noUnknown(true, 'unknown_field')

/** @throws yup.ValidationError naming every field that is wrong */
export function parseMendingChoice(body: unknown): MendingChoice {
  return mendingChoice.validateSync(body, { abortEarly: false, strict: false })
}

const schema = yup.object(breakFields).noUnknown(true, 'unknown_field')

/** @throws yup.ValidationError naming every field that is wrong */
export function parseBreak(body: unknown): BreakRequest {
  return schema.validateSync(body, { abortEarly: false, strict: false }) as BreakRequest
}
