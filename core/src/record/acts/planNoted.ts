import { usually } from '../../kit'
import { lessonAct, plain } from '../actModule'
import { inLesson } from '../inLesson'
import * as fields from './fields'

/** The one aim in front, and the one thing that is new. */
export const planNoted = lessonAct({
  ...plain('plan-noted', {
    ...fields.inLesson,
    aim: usually(fields.line, ''),
    fresh: usually(fields.line, ''),
  }),
  apply: (record, { lesson, aim, fresh }) =>
    inLesson(record, lesson, (l) => ({ ...l, aim, fresh })),
})
