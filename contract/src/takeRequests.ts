/** What is said with a recording or a picture; the bytes come beside it. */
import { id, nullable, object, text, usually } from '@vein-mend/core/kit'
import type { ActId, CaseId, LessonId } from '@vein-mend/core/record'
import { parseAs } from './schemaOf'

const WORDS_MOST = 200
const NAME_MOST = 80

const asked = object({
  act: id<ActId>(),
  lesson: id<LessonId>(),
  case: usually(nullable(id<CaseId>()), null),
  words: usually(text(WORDS_MOST), ''),
  /** The rung of the fault's ladder that played notes were asked to be. */
  rung: usually(nullable(text(NAME_MOST, 1)), null),
})

const measuring = object({
  act: id<ActId>(),
  /** What it was asked to be, where that is told only now; what was told before where both are null. */
  case: usually(nullable(id<CaseId>()), null),
  rung: usually(nullable(text(NAME_MOST, 1)), null),
})

/** A kept take to be measured anew. @throws yup.ValidationError naming every field that is wrong */
export function parseMeasuring(body: unknown) {
  return parseAs(measuring, body)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parseTakeAsked(query: unknown) {
  return parseAs(asked, query)
}
