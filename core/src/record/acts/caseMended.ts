import { optional } from '../../kit'
import { faultAct, plain } from '../actModule'
import { mend } from '../caseSteps'
import { ruleFor } from '../mendedRuleFor'
import { refuse } from '../refusal'
import * as fields from './fields'

/** The teacher calls a fault mended. */
export const caseMended = faultAct({
  ...plain('case-mended', {
    ...fields.inCase,
    /** Absent when the mended rule holds. */
    overruled: optional(fields.againstRanking),
  }),
  refuse: (state, { overruled }, record) => {
    const { name } = state
    if (state.status.state === 'mended') return refuse('mended_already', 'case', { name })
    if (overruled !== undefined || ruleFor(record, state).holds) return null
    return refuse('mended_rule_open', 'overruled', { name })
  },
  step: (state, _act, lesson) => mend(state, lesson),
  reason: (act) => act.overruled,
})
