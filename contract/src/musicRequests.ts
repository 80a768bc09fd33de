/** A passage of the student's own piece, asked out of a file. */
import * as yup from 'yup'

export interface PassageRequest {
  /** The file, base64. */
  readonly file: string
  /** From 1. */
  readonly fromBar: number
  /** Included. */
  readonly toBar: number
}

/** A page of notes is some tens of kilobytes; a whole sonata less than this. */
const FILE_MOST = 450_000
const BARS_MOST = 2000

const bar = yup
  .number()
  .typeError('not_a_number')
  .integer('not_whole')
  .required('missing')
  .min(1, 'too_small')
  .max(BARS_MOST, 'too_large')

const passage = yup
  .object({
    file: yup.string().required('empty').max(FILE_MOST, 'too_large'),
    fromBar: bar,
    toBar: bar,
  })
  .noUnknown(true, 'unknown_field')

/** @throws yup.ValidationError naming every field that is wrong */
export function parsePassage(body: unknown): PassageRequest {
  return passage.validateSync(body, { abortEarly: false, strict: false })
}
