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
  }),
  apply: (record, { hands, group, first }) => atHome(record, { wishes: { hands, group, first } }),
})
