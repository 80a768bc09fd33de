/** Keeps what the teacher notes until the server has it: in order, once, and over a reload. */
import type { QueryClient } from '@tanstack/react-query'
import type { IdentifiedRequest } from '@vein-mend/contract'
import type { Refusal } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/record'
import { api, ApiError } from './api'

export interface Parcel {
  readonly student: StudentId
  readonly requests: readonly IdentifiedRequest[]
}

export interface OutboxState {
  readonly parcels: readonly Parcel[]
  readonly offline: boolean
}

type Storage = Pick<globalThis.Storage, 'getItem' | 'setItem'>

const KEPT_UNDER = 'vein-mend-outbox'
const RETRY_MS = 1500

export class Outbox {
  private state: OutboxState
  private readonly listeners = new Set<() => void>()
  private readonly refusals = new Set<(refusal: Refusal, parcel: Parcel) => void>()
  private sending = false

  constructor(
    private readonly client: QueryClient,
    private readonly storage: Storage,
  ) {
    this.state = { parcels: readKept(storage), offline: false }
    void this.send()
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
    this.set({ ...this.state, parcels: [...this.state.parcels, { student, requests }] })
    void this.send()
  }

  private set(state: OutboxState): void {
    this.state = state
    this.storage.setItem(KEPT_UNDER, JSON.stringify(state.parcels))
    for (const listener of this.listeners) listener()
  }

  private async send(): Promise<void> {
    if (this.sending) return
    this.sending = true
    for (let parcel = this.state.parcels[0]; parcel; parcel = this.state.parcels[0]) {
      const delivered = await this.deliver(parcel)
      if (!delivered) await new Promise((done) => setTimeout(done, RETRY_MS))
    }
    this.sending = false
  }

  /** True when the parcel is done with: taken or refused. A lost connection or a fault keeps it. */
  private async deliver(parcel: Parcel): Promise<boolean> {
    try {
      const response = await api.record(parcel.student, parcel.requests)
      this.client.setQueryData(['student', parcel.student], response)
      this.set({ parcels: this.state.parcels.filter((p) => p !== parcel), offline: false })
      void this.client.invalidateQueries({ queryKey: ['students'] })
      return true
    } catch (error) {
      if (!(error instanceof ApiError) || error.status >= 500) {
        this.set({ ...this.state, offline: true })
        return false
      }
      this.set({ parcels: this.state.parcels.filter((p) => p !== parcel), offline: false })
      for (const listener of this.refusals) listener(error.refusal, parcel)
      void this.client.invalidateQueries({ queryKey: ['student', parcel.student] })
      return true
    }
  }
}

function readKept(storage: Storage): readonly Parcel[] {
  try {
    return JSON.parse(storage.getItem(KEPT_UNDER) ?? '[]') as readonly Parcel[]
  } catch {
    // A damaged box cannot be sent; the server refuses what is not whole, so an empty one is safe.
    return []
  }
}
