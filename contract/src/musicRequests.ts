/** A passage of the student's own piece, asked out of a file. */
import { object, optional, text, whole } from '@vein-mend/core/kit'
import type { Exercise } from '@vein-mend/core/music'
import { parseAs } from './schemaOf'

export interface PassageRequest {
  /** The file, base64. */
  readonly file: string
  /** From 1. */
  readonly fromBar: number
  /** Included. */
  readonly toBar: number
  /** From 0; absent for the first. */
  readonly part?: number | undefined
}

/** Bars out of a piece, and the parts it has. */
export interface Passage {
  readonly exercise: Exercise
  /** Names of the parts in their order; the one asked for is among them. */
  readonly parts: readonly string[]
}

/** What in a bar cannot be taken over. */
export const BAR_TROUBLES = [
  'pitch',
  'alteration',
  'length',
  'division',
  'metre',
  'too-full',
  'too-many-staves',
] as const
export type BarTrouble = (typeof BAR_TROUBLES)[number]

/** Letters of base64: a page of notes is some tens of kilobytes, a long sonata two or three megabytes. */
export const PIECE_BASE64_MOST = 4_000_000
const BARS_MOST = 2000
const PARTS_MOST = 39

const bar = whole(1, BARS_MOST)
const passage = object({
  file: text(PIECE_BASE64_MOST, 1),
  fromBar: bar,
  toBar: bar,
  part: optional(whole(0, PARTS_MOST)),
})

/** @throws yup.ValidationError naming every field that is wrong */
export function parsePassage(body: unknown): PassageRequest {
  return parseAs(passage, body)
}
