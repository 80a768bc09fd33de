/** Keeps what the teacher notes until the server has it: in order, once, over a reload and over tabs. */
import type { QueryClient } from '@tanstack/react-query'
import type { IdentifiedRequest } from '@vein-mend/contract'
import type { Refusal } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/record'
import { api, ApiError } from './api'
import { KeptParcels } from './keptParcels'
import type { Parcel } from './keptParcels'

export type { Parcel } from './keptParcels'

export interface OutboxState {
  readonly parcels: readonly Parcel[]
  readonly offline: boolean
}

/** What one tab tells the others. */
type Word =
  | { readonly kind: 'added'; readonly parcel: Parcel }
  | { readonly kind: 'done'; readonly parcel: Parcel; readonly refusal: Refusal | null }

const RETRY_MS = 1500
const CHANNEL = 'vein-mend-outbox'
/** Only the tab that holds this lock sends, so that the order stays that of the lesson. */
const SENDER = 'vein-mend-sender'

export class Outbox {
  private state: OutboxState = { parcels: [], offline: false }
  private readonly listeners = new Set<() => void>()
  private readonly refusals = new Set<(refusal: Refusal, parcel: Parcel) => void>()
  private readonly kept = new KeptParcels()
  private readonly others = new BroadcastChannel(CHANNEL)
  private wake: (() => void) | null = null
  private made = 0

  constructor(private readonly client: QueryClient) {
    this.others.onmessage = (event: MessageEvent<Word>) => this.hear(event.data)
    void this.start()
  }

  snapshot = (): OutboxState => this.state

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  onRefusal(listener: (refusal: Refusal, parcel: Parcel) => void): () => void {
    this.refusals.add(listener)
    return () => this.refusals.delete(listener)
  }

  add(student: StudentId, requests: readonly IdentifiedRequest[]): void {
    this.made += 1
    const at = Date.now() + this.made / 1000
    const parcel: Parcel = { id: crypto.randomUUID(), at, student, requests }
    this.kept.keep(parcel)
    this.set({ ...this.state, parcels: [...this.state.parcels, parcel] })
    this.tell({ kind: 'added', parcel })
    this.wake?.()
  }

  private tell(word: Word): void {
    this.others.postMessage(word)
  }

  private hear(word: Word): void {
    if (word.kind === 'added') {
      this.set({ ...this.state, parcels: [...this.state.parcels, word.parcel] })
      this.wake?.()
    } else {
      const { parcel, refusal } = word
      this.set({ ...this.state, parcels: this.state.parcels.filter((p) => p.id !== parcel.id) })
      void this.client.invalidateQueries({ queryKey: ['student', parcel.student] })
      void this.client.invalidateQueries({ queryKey: ['students'] })
      this.sayRefused(parcel, refusal)
    }
  }

  private sayRefused(parcel: Parcel, refusal: Refusal | null): void {
    if (refusal) for (const listener of this.refusals) listener(refusal, parcel)
  }

  private set(state: OutboxState): void {
    this.state = state
    for (const listener of this.listeners) listener()
  }

  /** Shows what waited from before, and sends as long as this tab is the sender. */
  private async start(): Promise<void> {
    const waiting = await this.kept.all()
    const here = new Set(this.state.parcels.map((p) => p.id))
    this.set({
      ...this.state,
      parcels: [...waiting.filter((p) => !here.has(p.id)), ...this.state.parcels],
    })
    await navigator.locks.request(SENDER, () => this.sendForGood())
  }

  private async sendForGood(): Promise<never> {
    for (;;) {
      const [parcel] = this.state.parcels
      if (!parcel) await this.untilWoken()
      else if (!(await this.deliver(parcel))) await this.untilWoken(RETRY_MS)
    }
  }

  private untilWoken(most?: number): Promise<void> {
    return new Promise((done) => {
      const timer = most === undefined ? undefined : setTimeout(done, most)
      this.wake = () => {
        // While the server is away new notes do not hurry the next try.
        if (most !== undefined) return
        clearTimeout(timer)
        done()
      }
    })
  }

  private async done(parcel: Parcel, refusal: Refusal | null = null): Promise<void> {
    await this.kept.drop(parcel.id)
    this.set({ parcels: this.state.parcels.filter((p) => p.id !== parcel.id), offline: false })
    this.tell({ kind: 'done', parcel, refusal })
    this.sayRefused(parcel, refusal)
  }

  /** True when the parcel is done with: taken or refused. A lost connection or a fault keeps it. */
  private async deliver(parcel: Parcel): Promise<boolean> {
    try {
      const response = await api.record(parcel.student, parcel.requests)
      this.client.setQueryData(['student', parcel.student], response)
      await this.done(parcel)
      void this.client.invalidateQueries({ queryKey: ['students'] })
      return true
    } catch (error) {
      if (!(error instanceof ApiError) || error.status >= 500) {
        this.set({ ...this.state, offline: true })
        return false
      }
      await this.done(parcel, error.refusal)
      void this.client.invalidateQueries({ queryKey: ['student', parcel.student] })
      return true
    }
  }
}
