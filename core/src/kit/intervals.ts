/** Shares with their uncertainty. */

/** A share with its lower and upper bound, all in [0, 1]. */
export interface ShareInterval {
  readonly share: number
  readonly low: number
  readonly high: number
}

/** Standard normal quantile for a two-sided 95 % interval. */
const Z_95 = 1.959963984540054

/**
 * Wilson score interval for k successes in n tries (E. B. Wilson, JASA 22, 1927).
 * With no tries the interval is the whole of [0, 1].
 * @throws RangeError when k is not in [0, n]
 */
export function wilson(k: number, n: number, z = Z_95): ShareInterval {
  if (n < 0 || k < 0 || k > n) throw new RangeError(`${k} of ${n} is not a share`)
  if (n === 0) return { share: 0.5, low: 0, high: 1 }
  const share = k / n
  const z2 = z * z
  const middle = (share + z2 / (2 * n)) / (1 + z2 / n)
  const half = (z / (1 + z2 / n)) * Math.sqrt((share * (1 - share)) / n + z2 / (4 * n * n))
  return {
    share,
    low: k === 0 ? 0 : Math.max(0, middle - half),
    high: k === n ? 1 : Math.min(1, middle + half),
  }
}

/**
 * By how much the second share is larger than the first, with a 95 % interval (R. G. Newcombe, Interval estimation for
 * the difference between independent proportions, Statistics in Medicine 17, 1998, method 10).
 */
export function shareDifference(first: ShareInterval, second: ShareInterval) {
  const value = second.share - first.share
  const below = Math.hypot(second.share - second.low, first.high - first.share)
  const above = Math.hypot(second.high - second.share, first.share - first.low)
  return { value, low: value - below, high: value + above }
}
