/** Measures a file of played notes beside the server: whatever is in it costs one answer at the most. */
import { Thread } from '../threads'
import type { TakeTimed, TakeToTime } from './timeTake'

/** Ten thousand notes take a tenth of a second. */
const MS_MOST = 5_000

const timer = new Thread<TakeToTime, TakeTimed>('timing', { msMost: MS_MOST, heapMb: 512 })

/** What was played and what it measures. @throws TooHeavy when it cannot be read in time */
export function timingFrom(take: TakeToTime): Promise<TakeTimed> {
  return timer.ask(take)
}
