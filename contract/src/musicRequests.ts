/** A passage of the student's own piece, asked out of a file. */
import { object, text, whole } from '@vein-mend/core/kit'
import { parseAs } from './schemaOf'

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

const bar = whole(1, BARS_MOST)
const passage = object({ file: text(FILE_MOST, 1), fromBar: bar, toBar: bar })

/** @throws yup.ValidationError naming every field that is wrong */
export function parsePassage(body: unknown): PassageRequest {
  return parseAs(passage, body)
}
