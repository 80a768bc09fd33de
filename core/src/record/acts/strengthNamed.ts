import { lessonAct, plain } from '../actModule'
import { inLesson } from '../inLesson'
import * as fields from './fields'

/** What works already, said first. */
export const strengthNamed = lessonAct({
  ...plain('strength-named', { ...fields.inLesson, words: fields.words }),
  apply: (record, act) => ({
    ...inLesson(record, act.lesson, (l) => ({ ...l, strengths: [...l.strengths, act.words] })),
    strengths: [...record.strengths, { words: act.words, lesson: act.lesson }],
  }),
})
