import { faultAct, plain } from '../actModule'
import { refuse } from '../refusal'
import * as fields from './fields'

/** A project is let rest, for another one or for illness or pain; it goes on where it stopped. */
export const caseRested = faultAct({
  ...plain('case-rested', { ...fields.inCase, reason: fields.words }),
  refuse: (state) =>
    state.status.state === 'healing' ? null : refuse('not_running', 'case', { name: state.name }),
  step: (state, { reason }, lesson) => ({
    ...state,
    status: { state: 'resting', since: lesson.date, reason },
  }),
  reason: (act) => act.reason,
})
