/** What was kept at home of late, for the forecasts. */
import { addDays } from '@vein-mend/core/kit'
import { keptShare } from '@vein-mend/core/record'
import type { StudentView } from '../data/useStudent'

const WEEKS_LOOKED_AT = 4
/** Taken when nothing was ticked at home; common practice. */
const KEPT_UNKNOWN = 0.6

export interface KeptLately {
  /** Share ticked of what was asked in the last four weeks; null when nothing was asked or ticked. */
  readonly known: number | null
  /** The same, or what is usual where it is not known. */
  readonly kept: number
}

export function keptLately({ record, today }: Pick<StudentView, 'record' | 'today'>): KeptLately {
  const known = keptShare(record.home, addDays(today, -WEEKS_LOOKED_AT * 7), today)
  return { known, kept: known ?? KEPT_UNKNOWN }
}
