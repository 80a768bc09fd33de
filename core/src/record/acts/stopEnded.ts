import { day, oneOf, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { refuse } from '../refusal'
import { STOP_ENDS } from '../stopShape'
import { endStops, stopsOpen } from '../stopping'
import * as fields from './fields'

/** The teacher says that what hurt is gone, or that a professional has looked at it. */
export const stopEnded = besideAct({
  ...plain('stop-ended', {
    date: day,
    /** The act that told of it. */
    stop: fields.actId,
    how: oneOf(STOP_ENDS),
    words: usually(fields.line, ''),
  }),
  refuse: (record, act) =>
    stopsOpen(record).some((s) => s.act === act.stop) ? null : refuse('no_such_stop', 'stop'),
  apply: (record, { id, stop, how, date, words }) =>
    endStops(record, (s) => s.act === stop, { act: id, how, on: date, words }),
})
