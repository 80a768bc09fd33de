import { nullable, oneOf, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { atHome } from '../atHome'
import { HAND_BALANCES } from '../homeLog'
import * as fields from './fields'

/** What is wanted of the weeks from now on. */
export const weekWished = besideAct({
  ...plain('week-wished', {
    hands: oneOf(HAND_BALANCES),
    group: usually(fields.weekdayOrNone, null),
    first: usually(nullable(fields.fault), null),
    /** What the group plays next, in the teacher's words. */
    pieces: usually(fields.line, ''),
  }),
  apply: (record, { hands, group, first, pieces }) =>
    atHome(record, { wishes: { hands, group, first, pieces } }),
})
