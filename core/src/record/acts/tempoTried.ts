import { flag } from '../../kit'
import { faultAct, loadsOfLadder, plain } from '../actModule'
import { tryTempo } from '../caseSteps'
import { refuse } from '../refusal'
import * as fields from './fields'

/** A try at the present tempo. */
export const tempoTried = faultAct({
  scope: 'prepared',
  ...plain('tempo-tried', { ...fields.inCase, clean: flag }),
  loads: loadsOfLadder,
  refuse: (state) =>
    state.ladder?.tempo ? null : refuse('no_tempo', 'case', { name: state.name }),
  step: (state, act) => tryTempo(state, act.clean),
})
