/** How a tone begins: how fast it grows, and how long there is noise before there is pitch. */
import type { Ear } from './ear'
import { framesAlong, rangeAbout } from './frames'
import { BLOCK_S } from './levels'
import type { Stretch } from './levels'

export interface Beginning {
  /** From a tenth to nine tenths of the amplitude it settles at, ms. */
  readonly riseMs: number
  /** From the first sound to a pitch that stays, ms; null where none does within the first second. */
  readonly speaksMs: number | null
  /** Give or take, of what speaks: half a frame cannot be told, ms. */
  readonly doubtMs: number
}

/** How far a beginning is looked at, seconds. */
const LOOKED_AT_S = 1
const HOP_S = 0.01
/** The pitch is there when so many frames in a row have it, this near to the tone's own. */
const IN_A_ROW = 3
const NEAR_CENTS = 60
const LIKE_ENOUGH = 0.85
/** Amplitudes are smoothed over so many blocks: one wave of a low note is longer than a block. */
const SMOOTHED = 4
/** The tone has settled over this stretch after a beginning, seconds. */
const SETTLED = { from: 0.3, to: 0.6 } as const

function amplitudes(levels: Float32Array, { from, to }: Stretch): readonly number[] {
  const first = Math.max(0, Math.round(from / BLOCK_S) - 2)
  const last = Math.min(levels.length, Math.round(Math.min(to, from + LOOKED_AT_S) / BLOCK_S))
  const powers = Array.from(levels.subarray(first, last), (db) => 10 ** (db / 10))
  return powers.map((_, i) => {
    const near = powers.slice(Math.max(0, i - SMOOTHED + 1), i + 1)
    return Math.sqrt(near.reduce((a, b) => a + b, 0) / near.length)
  })
}

/** Milliseconds from a tenth to nine tenths of the settled amplitude; of a sound that dies away, of its loudest. */
function riseOf(levels: Float32Array, stretch: Stretch): number {
  const values = amplitudes(levels, stretch)
  const block = (s: number) => Math.round(s / BLOCK_S)
  const settled = values.slice(block(SETTLED.from), block(SETTLED.to)).sort((a, b) => a - b)
  const middle = settled[settled.length >> 1]
  const loudest = Math.max(...values)
  // A plucked or struck sound is loudest at once; a sustained one where it settles.
  const full = middle !== undefined && middle > 0.5 * loudest ? middle : loudest
  const high = values.findIndex((v) => v >= 0.9 * full)
  const low = values.slice(0, high + 1).findLastIndex((v) => v <= 0.1 * full)
  return (high - Math.max(0, low)) * BLOCK_S * 1000
}

/** A tone as it settles: so many cents above the note of that frequency, and so alike from period to period. */
export interface Settled {
  readonly cents: number
  readonly likeness: number
}

/** Of the tone in that stretch; null where it never settles. */
export function beginningOf(
  ear: Ear,
  stretch: Stretch,
  hz: number,
  settled: Settled,
): Beginning | null {
  if (!Number.isFinite(settled.cents)) return null
  const { sound, levels } = ear
  const finder = ear.finder(hz)
  const { lowHz, highHz } = rangeAbout(hz)
  const half = finder.size / 2 / sound.rate
  const to = Math.min(stretch.to, stretch.from + LOOKED_AT_S)
  const enough = LIKE_ENOUGH * settled.likeness
  const row = framesAlong(sound, finder, { from: stretch.from - half, to, hop: HOP_S }, (f) =>
    f.within(lowHz, highHz),
  )
  let at: number | undefined
  let inARow = 0
  for (const frame of row) {
    const { found } = frame
    const there =
      found !== null &&
      found.likeness >= enough &&
      found.soundingHz === found.hz &&
      Math.abs(1200 * Math.log2(found.hz / hz) - settled.cents) <= NEAR_CENTS
    inARow = there ? inARow + 1 : 0
    if (inARow === 1) at = frame.at
    if (inARow === IN_A_ROW) break
  }
  if (inARow < IN_A_ROW) at = undefined
  return {
    riseMs: riseOf(levels, stretch),
    speaksMs: at === undefined ? null : Math.max(0, (at - stretch.from) * 1000),
    doubtMs: (half / 2) * 1000,
  }
}
