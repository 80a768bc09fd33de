/** A thread that does what a bad file would make it do. */
import { serve } from '../threads/serve'

serve((job: string, onShare): string | Promise<never> => {
  if (job === 'hang') for (;;);
  if (job === 'wait') return new Promise(() => undefined)
  if (job === 'throw') throw new Error('no piece')
  if (job === 'tell') for (const share of [0.25, 0.5]) onShare(share)
  if (job === 'leave') process.exit(3)
  if (job === 'grow') {
    const rows: number[][] = []
    for (;;) rows.push(new Array<number>(100_000).fill(rows.length))
  }
  return job.toUpperCase()
})
