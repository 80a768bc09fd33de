import { day, daysBetween, oneOf, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { clearOfBreaks } from '../breaks'
import { refuse } from '../refusal'
import { BREAK_REASONS } from '../vocabulary'
import * as fields from './fields'

const BREAK_DAYS_MOST = 366

/** No lessons from the first day to the last, both within. */
export const breakNoted = besideAct({
  ...plain('break-noted', {
    from: day,
    to: day,
    why: oneOf(BREAK_REASONS),
    words: usually(fields.line, ''),
  }),
  refuse: (_record, { from, to }) => {
    const days = daysBetween(from, to)
    if (days < 0) return refuse('break_ends_before', 'to', { from, to })
    return days > BREAK_DAYS_MOST ? refuse('break_too_long', 'to', { days: BREAK_DAYS_MOST }) : null
  },
  apply: (record, { id, from, to, why, words }) => {
    const breaks = [...record.breaks, { act: id, from, to, why, words }].sort((a, b) =>
      a.from < b.from ? -1 : 1,
    )
    return { ...record, breaks, cases: record.cases.map((c) => clearOfBreaks(c, breaks)) }
  },
})
