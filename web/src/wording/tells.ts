/** What a phrase in the teacher's own words tells of, as it is said where it is noted and where it stands. */
import type { Tells } from '@vein-mend/core/phrases'

interface TellsWords {
  /** Said after “in your own words”, before it is noted. */
  readonly noting: string
  /** Said beside it, once noted. */
  readonly noted: string
}

export const TELLS_WORDS: Readonly<Record<Tells, TellsWords>> = {
  'how-it-is': { noting: '', noted: 'your own words' },
  works: { noting: ', as what works', noted: 'what works' },
  'not-there': { noting: ', as not there now', noted: 'not there now' },
  past: { noting: ', as told of before', noted: 'told of before' },
  order: { noting: ', as said to the student', noted: 'said to the student' },
}
