import { faultAct, plain } from '../actModule'
import { takeLook } from '../caseSteps'
import * as fields from './fields'
import { refuseTries } from './refuseTries'

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
