/** A thread that does what a bad file would make it do. */
import { serve } from '../threads/serve'

serve((job: string): string => {
  if (job === 'hang') for (;;);
  if (job === 'throw') throw new Error('no piece')
  if (job === 'leave') process.exit(3)
  if (job === 'grow') {
    const rows: number[][] = []
    for (;;) rows.push(new Array<number>(100_000).fill(rows.length))
  }
  return job.toUpperCase()
})
