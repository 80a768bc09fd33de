import { besideAct, plain } from '../actModule'
import * as fields from './fields'

/** Takes an act back. It does nothing by itself: the replay passes over what is undone, see `undoAct`. */
export const undone = besideAct({
  scope: 'undoing',
  ...plain('undone', { act: fields.actId }),
  apply: (record) => record,
})
