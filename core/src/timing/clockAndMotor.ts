/** Where the unevenness of steady tapping comes from: the inner beat, or the fingers that follow it. */
import { meanOf } from '../measure'

/** Both as standard deviations, ms. */
export interface ClockAndMotor {
  readonly clockMs: number
  readonly motorMs: number
  /** The intervals do not go to and fro as fingers make them: the split cannot be told. */
  readonly doubtful: boolean
}

/** Taps below which the split is chance. */
export const SPLIT_TAPS = 30

/** Mean product of deviations so many places apart, n in the denominator. */
function covariance(xs: readonly number[], lag: number): number {
  const mean = meanOf(xs)
  let sum = 0
  for (let i = 0; i + lag < xs.length; i++) {
    sum += ((xs[i] ?? 0) - mean) * ((xs[i + lag] ?? 0) - mean)
  }
  return sum / (xs.length - lag)
}

/**
 * A late finger makes one interval longer and the next one shorter; a slow beat does not. So the covariance of
 * neighbouring intervals is minus the variance of the fingers, and what is left of the variance is the beat's (A. M. Wing
 * and A. B. Kristofferson, Perception & Psychophysics 14, 1973). Null with too few taps.
 */
export function clockAndMotor(onsetsMs: readonly number[]): ClockAndMotor | null {
  if (onsetsMs.length < SPLIT_TAPS) return null
  const intervals = onsetsMs.slice(1).map((at, i) => at - (onsetsMs[i] ?? at))
  const motor = -covariance(intervals, 1)
  const clock = covariance(intervals, 0) - 2 * motor
  return {
    clockMs: Math.sqrt(Math.max(0, clock)),
    motorMs: Math.sqrt(Math.max(0, motor)),
    doubtful: motor < 0 || clock < 0,
  }
}
