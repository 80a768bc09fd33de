import { faultAct, plain } from '../actModule'
import * as fields from './fields'

/** A cue in the student's words. */
export const cueAgreed = faultAct({
  ...plain('cue-agreed', { ...fields.inCase, words: fields.words }),
  step: (state, { words, lesson }) => {
    const cue = { words, since: lesson }
    return { ...state, cue, cues: [...state.cues.filter((k) => k.since !== lesson), cue] }
  },
})
