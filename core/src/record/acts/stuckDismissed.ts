import { betweenAct, plain } from '../actModule'
import { waitOn } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'

/** Not stuck: it is given time. */
export const stuckDismissed = betweenAct({
  ...plain('stuck-dismissed', { case: fields.fault, reason: fields.words }),
  refuse: ({ ladder, name }) => (ladder ? null : refuse('no_ladder', 'case', { name })),
  step: waitOn,
  reason: (act) => act.reason,
})
