/** What may be asked of the whole studio. */
import { day, number, object, oneOf, text, usually } from '@vein-mend/core/kit'
import { A4, BREAK_REASONS, WORDS_MOST } from '@vein-mend/core/record'
import type { ActOf } from '@vein-mend/core/record'
import { parseAs } from './schemaOf'

export type BreakRequest = Omit<ActOf<'break-noted'>, 'kind'>

export interface MendingChoice {
  readonly use: 'studio' | 'packs'
}

const mendingChoice = object({ use: oneOf(['studio', 'packs']) })

/** @throws yup.ValidationError naming every field that is wrong */
export function parseMendingChoice(body: unknown): MendingChoice {
  return parseAs(mendingChoice, body)
}

const studioBreak = object({
  from: day,
  to: day,
  why: oneOf(BREAK_REASONS),
  words: usually(text(WORDS_MOST), ''),
})

/** @throws yup.ValidationError naming every field that is wrong */
export function parseBreak(body: unknown): BreakRequest {
  return parseAs(studioBreak, body)
}

const tuning = object({ a4: number(A4) })

/** @throws yup.ValidationError naming every field that is wrong */
export function parseTuning(body: unknown): { readonly a4: number } {
  return parseAs(tuning, body)
}
