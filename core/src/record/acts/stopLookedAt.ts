import { day, list, nullable, oneOf, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { BODY_PARTS } from '../../packs'
import { refuse } from '../refusal'
import { LOOKED_BY } from '../stopShape'
import { easeStop, stopsOpen } from '../stopping'
import * as fields from './fields'

/**
 * Somebody has looked at what hurt: who by role, when, what may be loaded again and until when. No diagnosis is kept.
 * What is not allowed is held on.
 */
export const stopLookedAt = besideAct({
  ...plain('stop-looked-at', {
    date: day,
    /** The act that told of it. */
    stop: fields.actId,
    who: oneOf(LOOKED_BY),
    /** The day they looked. */
    on: day,
    allowed: list(fields.bodyPart, BODY_PARTS.length),
    /** The last day on which it is allowed; null where no end was said. */
    until: usually(nullable(day), null),
  }),
  refuse: (record, { date, stop, on, until }) => {
    if (!stopsOpen(record).some((s) => s.act === stop)) return refuse('no_such_stop', 'stop')
    if (on > date) return refuse('looked_at_later', 'on')
    return until !== null && until < on ? refuse('allowed_until_before', 'until') : null
  },
  apply: (record, { id, stop, who, on, allowed, until, date }) => ({
    ...record,
    stops: record.stops.map((s) =>
      s.act === stop && s.ended === null
        ? easeStop(s, { act: id, who, on, allowed, until }, date)
        : s,
    ),
  }),
})
