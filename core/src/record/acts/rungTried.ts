import { faultAct, loadsOfLadder, plain } from '../actModule'
import { tryRung } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'
import { refuseTries } from './refuseTries'

/** Tries on the present rung. */
export const rungTried = faultAct({
  ...plain('rung-tried', {
    ...fields.inCase,
    rung: fields.packId,
    clean: fields.clean,
    tries: fields.tries,
  }),
  loads: loadsOfLadder,
  refuse: ({ ladder, name }, act) => {
    if (!ladder) return refuse('no_ladder', 'case', { name })
    return ladder.rungs[ladder.at]?.id === act.rung
      ? refuseTries(act)
      : refuse('not_on_this_rung', 'rung')
  },
  step: tryRung,
})
