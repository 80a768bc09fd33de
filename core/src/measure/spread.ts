/** Means and standard deviations of few values, with their intervals. */
import { meanOf, sdOf, spreadOf } from './middle'
import { chiSquareShares, tUpper } from './quantiles'

/** A value with the bounds of its two-sided 95 % interval. */
export interface Estimate {
  readonly value: number
  readonly low: number
  readonly high: number
}

/** The mean of at least two values, with Student's interval. */
export function meanEstimate(xs: readonly number[]): Estimate {
  const value = meanOf(xs)
  const half = (tUpper(xs.length - 1) * spreadOf(xs)) / Math.sqrt(xs.length)
  return { value, low: value - half, high: value + half }
}

/** The difference of two means (a − b) of unequal spread, with Welch's interval (B. L. Welch, Biometrika 34, 1947). */
export function differenceEstimate(a: readonly number[], b: readonly number[]): Estimate {
  const [va, vb] = [spreadOf(a) ** 2 / a.length, spreadOf(b) ** 2 / b.length]
  const value = meanOf(a) - meanOf(b)
  const error = va + vb
  const degrees = error ** 2 / (va ** 2 / (a.length - 1) + vb ** 2 / (b.length - 1))
  const half = error === 0 ? 0 : tUpper(degrees) * Math.sqrt(error)
  return { value, low: value - half, high: value + half }
}

/**
 * By how much the mean of some new values lies above that of usual ones, with the interval in which it would lie by
 * chance alone taken off (prediction interval of the mean of k further normal values; Hahn and Meeker 1991, chapter 4).
 */
export function nextEstimate(fresh: readonly number[], usual: readonly number[]): Estimate {
  const value = meanOf(fresh) - meanOf(usual)
  const error = spreadOf(usual) * Math.sqrt(1 / fresh.length + 1 / usual.length)
  const half = tUpper(usual.length - 1) * error
  return { value, low: value - half, high: value + half }
}

/**
 * A standard deviation with its interval for normal values: n − spent degrees. `inflation` is by how much neighbours that
 * hang together make the squares scatter more than those of independent values; it takes as many degrees away.
 */
export function sdEstimate(residuals: readonly number[], spent: number, inflation = 1): Estimate {
  const value = sdOf(residuals, spent)
  const degrees = (residuals.length - spent) / inflation
  const shares = chiSquareShares(degrees)
  return { value, low: value / Math.sqrt(shares.high), high: value / Math.sqrt(shares.low) }
}
