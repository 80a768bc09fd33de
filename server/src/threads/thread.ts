/** Heavy work beside the server: a thread that comes when it is needed, has limits, and goes when nobody asks. */
import { once } from 'node:events'
import { Worker } from 'node:worker_threads'

/** What a thread may cost. */
export interface ThreadLimits {
  /** Milliseconds of work for one job, from when the thread is ready; longer, and the thread is ended. */
  readonly msMost: number
  /** Megabytes of JavaScript memory. What a WebAssembly module takes is bounded by what it is given. */
  readonly heapMb: number
  /** Milliseconds without a job after which the thread is ended and its memory given back. */
  readonly idleMs?: number
}

/** Milliseconds of work a thread may take until it is ready. */
const START_MS_MOST = 60_000
const USUAL_IDLE_MS = 60_000
/** As many times its limit a job may last by the clock, where the machine does not let it work. */
const BUSY_MOST = 6
const MICROSECONDS = 1000

/**
 * Milliseconds after which a job has had its time; nought or less when it has. It has when so much was worked since it
 * began, or when it has lasted several times as long: a job that waits for something works nothing.
 */
export function timeLeft(msMost: number, workedMs: number, lastedMs: number): number {
  return Math.min(msMost - workedMs, msMost * BUSY_MOST - lastedMs)
}

/** What this process worked since, all threads together: never less than what the one at the job did. */
function workedSince(before: NodeJS.CpuUsage): number {
  const { user, system } = process.cpuUsage(before)
  return (user + system) / MICROSECONDS
}

/** The job took more time or memory than it may, or took its thread along; nothing else is harmed. */
export class TooHeavy extends Error {
  override readonly name = 'TooHeavy'
}

/** What a thread says: that it is ready, how far it is, or how the job ended. */
export type FromThread<Answer> =
  | { readonly kind: 'ready' }
  | { readonly kind: 'share'; readonly share: number }
  | { readonly kind: 'done'; readonly answer: Answer }
  | { readonly kind: 'failed'; readonly message: string }

/** What whoever asks may want besides the answer. */
export interface Asking {
  /** Told how much of the job is done, from 0 to 1. */
  readonly onShare?: (share: number) => void
  /** Nobody wants the answer any more: the job is left, or never begun. */
  readonly signal?: AbortSignal
}

/** The job was left because whoever asked went away. */
export class Left extends Error {
  override readonly name = 'Left'
}

interface Waiting<Job, Answer> extends Asking {
  readonly job: Job
  readonly done: (answer: Answer) => void
  readonly fail: (error: Error) => void
}

const HERE = import.meta.url
/** Run from source, as by tests, a thread is TypeScript too. */
const FROM_SOURCE = HERE.endsWith('.ts')

/** One thread and the jobs that wait for it; they are done one after another. */
export class Thread<Job, Answer> {
  private worker: Worker | null = null
  private ready = false
  private current: Waiting<Job, Answer> | null = null
  private readonly queue: Waiting<Job, Answer>[] = []
  private timer: NodeJS.Timeout | null = null

  /** `name` is that of its file beside this one: `NAME.thread.ts`. */
  constructor(
    private readonly name: string,
    private readonly limits: ThreadLimits,
  ) {}

  /**
   * @throws TooHeavy when the job goes past the limits
   * @throws Left when nobody wants it any more; what else is thrown the job threw itself
   */
  ask(job: Job, asking: Asking = {}): Promise<Answer> {
    return new Promise((done, fail) => {
      const waiting = { job, done, fail, ...asking }
      asking.signal?.addEventListener('abort', () => this.leave(waiting), { once: true })
      if (asking.signal?.aborted) {
        fail(new Left(this.name))
        return
      }
      this.queue.push(waiting)
      this.next()
    })
  }

