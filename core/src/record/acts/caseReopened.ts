import { faultAct, plain } from '../actModule'
import { reopen } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'

/** A fault is there again, or was never gone. */
export const caseReopened = faultAct({
  ...plain('case-reopened', { ...fields.inCase, reason: fields.words }),
  refuse: ({ status, name }) =>
    status.state === 'mended' || status.state === 'healing'
      ? null
      : refuse('open_already', 'case', { name }),
  step: (state, _act, lesson) => reopen(state, lesson),
  reason: (act) => act.reason,
})
