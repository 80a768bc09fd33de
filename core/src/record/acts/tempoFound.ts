import { startClimb } from '../../remedy'
import { faultAct, loadsOfLadder, plain } from '../actModule'
import { refuse } from '../refusal'
import * as fields from './fields'

/** The clean tempo was found, and where it shall go; beats per minute. */
export const tempoFound = faultAct({
  scope: 'prepared',
  ...plain('tempo-found', { ...fields.inCase, clean: fields.bpm, target: fields.bpm }),
  loads: loadsOfLadder,
  refuse: (state) => (state.ladder ? null : refuse('no_ladder', 'case', { name: state.name })),
  step: (state, { clean, target }) => ({
    ...state,
    ladder: state.ladder && { ...state.ladder, tempo: startClimb(clean, target) },
  }),
})
