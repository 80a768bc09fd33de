import { faultAct, plain } from '../actModule'
import { takeLook } from '../caseSteps'
import * as fields from './fields'
import { refuse } from '../refusal'
import { refuseTake } from './refuseTake'
import { refuseTries } from './refuseTries'

/** The teacher looked at a fault: so many tries clean, in one setting. */
export const lookTaken = faultAct({
  ...plain('look-taken', {
    ...fields.inCase,
    condition: fields.condition,
    prompted: fields.prompted,
    clean: fields.clean,
    tries: fields.tries,
    take: fields.byTake,
  }),
  refuse: (state, act, record) => {
    if (act.take === undefined) return refuseTries(act)
    // Several takes of one lesson are one look.
    const here = state.looks.some((l) => l.lesson === act.lesson && l.take !== undefined)
    if (here) return refuse('look_by_take_already', 'take')
    return refuseTake(act.take, record, []) ?? refuseTries(act)
  },
  step: takeLook,
})
