import { faultAct, plain } from '../actModule'
import { takeLook } from '../caseSteps'
import * as fields from './fields'
import { refuseTries } from './refuseTries'

/** The teacher looked at a fault: so many tries clean, in one setting. */
export const lookTaken = faultAct({
  ...plain('look-taken', {
    ...fields.inCase,
    condition: fields.condition,
    prompted: fields.prompted,
    clean: fields.clean,
    tries: fields.tries,
  }),
  refuse: (_state, act) => refuseTries(act),
  step: takeLook,
})
