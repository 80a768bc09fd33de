/** What is said with a recording or a picture; the bytes come beside it. */
import { id, nullable, object, oneOf, optional, text, usually } from '@vein-mend/core/kit'
import { GRID_PLACES, GRID_POSITIONS, GRID_TOUCHES } from '@vein-mend/core/takes'
import { PACK_ID_MOST } from '@vein-mend/core/record'
import type { ActId, CaseId, LessonId } from '@vein-mend/core/kit'
import type { GridCell } from '@vein-mend/core/takes'
import { parseAs } from './schemaOf'

const WORDS_MOST = 200

const asked = object({
  act: id<ActId>(),
  lesson: id<LessonId>(),
  case: usually(nullable(id<CaseId>()), null),
  words: usually(text(WORDS_MOST), ''),
  /** The rung of the fault's ladder that played notes were asked to be. */
  rung: usually(nullable(text(PACK_ID_MOST, 1)), null),
  /** Position, place and touch of a cell of the grid of colours; all three or none. */
  position: optional(oneOf(GRID_POSITIONS)),
  place: optional(oneOf(GRID_PLACES)),
  touch: optional(oneOf(GRID_TOUCHES)),
})

const measuring = object({
  act: id<ActId>(),
  /** What it was asked to be, where that is told only now; what was told before where both are null. */
  case: usually(nullable(id<CaseId>()), null),
  rung: usually(nullable(text(PACK_ID_MOST, 1)), null),
})

/** A kept take to be measured anew. @throws yup.ValidationError naming every field that is wrong */
export function parseMeasuring(body: unknown) {
  return parseAs(measuring, body)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parseTakeAsked(query: unknown) {
  const { position, place, touch, ...said } = parseAs(asked, query)
  const grid: GridCell | null = position && place && touch ? { position, place, touch } : null
  return { ...said, grid }
}