  /** A job in line is taken out of it; one that is being done takes its thread along. */
  private leave(waiting: Waiting<Job, Answer>): void {
    const place = this.queue.indexOf(waiting)
    if (place >= 0) {
      this.queue.splice(place, 1)
      waiting.fail(new Left(this.name))
    } else if (this.current === waiting) this.lost(new Left(this.name))
  }

  /** Whether a thread is there now. */
  get running(): boolean {
    return this.worker !== null
  }

  /** Ends the thread; a job it is at is refused. */
  async end(): Promise<void> {
    const { worker } = this
    this.lost(new TooHeavy(`${this.name}: ended`))
    await worker?.terminate()
  }

  private next(): void {
    if (this.current) return
    this.current = this.queue.shift() ?? null
    if (!this.current) {
      this.rest()
      return
    }
    this.worker ??= this.start()
    // The process may not end under somebody who waits for an answer.
    this.worker.ref()
    if (this.ready) this.send()
    else this.limitWork(START_MS_MOST)
  }

  private send(): void {
    if (!this.current) return
    this.limitWork(this.limits.msMost)
    try {
      this.worker?.postMessage(this.current.job)
    } catch (error) {
      // A value that cannot be copied is a fault of ours, and of this job only.
      const { current } = this
      this.current = null
      current.fail(error instanceof Error ? error : new Error(String(error)))
      this.next()
    }
  }

  private start(): Worker {
    const script = new URL(`./${this.name}.thread.${FROM_SOURCE ? 'ts' : 'js'}`, HERE)
    const worker = new Worker(FROM_SOURCE ? new URL('./fromSource.mjs', HERE) : script, {
      workerData: { script: script.href },
      execArgv: [],
      resourceLimits: { maxOldGenerationSizeMb: this.limits.heapMb },
    })
    const gone = (error: Error) => {
      if (this.worker === worker) this.lost(new TooHeavy(`${this.name}: ${error.message}`))
    }
    worker.on('message', (message: FromThread<Answer>) => {
      if (this.worker === worker) this.hear(message)
    })
    worker.on('error', gone)
    void once(worker, 'exit').then(
      () => gone(new Error('the thread ended')),
      () => undefined,
    )
    return worker
  }

  private hear(message: FromThread<Answer>): void {
    if (message.kind === 'ready') {
      this.ready = true
      this.send()
      return
    }
    const { current } = this
    if (message.kind === 'share') {
      current?.onShare?.(message.share)
      return
    }
    this.current = null
    if (message.kind === 'done') current?.done(message.answer)
    else current?.fail(new Error(message.message))
    this.next()
  }

  /** Nobody waits: the thread holds nobody up and ends after a while. */
  private rest(): void {
    this.worker?.unref()
    this.setTimer(this.limits.idleMs ?? USUAL_IDLE_MS, () => this.lost(new Left(this.name)))
    this.timer?.unref()
  }

  private setTimer(ms: number, then: () => void): void {
    if (this.timer) clearTimeout(this.timer)
    this.timer = setTimeout(then, ms)
  }

  /** Ends what the thread is at, its start or a job, when it has had its time. */
  private limitWork(msMost: number): void {
    const [begun, before] = [performance.now(), process.cpuUsage()]
    let now: NodeJS.Timeout | null = null
    const look = () => {
      if (this.timer !== now) return
      const left = timeLeft(msMost, workedSince(before), performance.now() - begun)
      if (left > 0) lookIn(left)
      else this.lost(new TooHeavy(`${this.name}: longer than ${msMost} ms`))
    }
    const lookIn = (ms: number) => {
      // Where this process was held up, the answer may lie here unread: it is read first.
      this.setTimer(ms, () => setImmediate(look))
      now = this.timer
    }
    lookIn(msMost)
  }

  /** The thread is no more, or is to be no more; who waits in line gets a new one. */
  private lost(error: TooHeavy | Left): void {
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
    const { worker, current } = this
    this.worker = null
    this.ready = false
    this.current = null
    void worker?.terminate()
    current?.fail(error)
    if (this.queue.length > 0) this.next()
  }
}
