/** Handover files that are brought, read beside the server. */
import type { HandoverReading } from '@vein-mend/core/record'
import { Thread } from '../threads'

/** Forty years of lessons with everything at home take about two seconds. */
const MS_MOST = 5_000

const reader = new Thread<{ readonly text: string }, HandoverReading>('handover', {
  msMost: MS_MOST,
  heapMb: 384,
})

/** The file's acts and the record they play to, or what in it cannot be. @throws TooHeavy */
export function handoverRead(file: { readonly text: string }): Promise<HandoverReading> {
  return reader.ask(file)
}
