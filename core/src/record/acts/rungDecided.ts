import { oneOf, optional } from '../../kit'
import { faultAct, plain } from '../actModule'
import { decideRung } from '../caseSteps'
import { refuse } from '../refusal'
import { DECISIONS } from '../vocabulary'
import * as fields from './fields'

/** Up, stay or back; up from a rung that nobody tried is a skip, and has a reason. */
export const rungDecided = faultAct({
  ...plain('rung-decided', {
    ...fields.inCase,
    decision: oneOf(DECISIONS),
    reason: optional(fields.line),
  }),
  refuse: ({ ladder, name }, { decision, reason }) => {
    if (!ladder) return refuse('no_ladder', 'case', { name })
    if (decision === 'up' && ladder.at === ladder.rungs.length - 1) {
      return refuse('top_of_ladder', 'decision')
    }
    // What nobody tried is not passed: it can be skipped, and why is said.
    if (decision === 'up' && ladder.tries.length === 0 && !reason?.trim()) {
      return refuse('not_tried', 'reason')
    }
    return decision === 'back' && ladder.at === 0 ? refuse('foot_of_ladder', 'decision') : null
  },
  step: decideRung,
  reason: (act) => act.reason,
})
