/** What was played or tapped in at home: how even, on which day, of which rung. */
import type { IsoDate, CaseId } from '../kit'
import { allTicks } from '../record'
import type { HomeEvenness, StudentRecord } from '../record'
import { rungOfItem } from './items'

export interface PlayedAtHome {
  readonly date: IsoDate
  readonly case: CaseId
  readonly name: string
  readonly evenness: HomeEvenness
}

/** Oldest first; of items that are on no ladder any more nothing is said. */
export function playedAtHome(record: StudentRecord): readonly PlayedAtHome[] {
  return allTicks(record.home).flatMap(({ date, item, evenness }) => {
    const found = evenness && rungOfItem(record, item)
    return found ? [{ date, case: found.state.id, name: found.rung.name, evenness }] : []
  })
}
