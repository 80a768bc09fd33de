import { digest } from '../../kit'
import { besideAct, plain } from '../actModule'
import { refuse } from '../refusal'

/** The file of a take is taken out for good; what was measured stays. */
export const takeRemoved = besideAct({
  ...plain('take-removed', { hash: digest }),
  refuse: (record, { hash }) =>
    record.takes.some((t) => t.hash === hash && !t.removed) ? null : refuse('unknown_take', 'hash'),
  apply: (record, { hash }) => ({
    ...record,
    takes: record.takes.map((t) => (t.hash === hash ? { ...t, removed: true } : t)),
  }),
})
