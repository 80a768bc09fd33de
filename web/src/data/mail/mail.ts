/**
 * Brings what was noted to the server: kept at once, in order within each student, once, over a reload and over
 * tabs. What is refused lies on a shelf with its words until somebody sends it again or drops it.
 */
import type { CodedRefusal } from '@vein-mend/contract'
import type { IdentifiedRequest } from '@vein-mend/core/record'
import { freshId } from '../freshId'
import { meaningOf } from './meaning'
import type { Answer, Meaning } from './meaning'
import { inOrder, laneOf, split } from './parcel'
import type { Address, Parcel } from './parcel'
import type { ParcelStore } from './parcelStore'

/** What came of posting a parcel. */
export interface Posted extends Answer {
  /** The body of an answer that took it. */
  readonly taken: unknown
  readonly refusal: CodedRefusal | null
}

/** What the mail needs of the world round it. */
export interface MailDeps {
  readonly store: ParcelStore
  readonly post: (parcel: Parcel) => Promise<Posted>
  /** The studio that answers here; null until one has answered. */
  readonly studio: () => string | null
  readonly now: () => number
  /** Names this device. */
  readonly device: () => string
  /** The next place among all that is made on it, above that many. */
  readonly nextCount: (above: number) => number
  readonly later: (work: () => void, ms: number) => void
  /** Resolves when this tab is the one that sends; at once where the browser cannot say. */
  readonly turn: () => Promise<void>
  readonly tell: (word: Word) => void
}

/** What one tab tells the others. */
export type Word =
  | { readonly kind: 'kept'; readonly parcel: Parcel }
  | { readonly kind: 'gone'; readonly id: string; readonly lane: string }

export interface MailState {
  /** What waited from before has been read: only then is "nothing waits" true. */
  readonly known: boolean
  /** On the way, in order. */
  readonly waiting: readonly Parcel[]
  /** Not taken, each with its reason. */
  readonly shelf: readonly Parcel[]
  /** Noted for other studios; they are sent when those are open. */
  readonly elsewhere: readonly Parcel[]
  readonly away: boolean
  readonly signIn: boolean
  /** Lanes on which the server breaks. */
  readonly faulty: readonly string[]
  /** Of what is on its way, what this browser could not keep: it is in this page alone. */
  readonly unkept: readonly Parcel[]
  /** Something answers at the studio's address, and is not the studio. */
  readonly stranger: boolean
}

/** No pause is shorter, whatever an answer asks for. */
const PAUSE_LEAST_MS = 1000
/** From this status on something in between speaks of a server that is away. */
const AWAY_FROM = 500
const RETRY_MS = 1500
const RETRY_MS_MOST = 60_000

interface Lane {
  busy: boolean
  faults: number
  /** Its pause is not over yet. */
  resting: boolean
}

/** What is done before the parcel is let go: it is shown as waiting until then. */
type Taken = (parcel: Parcel, taken: unknown) => unknown
type Refused = (parcel: Parcel, refusal: CodedRefusal) => void

export class Mail {
  private parcels: readonly Parcel[] = []
  private away = false
  private signIn = false
  private maySend = false
  private stranger = false
  private readonly unkept = new Set<string>()
  /** Counts the pauses, so that only the last one's end wakes the mail. */
  private pauses = 0
  private resting = false
  private readonly lanes = new Map<string, Lane>()
  private readonly listeners = new Set<() => void>()
  private readonly takers = new Set<Taken>()
  private readonly refusers = new Set<Refused>()
  private known = false
  private state: MailState = {
    known: false,
    waiting: [],
    shelf: [],
    elsewhere: [],
    away: false,
    signIn: false,
    faulty: [],
    unkept: [],
    stranger: false,
  }

  constructor(private readonly deps: MailDeps) {}

  snapshot = (): MailState => this.state

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  onTaken(listener: Taken): () => void {
    this.takers.add(listener)
    return () => this.takers.delete(listener)
  }

  onRefused(listener: Refused): () => void {
    this.refusers.add(listener)
    return () => this.refusers.delete(listener)
  }

