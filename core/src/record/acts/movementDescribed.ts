import { faultAct, plain } from '../actModule'
import * as fields from './fields'

/** How the student describes the movement, in their own words; not yet the cue. */
export const movementDescribed = faultAct({
  ...plain('movement-described', { ...fields.inCase, words: fields.words }),
  step: (state, { id, lesson, words }) => ({
    ...state,
    descriptions: [...state.descriptions, { act: id, lesson, words }],
  }),
})
