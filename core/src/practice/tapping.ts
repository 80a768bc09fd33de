/** Two limbs tapped on two keys: how steady, whether turns and roles are kept, and whether the foot keeps its own time. */
import { meanOf, spreadOf } from '../measure'
import type { Trainer } from './trainers'

/** One tap: when, and by which limb. */
export interface Tap {
  /** Seconds from the start. */
  readonly at: number
  readonly limb: 'left' | 'right'
}

/** A row of taps at one tempo. */
export interface Steadiness {
  /** Taps per minute. */
  readonly perMinute: number
  /** Coefficient of variation of the intervals, a share: 0 is a machine. */
  readonly variation: number
}

/** Taps below which nothing is said. */
export const TAPS_ASKED = 8

function intervals(taps: readonly Tap[]): readonly number[] {
  return taps.slice(1).map((t, i) => t.at - (taps[i]?.at ?? t.at))
}

/** Standard deviation of the intervals over their mean; null with too few taps. */
export function steadiness(taps: readonly Tap[]): Steadiness | null {
  if (taps.length < TAPS_ASKED) return null
  const between = intervals(taps)
  const mean = meanOf(between)
  if (mean <= 0) return null
  return { perMinute: 60 / mean, variation: spreadOf(between) / mean }
}

/** Taps that came from the same limb as the one before, when the limbs were to take turns. */
export function turnsMissed(taps: readonly Tap[]): number {
  return taps.slice(1).filter((t, i) => t.limb === taps[i]?.limb).length
}

/** What the two keys are for: turns; one limb the beat and the other two to it, then swapped; the foot its own time. */
export type TapTask = Extract<Trainer, { kind: 'tapping' }>['tasks'][number]

/** Beats after which the limbs swap their roles. */
export const BEATS_BEFORE_SWAP = 8

type Limb = Tap['limb']
const other = (limb: Limb): Limb => (limb === 'left' ? 'right' : 'left')

interface Turn {
  readonly beat: Limb
  readonly taps: readonly Tap[]
}

/** A tap this share of the beat before it still goes with it. */
const EARLY_SHARE = 0.25

/** When the last beat of a full turn is over, as long as the one before it; null while the turn goes on. */
function endOf({ beat, taps }: Turn): number | null {
  const beats = taps.filter((t) => t.limb === beat).map((t) => t.at)
  const [before, last] = beats.slice(-2)
  if (beats.length < BEATS_BEFORE_SWAP || before === undefined || last === undefined) return null
  return last + (1 - EARLY_SHARE) * (last - before)
}

/** The taps turn by turn, each with the limb that has the beat. The left begins. */
function turnsOf(taps: readonly Tap[]): readonly Turn[] {
  const turns: { beat: Limb; taps: Tap[]; end: number | null }[] = [
    { beat: 'left', taps: [], end: null },
  ]
  for (const tap of taps) {
    let turn = turns.at(-1)
    if (!turn) continue
    if (turn.end !== null && (tap.at >= turn.end || tap.limb === turn.beat)) {
      turn = { beat: other(turn.beat), taps: [], end: null }
      turns.push(turn)
    }
    turn.taps.push(tap)
    turn.end ??= endOf(turn)
  }
  return turns
}

/** Which limb has the beat now, and how many beats of its turn are done. */
export function swapTurn(taps: readonly Tap[]): { readonly beat: Limb; readonly done: number } {
  const turn = turnsOf(taps).at(-1)
  if (!turn) return { beat: 'left', done: 0 }
  const done = turn.taps.filter((t) => t.limb === turn.beat).length
  // The word to swap comes with the last beat, so that the next one can be the other limb's.
  return done === BEATS_BEFORE_SWAP
    ? { beat: other(turn.beat), done: 0 }
    : { beat: turn.beat, done }
}

/** How well the roles were kept while that limb had the beat. */
export interface SwapKept {
  readonly beat: Limb
  /** Beats with exactly two taps of the other limb to them, and beats in all. */
  readonly kept: number
  readonly beats: number
}

function keptOf({ beat, taps }: Turn): SwapKept {
  const beats = taps.filter((t) => t.limb === beat).map((t) => t.at)
  const others = taps.filter((t) => t.limb !== beat).map((t) => t.at)
  const spans = beats.slice(1).map((to, i) => {
    const from = beats[i] ?? to
    const early = EARLY_SHARE * (to - from)
    return others.filter((at) => at >= from - early && at < to - early).length
  })
  return { beat, kept: spans.filter((n) => n === 2).length, beats: spans.length }
}

/** Turn by turn, how many beats held two taps of the other limb; turns with no whole beat are left out. */
export function swapsKept(taps: readonly Tap[]): readonly SwapKept[] {
  return turnsOf(taps)
    .map(keptOf)
    .filter((k) => k.beats > 0)
}

/** How the foot's tempo held against the hands, with its interval. */
export interface FootHeld {
  readonly foot: Steadiness
  /** Taps of the hands a minute. */
  readonly handsPerMinute: number
  /** By which share the foot went faster with the hands than alone; below 0 slower. */
  readonly faster: number
  /** Bounds of a two-sided 80 % interval about it. */
  readonly from: number
  readonly to: number
}

/** Taps of the foot asked for alone, and again with the hands. */
export const FOOT_ASKED = { alone: 5, together: TAPS_ASKED } as const
/** Standard normal quantile of a two-sided 80 % interval. */
const Z_80 = 1.2815515655446004

/**
 * The foot (left) alone, then with the hands (right): the mean of its log intervals before and after the hands come
 * in, with the interval of a difference of two means of unequal variance (Welch 1947, normal quantile). Null with
 * too few taps.
 */
export function footHeld(taps: readonly Tap[]): FootHeld | null {
  const hands = taps.filter((t) => t.limb === 'right')
  const entry = hands[0]?.at
  const last = hands.at(-1)?.at
  if (entry === undefined || last === undefined || last <= entry) return null
  const feet = taps.filter((t) => t.limb === 'left')
  const alone = feet.filter((t) => t.at < entry)
  const together = feet.filter((t) => t.at >= entry)
  const foot = steadiness(together)
  if (alone.length < FOOT_ASKED.alone || !foot) return null
  const [before, after] = [alone, together].map((row) => intervals(row).map(Math.log))
  if (!before || !after) return null
  const shift = meanOf(before) - meanOf(after)
  const error = Math.sqrt(
    spreadOf(before) ** 2 / before.length + spreadOf(after) ** 2 / after.length,
  )
  const share = (log: number) => Math.exp(log) - 1
  return {
    foot,
    handsPerMinute: (60 * (hands.length - 1)) / (last - entry),
    faster: share(shift),
    from: share(shift - Z_80 * error),
    to: share(shift + Z_80 * error),
  }
}
