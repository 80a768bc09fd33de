import { day, flag, nullable, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { tick, untick } from '../atHome'
import { lately } from './daysAhead'
import * as fields from './fields'

/** Ticked at home, or unticked. */
export const practised = besideAct({
  scope: 'home',
  ...plain('practised', {
    date: day,
    item: fields.itemId,
    minutes: fields.blockMinutes,
    done: flag,
    /** Beats per minute reached; null when none was said. */
    tempo: usually(nullable(fields.bpm), null),
  }),
  refuseOn: lately,
  apply: (record, { date, item, minutes, done, tempo }) =>
    done ? tick(record, { date, item, minutes, tempo }) : untick(record, date, item),
})
