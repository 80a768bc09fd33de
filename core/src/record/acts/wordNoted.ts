import { nullable, usually } from '../../kit'
import { lessonAct, plain } from '../actModule'
import { sameWords, tiedTo } from '../ownWords'
import * as fields from './fields'

/** Something for which the pack has no sign, in the teacher's own words. */
export const wordNoted = lessonAct({
  ...plain('word-noted', {
    ...fields.inLesson,
    words: fields.words,
    prompted: fields.prompted,
    /** The setting in which it was noted; null when nobody said. */
    condition: usually(nullable(fields.condition), null),
  }),
  apply: (record, { id, lesson, words, prompted, condition }) => {
    const others = record.ownWords.filter((w) => w.lesson !== lesson || !sameWords(w.words, words))
    const noted = { act: id, lesson, words, prompted, condition, sign: tiedTo(record, words) }
    return { ...record, ownWords: [...others, noted] }
  },
})
