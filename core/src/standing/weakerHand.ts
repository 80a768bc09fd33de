/** Which hand lags, as played notes tell it: a reason to give it its exercise twice. */
import { addDays } from '../kit'
import { mayTell } from '../analysers'
import type { StudentRecord } from '../record'
import { measureNow } from '../takes'
import type { Take, TakeMeasure } from '../takes'

/** A take tells of the hand for so long: two months of practice change it; common practice, no source. */
const DAYS_TELLING = 60

/** The latest word of a take on the two hands. */
export interface WeakerHand {
  /** The one that is surely more uneven; null where the interval holds both. */
  readonly hand: 'left' | 'right' | null
  readonly measure: TakeMeasure
  readonly take: Take
}

/** From the latest take of the last two months in which both hands could be compared; null without one. */
export function weakerHand(record: StudentRecord): WeakerHand | null {
  const last = record.lessons.at(-1)?.date
  if (last === undefined) return null
  const found = record.takes.flatMap((take) => {
    const found = measureNow(take, 'left-more-uneven')
    // Two fingers that tap are not two hands that play.
    const played = found && mayTell(found.reading.analyser, 'left-more-uneven')
    const tells = played && !take.removed && take.date >= addDays(last, -DAYS_TELLING)
    return tells ? [{ take, measure: found.measure }] : []
  })
  const latest = found.at(-1)
  if (!latest) return null
  const { low, high } = latest.measure
  return { ...latest, hand: low > 0 ? 'left' : high < 0 ? 'right' : null }
}
