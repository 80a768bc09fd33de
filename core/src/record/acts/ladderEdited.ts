import { faultAct, plain } from '../actModule'
import { editLadder } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'
import { rungsShape } from './rungShape'

/** The ladder as the teacher changed it: other rungs, doses, pass rules, order. */
export const ladderEdited = faultAct({
  scope: 'prepared',
  ...plain('ladder-edited', { ...fields.inCase, rungs: rungsShape }),
  refuse: (state) => (state.ladder ? null : refuse('no_ladder', 'case', { name: state.name })),
  step: editLadder,
})
