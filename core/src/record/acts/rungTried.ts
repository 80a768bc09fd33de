import { faultAct, loadsOfLadder, plain } from '../actModule'
import { tryRung } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'
import { refuseTake } from './refuseTake'
import { refuseTries } from './refuseTries'

/** Tries on the present rung. */
export const rungTried = faultAct({
  ...plain('rung-tried', {
    ...fields.inCase,
    rung: fields.packId,
    clean: fields.clean,
    tries: fields.tries,
    take: fields.byTake,
  }),
  loads: loadsOfLadder,
  refuse: ({ ladder, name }, act, record) => {
    if (!ladder) return refuse('no_ladder', 'case', { name })
    if (ladder.rungs[ladder.at]?.id !== act.rung) return refuse('not_on_this_rung', 'rung')
    const counted = ladder.tries.map((t) => t.take)
    return refuseTake(act.take, record, counted) ?? refuseTries(act)
  },
  step: tryRung,
})
