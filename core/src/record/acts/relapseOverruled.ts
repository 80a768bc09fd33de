import { faultAct, plain } from '../actModule'
import { overruleRelapse } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'

/** A bad day and not a relapse: it stays mended and is looked at again soon. */
export const relapseOverruled = faultAct({
  ...plain('relapse-overruled', { ...fields.inCase, reason: fields.words }),
  refuse: ({ status, name }) =>
    status.state === 'relapsed' ? null : refuse('not_relapsed', 'case', { name }),
  step: (state, _act, lesson) => overruleRelapse(state, lesson),
  reason: (act) => act.reason,
})
