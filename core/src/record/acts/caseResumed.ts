import { faultAct, plain } from '../actModule'
import { painfulParts } from '../painfulParts'
import { refuseThirdProject } from '../projects'
import { refuse } from '../refusal'
import * as fields from './fields'

/** A project that rested goes on. */
export const caseResumed = faultAct({
  ...plain('case-resumed', fields.inCase),
  refuse: (state, _act, record) => {
    const { name } = state
    if (state.status.state !== 'resting') return refuse('not_resting', 'case', { name })
    const hurting = painfulParts(record)
    const part = state.ladder?.loads.find((p) => hurting.includes(p))
    if (part !== undefined) return refuse('pain_reported', 'case', { part })
    return refuseThirdProject(record, state.id)
  },
  step: (state) => ({ ...state, status: { state: 'healing' } }),
})
