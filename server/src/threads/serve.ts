/** The other end of a thread: does what it is asked, one job after another. */
import { parentPort } from 'node:worker_threads'
import type { FromThread } from './thread'

/**
 * Says that it is ready, then answers every job. What the work throws refuses the job and harms no other; it may say
 * how much of it is done, from 0 to 1.
 */
export function serve(work: (job: never, onShare: (share: number) => void) => unknown): void {
  const say = (message: FromThread<unknown>) => parentPort?.postMessage(message)
  parentPort?.on('message', (job: unknown) => {
    Promise.resolve()
      .then(() => work(job as never, (share) => say({ kind: 'share', share })))
      .then(
        (answer) => say({ kind: 'done', answer }),
        (error: unknown) =>
          say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
      )
  })
  say({ kind: 'ready' })
}
