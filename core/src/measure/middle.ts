/** Middles and scatters as plain numbers; by themselves, so that who needs no interval loads no table of quantiles. */

export function meanOf(xs: readonly number[]): number {
  return xs.reduce((sum, x) => sum + x, 0) / xs.length
}

/** The middle value; of an even number the mean of the two in the middle. NaN of none. */
export function medianOf(xs: readonly number[]): number {
  const sorted = [...xs].sort((a, b) => a - b)
  const half = sorted.length >> 1
  const [below, above] = [sorted[half - 1] ?? Number.NaN, sorted[half] ?? Number.NaN]
  return sorted.length % 2 === 1 ? above : (below + above) / 2
}

/** Standard deviation with n − spent in the denominator; `spent` is what the fit before it used up. */
export function sdOf(residuals: readonly number[], spent: number): number {
  const squares = residuals.reduce((sum, r) => sum + r * r, 0)
  return Math.sqrt(squares / (residuals.length - spent))
}

/** Sample standard deviation about the mean, n − 1 in the denominator. */
export function spreadOf(xs: readonly number[]): number {
  const mean = meanOf(xs)
  return sdOf(
    xs.map((x) => x - mean),
    1,
  )
}
