import { besideAct, dayNoted, plain } from '../actModule'
import { stopsOfCard } from '../stopping'
import { withoutConsentless } from '../takeConsents'
import { cardShape } from './cardShape'

/** The card as it is now. */
export const cardChanged = besideAct({
  ...plain('card-changed', { card: cardShape }),
  apply: (record, { card, ...stamp }) => {
    // A yes that is taken back takes along what it allowed.
    const takes = withoutConsentless(record.takes, card)
    return stopsOfCard({ ...record, card, takes }, record.card, {
      id: stamp.id,
      on: dayNoted(stamp),
    })
  },
})
