/** How loud, block by block, and where something sounds. */
import { decibelsOf, SILENT_DB } from './sound'
import type { Sound } from './sound'

/** Length of a block, seconds. */
export const BLOCK_S = 0.005

/** Levels of blocks of five milliseconds, dB of full scale. */
export function levelsOf({ samples, rate }: Sound): Float32Array {
  const levels = new Float32Array(Math.floor(samples.length / (BLOCK_S * rate)))
  for (let b = 0; b < levels.length; b++) {
    // A block need not be of whole samples: in ten minutes rounded ones would be a second and a half late.
    const [first, end] = [Math.round(b * BLOCK_S * rate), Math.round((b + 1) * BLOCK_S * rate)]
    let sum = 0
    for (let j = first; j < end; j++) {
      const x = samples[j] ?? 0
      sum += x * x
    }
    levels[b] = decibelsOf(Math.sqrt(sum / (end - first)))
  }
  return levels
}

/** A stretch of time in which something sounds, seconds. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/** Nothing this soft is a tone in a room; our choice. */
const SOFTEST_DB = -65
/** A tone stands out of the room by so much. */
const ABOVE_ROOM_DB = 10
/** What has died away by so much from the loudest is no longer the tone. */
const BELOW_LOUDEST_DB = 40
/** Gaps up to this long are within a tone; stretches below that are no tone. */
const GAP_S = 0.03
const SHORTEST_S = 0.08

/** The level that so many of a hundred blocks do not reach. */
function percentile(levels: Float32Array, percent: number): number {
  const sorted = Float32Array.from(levels).sort()
  return sorted[Math.floor((percent / 100) * (sorted.length - 1))] ?? SILENT_DB
}

/**
 * From which level on something sounds: above the room (the softest tenth of the blocks, where they are much softer
 * than the loudest) and not far below the loudest.
 */
function soundingFrom(levels: Float32Array): number {
  const loudest = percentile(levels, 99)
  const room = percentile(levels, 10)
  // A take that sounds from end to end has no room to hear.
  const roomHeard = room < loudest - 2 * ABOVE_ROOM_DB
  return Math.max(
    SOFTEST_DB,
    loudest - BELOW_LOUDEST_DB,
    roomHeard ? room + ABOVE_ROOM_DB : SILENT_DB,
  )
}

/** Stretches in which something sounds. */
export function stretchesOf(levels: Float32Array): readonly Stretch[] {
  const least = soundingFrom(levels)
  const found: { from: number; to: number }[] = []
  levels.forEach((level, b) => {
    if (level < least) return
    const [from, to] = [b * BLOCK_S, (b + 1) * BLOCK_S]
    const last = found.at(-1)
    if (last && from - last.to <= GAP_S) last.to = to
    else found.push({ from, to })
  })
  return found.filter((s) => s.to - s.from >= SHORTEST_S)
}
