import { besideAct, plain } from '../actModule'
import { withoutConsentless } from '../takes'
import { cardShape } from './cardShape'

/** The card as it is now. */
export const cardChanged = besideAct({
  ...plain('card-changed', { card: cardShape }),
  apply: (record, { card }) => ({
    ...record,
    card,
    // A yes that is taken back takes along what it allowed.
    takes: withoutConsentless(record.takes, card),
  }),
})
