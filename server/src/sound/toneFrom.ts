/** Measures a recording beside the server: whatever is in it costs one answer at the most. */
import { Thread } from '../threads'
import type { Asking } from '../threads'
import type { TakeHeard, TakeToHear } from './toneTake'

/** Ten minutes take about fifteen seconds, on a busy machine many times as long. */
const MS_MOST = 120_000

const listener = new Thread<TakeToHear, TakeHeard>('tone', { msMost: MS_MOST, heapMb: 1024 })

/** What was sounded and what it measures. @throws TooHeavy, Left */
export function toneFrom(take: TakeToHear, asking: Asking = {}): Promise<TakeHeard> {
  return listener.ask(take, asking)
}
