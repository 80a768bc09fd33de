import { oneOf } from '../../kit'
import { afterRecall } from '../../mending'
import { faultAct, plain } from '../actModule'
import { refuse } from '../refusal'
import { RECALLS } from '../vocabulary'
import * as fields from './fields'

/** The cue was asked for before it was said. */
export const cueRecalled = faultAct({
  ...plain('cue-recalled', { ...fields.inCase, recall: oneOf(RECALLS) }),
  refuse: (state) => (state.cue ? null : refuse('no_cue', 'case', { name: state.name })),
  step: (state, { lesson, recall }) => ({
    ...state,
    belief: afterRecall(state.belief, recall),
    recalls: [...state.recalls, { lesson, recall }],
  }),
})
