import { besideAct, plain } from '../actModule'
import { cardShape } from './cardShape'

export const cardChanged = besideAct({
  ...plain('card-changed', { card: cardShape }),
  apply: (record, act) => ({ ...record, card: act.card }),
})