  /** Takes up what waited from before, and sends as soon as it is this tab's turn. */
  async start(): Promise<void> {
    const kept = await this.deps.store.all()
    const here = new Set(this.parcels.map((p) => p.id))
    const early = this.parcels
    this.parcels = [...kept.filter((p) => !here.has(p.id)), ...early].sort(inOrder)
    this.countAgain(early, kept)
    this.known = true
    this.publish()
    await this.deps.turn()
    this.maySend = true
    this.pump()
  }

  /** What was made before it was known how far the counting had come goes behind all that was there. */
  private countAgain(early: readonly Parcel[], kept: readonly Parcel[]): void {
    const most = Math.max(0, ...kept.map((p) => p.count))
    if (early.every((p) => p.count > most)) return
    for (const parcel of early) this.put({ ...parcel, count: this.deps.nextCount(this.highest()) })
  }

  private highest(): number {
    return Math.max(0, ...this.parcels.map((p) => p.count))
  }

  add(to: Address, requests: readonly IdentifiedRequest[], knowledge: string | null = null): void {
    const { device, now, studio, nextCount } = this.deps
    this.put({
      ...{ id: freshId(), device: device(), count: nextCount(this.highest()), at: now(), to },
      ...{ studio: studio(), knowledge, requests, refused: null },
    })
    this.pump()
  }

  /** Off the shelf and on its way once more. */
  again(id: string): void {
    const parcel = this.parcels.find((p) => p.id === id)
    if (!parcel) return
    this.put({ ...parcel, refused: null })
    this.laneOf(laneOf(parcel)).resting = false
    this.pump()
  }

  /** Somebody has read why, and lets it go. */
  drop(id: string): void {
    this.remove(id)
  }

  /** The student is gone from the studio: what waits or lies here of them goes too. */
  forget(student: string): void {
    for (const parcel of this.parcels) if (laneOf(parcel) === student) this.remove(parcel.id)
    this.lanes.delete(student)
  }

  /** What the server breaks on is put on the shelf, so that what comes behind it can go. */
  setAside(lane: string): void {
    const first = this.waiting().find((p) => laneOf(p) === lane)
    if (!first) return
    this.put({ ...first, refused: { code: 'server_fault', path: [] } })
    this.lanes.delete(lane)
    this.pump()
  }

  /** Another tab has kept or sent something. */
  hear(word: Word): void {
    if (word.kind === 'kept') {
      this.parcels = [...this.parcels.filter((p) => p.id !== word.parcel.id), word.parcel]
    } else {
      this.parcels = this.parcels.filter((p) => p.id !== word.id)
    }
    this.parcels = [...this.parcels].sort(inOrder)
    this.publish()
    this.pump()
  }

  /** Another studio answers here than was known: what is its own can go, and the rest waits for its own. */
  studioChanged(): void {
    this.publish()
    this.pump()
  }

  private put(parcel: Parcel): void {
    // Until the store has said that it holds it, it is in this page alone.
    this.unkept.add(parcel.id)
    void this.deps.store.keep(parcel).then((kept) => {
      if (!kept || !this.unkept.delete(parcel.id)) return
      this.publish()
    })
    this.parcels = [...this.parcels.filter((p) => p.id !== parcel.id), parcel].sort(inOrder)
    this.deps.tell({ kind: 'kept', parcel })
    this.publish()
  }

  private remove(id: string): void {
    const parcel = this.parcels.find((p) => p.id === id)
    if (!parcel) return
    void this.deps.store.drop(id).catch(() => undefined)
    this.unkept.delete(id)
    this.parcels = this.parcels.filter((p) => p.id !== id)
    this.deps.tell({ kind: 'gone', id, lane: laneOf(parcel) })
    this.publish()
  }

  private isHere(parcel: Parcel): boolean {
    const studio = this.deps.studio()
    return parcel.studio === null || studio === null || parcel.studio === studio
  }

  private waiting(): readonly Parcel[] {
    return this.parcels.filter((p) => p.refused === null && this.isHere(p))
  }

