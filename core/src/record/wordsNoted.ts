/** Words of the teacher's own as they are kept; apart from what is done with them, which needs the record. */
import type { Condition } from '../packs'
import type { ActId, LessonId } from '../kit'

/** A sign that words go by. */
export interface SignOfWords {
  readonly finding: string
  readonly text: string
}

/** Something noted in the teacher's own words, with the sign it was tied to. */
export interface OwnWords {
  readonly act: ActId
  readonly lesson: LessonId
  readonly words: string
  readonly prompted: boolean
  readonly condition: Condition | null
  readonly sign: SignOfWords | null
}
