import { day, good, oneOf, usually } from '../../kit'
import { besideAct, filled } from '../actModule'
import { refuse, refused } from '../refusal'
import { STOP_ENDS } from '../stopShape'
import { endStops, stopsOpen } from '../stopping'
import * as fields from './fields'

/**
 * The teacher says that what hurt is gone. That somebody has looked at it ended a stop once, and stands on record so; it
 * is said by `stop-looked-at` now, with who, when and what they allow.
 */
export const stopEnded = besideAct({
  ...filled(
    'stop-ended',
    {
      date: day,
      /** The act that told of it. */
      stop: fields.actId,
      how: oneOf(STOP_ENDS),
      words: usually(fields.line, ''),
    },
    {},
    (request) =>
      request.how === 'looked-at' ? refused('say_who_looked', 'how') : good({ ...request }),
  ),
  refuse: (record, act) =>
    stopsOpen(record).some((s) => s.act === act.stop) ? null : refuse('no_such_stop', 'stop'),
  apply: (record, { id, stop, how, date, words }) =>
    endStops(record, (s) => s.act === stop, { act: id, how, on: date, words }),
})
