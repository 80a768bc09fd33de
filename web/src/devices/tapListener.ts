/** Taps on keys of a computer or on pads of a screen, by the browser's own time stamps, put together to notes. */
import { TAP_CHANNEL, TAP_KEYS } from '@vein-mend/core/timing'
import type { PlayedNote } from '@vein-mend/core/timing'

/** Which hand taps; `either` is the space bar, and says no hand. */
export type TapKey = keyof typeof TAP_KEYS

/** Keys of a computer, by what they are labelled with in lower case. */
export const TAP_LETTERS: Readonly<Record<string, TapKey>> = {
  f: 'left',
  j: 'right',
  ' ': 'either',
}

/** A tap has no weight of its own: the middle. */
const WEIGHT = 64
/** How long a tap counts that was never let go, ms. */
const HELD_MS = 300

export class TapListener {
  private readonly since = new Map<TapKey, number>()
  private readonly done: PlayedNote[] = []

  /** Taps so far, those still held too. */
  get count(): number {
    return this.done.length + this.since.size
  }

  down(key: TapKey, atMs: number): void {
    this.up(key, atMs)
    this.since.set(key, atMs)
  }

  up(key: TapKey, atMs: number): void {
    const onMs = this.since.get(key)
    if (onMs === undefined) return
    this.since.delete(key)
    this.done.push({
      midi: TAP_KEYS[key],
      onMs,
      offMs: atMs,
      velocity: WEIGHT,
      channel: TAP_CHANNEL,
    })
  }

  /** All taps; those still held are let go. */
  end(): readonly PlayedNote[] {
    for (const [key, onMs] of this.since) this.up(key, onMs + HELD_MS)
    return this.done.toSorted((a, b) => a.onMs - b.onMs)
  }
}
