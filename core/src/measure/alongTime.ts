/** Estimates from values that follow one another closely, so that neighbours are alike. */
import { meanOf } from './middle'
import { sdEstimate } from './spread'
import type { Estimate } from './spread'

/** Half of a two-sided 95 % interval in standard errors. */
const Z = 1.959963984540054
/** Neighbours more alike than this tell nothing but their mean. */
const ALIKE_MOST = 0.98

/** From so many values on it is known by how much their likeness is read too low. */
const CORRECTED_FROM = 20

/**
 * How alike neighbours are: the correlation of each value with the next, not below 0; of many values put up by
 * (1 + 4 r) / n, by which it is read too low (F. H. C. Marriott and J. A. Pope, Biometrika 41, 1954).
 */
export function likenessOfNeighbours(values: readonly number[]): number {
  const mean = meanOf(values)
  let [both, own] = [0, 0]
  values.forEach((v, i) => {
    own += (v - mean) ** 2
    const next = values[i + 1]
    if (next !== undefined) both += (v - mean) * (next - mean)
  })
  if (own === 0) return 0
  const count = values.length
  const r = both / own
  const corrected = count >= CORRECTED_FROM ? r + (1 + 4 * r) / count : r
  return Math.min(ALIKE_MOST, Math.max(0, corrected))
}

/**
 * The mean of values along time: as if there were n (1 − r) / (1 + r) of them, r the likeness of neighbours (Bartlett
 * 1946, for a chain of the first order).
 */
export function meanAlong(values: readonly number[], value = meanOf(values)): Estimate {
  const r = likenessOfNeighbours(values)
  const count = (values.length * (1 - r)) / (1 + r)
  const mean = meanOf(values)
  const squares = values.reduce((sum, v) => sum + (v - mean) ** 2, 0)
  const half = Z * Math.sqrt(squares / Math.max(1, values.length - 1) / Math.max(1, count))
  return { value, low: value - half, high: value + half }
}

/** Their standard deviation about what was fitted: squares of such a chain hang together by r². */
export function sdAlong(residuals: readonly number[], spent: number): Estimate {
  const r = likenessOfNeighbours(residuals)
  const most = (residuals.length - spent) / 2
  return sdEstimate(residuals, spent, Math.min(most, (1 + r * r) / (1 - r * r)))
}

/** A term that was fitted to values along time, from its error for independent ones. */
export function termAlong(value: number, error: number, residuals: readonly number[]): Estimate {
  const r = likenessOfNeighbours(residuals)
  const half = Z * error * Math.sqrt((1 + r) / (1 - r))
  return { value, low: value - half, high: value + half }
}
