import { besideAct, plain } from '../actModule'
import { cardShape } from './cardShape'

/** The card as it is now. */
export const cardChanged = besideAct({
  ...plain('card-changed', { card: cardShape }),
  apply: (record, act) => ({ ...record, card: act.card }),
})
