import { faultAct, loadsOfLadder, plain } from '../actModule'
import { refuseThirdProject } from '../projects'
import { refuse } from '../refusal'
import type { CaseStatus } from '../state'
import * as fields from './fields'

/** States in which a ladder waits where it stood: it rested, the fault came back, or was put back to open. */
const WAITS: readonly CaseStatus['state'][] = ['resting', 'relapsed', 'open']

/** A project goes on where it stood: nobody goes back to the first rung because a fault was seen again. */
export const caseResumed = faultAct({
  ...plain('case-resumed', fields.inCase),
  loads: loadsOfLadder,
  refuse: (state, _act, record) => {
    const { name } = state
    if (!state.ladder || !WAITS.includes(state.status.state))
      return refuse('not_resting', 'case', { name })
    return refuseThirdProject(record, state.id)
  },
  step: (state) => ({ ...state, status: { state: 'healing' } }),
})
