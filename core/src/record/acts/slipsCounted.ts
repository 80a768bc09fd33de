import { list, number } from '../../kit'
import { faultAct, plain } from '../actModule'
import { countSlips } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'

/** A run in seconds, and the slips one could count in it. */
const RUN = { seconds: 1800, slips: 300 } as const

/** A tally while the student plays: seconds from the start at which the fault came back. */
export const slipsCounted = faultAct({
  ...plain('slips-counted', {
    ...fields.inCase,
    condition: fields.condition,
    prompted: fields.prompted,
    seconds: number({ least: 0, most: RUN.seconds, above: true }),
    slips: list(number({ least: 0, most: RUN.seconds }), RUN.slips),
  }),
  refuse: (_state, { seconds, slips }) =>
    slips.some((at) => at > seconds) ? refuse('slip_outside_run', 'slips', { seconds }) : null,
  step: countSlips,
})
