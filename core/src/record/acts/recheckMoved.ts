import { day, nullable, usually } from '../../kit'
import { betweenAct, plain } from '../actModule'
import { moveRecheck } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'

/** The next second look on another day; null for none any more. */
export const recheckMoved = betweenAct({
  ...plain('recheck-moved', {
    case: fields.fault,
    to: usually(nullable(day), null),
    reason: fields.words,
  }),
  refuse: ({ status, name }) =>
    status.state === 'mended' ? null : refuse('not_mended', 'case', { name }),
  step: (state, { to }) => moveRecheck(state, to),
  reason: (act) => act.reason,
})
