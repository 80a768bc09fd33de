/**
 * One server process for all journeys of a worker, which opens a studio of its own for each: what a start costs before
 * a studio is opened is paid once. Journeys in which a server ends have a process of their own.
 */
import { fork } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT } from './server'

/** A studio that is served. */
export interface HostedStudio {
  readonly url: string
  readonly folder: string
  stop(): Promise<void>
}

export interface HostedOptions {
  readonly demo?: boolean
  readonly today?: string
  /** A folder that is there already; a fresh one where none is named. It goes with the studio. */
  readonly folder?: string
}

interface Answer {
  readonly id: number
  readonly url?: string
  readonly error?: string
}

interface Waiting {
  readonly done: (answer: Answer) => void
  readonly fail: (error: Error) => void
}

export class Host {
  private readonly server = fork(join(ROOT, 'e2e/support/host.mjs'), { cwd: ROOT })
  private readonly waiting = new Map<number, Waiting>()
  private asked = 0

  constructor() {
    this.server.on('message', (message) => {
      this.hear(message as Answer)
    })
    this.server.once('exit', () => {
      for (const { fail } of this.waiting.values()) fail(new Error('the server stopped'))
    })
  }

  /** Opens a studio. @throws Error with what the server said, when it cannot */
  async open({ demo = false, today, folder }: HostedOptions = {}): Promise<HostedStudio> {
    const own = folder ?? mkdtempSync(join(tmpdir(), 'vein-mend-'))
    const studio = this.asked
    const { url = '' } = await this.ask({ ask: 'open', studio, folder: own, demo, today })
    const stop = async () => {
      await this.ask({ ask: 'close', studio })
      rmSync(own, { recursive: true, force: true })
    }
    return { url, folder: own, stop }
  }

  /** Ends the process, and every studio with it. */
  end(): void {
    this.server.disconnect()
  }

  private ask(question: Readonly<Record<string, unknown>>): Promise<Answer> {
    return new Promise((done, fail) => {
      const id = this.asked++
      this.waiting.set(id, { done, fail })
      this.server.send({ ...question, id })
    })
  }

  private hear(answer: Answer): void {
    const asker = this.waiting.get(answer.id)
    this.waiting.delete(answer.id)
    if (answer.error === undefined) asker?.done(answer)
    else asker?.fail(new Error(answer.error))
  }
}
