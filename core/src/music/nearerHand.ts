/** Which hand lies nearer the player in a stacked roll: decided by the next note. Common practice, no source. */
import type { Hand } from './exercise'
import { midiOf } from './pitches'

/**
 * The hand on the side of the next note must be free to leave without going round the other, so it lies
 * nearer. The next note to the right frees the right hand, to the left the left; a repeated or a last note
 * changes nothing.
 */
export function nearerHands(notes: readonly string[]): readonly Hand[] {
  let hand: Hand = 'right'
  const hands: Hand[] = []
  for (let i = notes.length - 1; i >= 0; i--) {
    const here = notes[i]
    const next = notes[i + 1]
    if (here !== undefined && next !== undefined) {
      const step = midiOf(next) - midiOf(here)
      if (step !== 0) hand = step > 0 ? 'right' : 'left'
    }
    hands.unshift(hand)
  }
  const last = hands.at(-2)
  return last ? [...hands.slice(0, -1), last] : hands
}

/** Strokes of a roll per second: slower on low bars, faster on high ones. */
const ROLL_RATE = { low: 'C2', slow: 8, high: 'C7', fast: 16 } as const

/** Single strokes per second for a roll on the note; from memory, to be set by ear. */
export function rollRate(note: string): number {
  const [low, high] = [midiOf(ROLL_RATE.low), midiOf(ROLL_RATE.high)]
  const share = Math.min(1, Math.max(0, (midiOf(note) - low) / (high - low)))
  return ROLL_RATE.slow + share * (ROLL_RATE.fast - ROLL_RATE.slow)
}
