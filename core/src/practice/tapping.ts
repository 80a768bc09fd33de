/** How steady a row of taps is, and whether two limbs keep their turns. */

export interface Tap {
  /** Seconds from the start. */
  readonly at: number
  readonly limb: 'left' | 'right'
}

export interface Steadiness {
  /** Taps per minute. */
  readonly perMinute: number
  /** Coefficient of variation of the intervals, a share: 0 is a machine. */
  readonly variation: number
  /** Taps that came from the same limb as the one before, when the limbs were to take turns. */
  readonly turnsMissed: number
}

/** Taps below which nothing is said. */
export const TAPS_ASKED = 8

/** Standard deviation of the intervals over their mean (n − 1 in the denominator); null with too few taps. */
export function steadiness(taps: readonly Tap[]): Steadiness | null {
  if (taps.length < TAPS_ASKED) return null
  const intervals = taps.slice(1).map((t, i) => t.at - (taps[i]?.at ?? t.at))
  const mean = intervals.reduce((a, b) => a + b, 0) / intervals.length
  if (mean <= 0) return null
  const square = intervals.reduce((s, x) => s + (x - mean) ** 2, 0) / (intervals.length - 1)
  return {
    perMinute: 60 / mean,
    variation: Math.sqrt(square) / mean,
    turnsMissed: taps.slice(1).filter((t, i) => t.limb === taps[i]?.limb).length,
  }
}
