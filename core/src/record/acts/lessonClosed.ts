import { day, nullable, usually } from '../../kit'
import { lessonAct, plain } from '../actModule'
import { inLesson } from '../inLesson'
import * as fields from './fields'

/** The lesson is over, with what was said to the family and the next day agreed. */
export const lessonClosed = lessonAct({
  ...plain('lesson-closed', {
    ...fields.inLesson,
    note: usually(fields.note, ''),
    /** What was said to the family, in plain words. */
    family: usually(fields.note, ''),
    next: usually(nullable(day), null),
  }),
  apply: (record, { lesson, note, family, next }) =>
    inLesson(record, lesson, (l) => ({ ...l, open: false, note, family, next })),
})