  private publish(): void {
    const { away, signIn, stranger } = this
    this.state = {
      known: this.known,
      waiting: this.waiting(),
      shelf: this.parcels.filter((p) => p.refused !== null && this.isHere(p)),
      elsewhere: this.parcels.filter((p) => !this.isHere(p)),
      away,
      signIn,
      stranger,
      unkept: this.waiting().filter((p) => this.unkept.has(p.id)),
      faulty: [...this.lanes].flatMap(([name, lane]) => (lane.faults > 0 ? [name] : [])),
    }
    for (const listener of this.listeners) listener()
  }

  private laneOf(name: string): Lane {
    const lane = this.lanes.get(name) ?? { busy: false, faults: 0, resting: false }
    this.lanes.set(name, lane)
    return lane
  }

  /** Sends the first parcel of every lane that is free. */
  private pump(): void {
    if (!this.maySend || this.resting) return
    const seen = new Set<string>()
    for (const parcel of this.waiting()) {
      const name = laneOf(parcel)
      if (seen.has(name)) continue
      seen.add(name)
      const lane = this.laneOf(name)
      if (!lane.busy && !lane.resting) void this.deliver(parcel, lane)
    }
  }

  private async deliver(parcel: Parcel, lane: Lane): Promise<void> {
    lane.busy = true
    try {
      const posted = await this.deps.post(parcel)
      const ids = parcel.requests.map((r) => r.id)
      const meaning = meaningOf(posted, ids)
      this.away = meaning === 'wait'
      this.stranger = this.away && !posted.ours && (posted.status ?? AWAY_FROM) < AWAY_FROM
      this.signIn = meaning === 'sign-in'
      if (meaning !== 'fault') lane.faults = 0
      await this.after(meaning, parcel, posted, lane)
    } catch {
      // Whatever broke here, the parcel is where it was and its lane goes on.
      lane.faults += 1
      this.pauseLane(lane)
    } finally {
      lane.busy = false
    }
    this.publish()
    this.pump()
  }

  private async after(meaning: Meaning, parcel: Parcel, posted: Posted, lane: Lane): Promise<void> {
    switch (meaning) {
      case 'taken':
        // A taker that breaks breaks nothing else: the parcel is on record.
        await Promise.allSettled(
          [...this.takers].map((take) => Promise.resolve().then(() => take(parcel, posted.taken))),
        )
        this.remove(parcel.id)
        return
      case 'refused':
        this.shelve(parcel, posted.refusal ?? { code: 'not_understood', path: [] })
        return
      case 'split':
        for (const half of split(parcel)) this.put(half)
        this.remove(parcel.id)
        return
      case 'other-studio':
        // The answer has named the studio that is here: the parcel is not one of its own.
        this.put({ ...parcel, studio: parcel.studio ?? 'unknown' })
        // Where it is named as its own all the same, it is asked again and not at once.
        this.pauseLane(lane)
        return
      case 'fault':
        lane.faults += 1
        this.pauseLane(lane)
        return
      case 'wait':
      case 'sign-in':
        this.pause(posted.retryAfter)
        return
    }
  }

  private shelve(parcel: Parcel, refusal: CodedRefusal): void {
    this.put({ ...parcel, refused: refusal })
    for (const listener of this.refusers) listener(parcel, refusal)
  }

  // Pauses are counted by timers and not by the clock: a clock may stand still, or be put back.
  private pause(retryAfter: number | null): void {
    const asked = retryAfter === null ? RETRY_MS : retryAfter * 1000
    const ms = Math.min(RETRY_MS_MOST, Math.max(PAUSE_LEAST_MS, asked))
    this.pauses += 1
    const mine = this.pauses
    this.resting = true
    this.deps.later(() => {
      if (this.pauses === mine) this.wake()
    }, ms)
  }

  /** Tries at once: the pause is over, or the line is said to be there again. */
  wake(): void {
    this.resting = false
    this.pump()
  }

  private pauseLane(lane: Lane): void {
    lane.resting = true
    this.deps.later(
      () => {
        lane.resting = false
        this.pump()
      },
      Math.min(RETRY_MS_MOST, RETRY_MS * 2 ** Math.max(0, lane.faults - 1)),
    )
  }
}
