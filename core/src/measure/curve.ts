/** A straight line or a bend laid through onsets by least squares. */

/** A polynomial about the middle of the places: value(i) = c0 + c1 (i − middle) + c2 (i − middle)². */
export interface Curve {
  readonly middle: number
  readonly terms: readonly number[]
  /** What is left of each value. */
  readonly residuals: readonly number[]
  /** Standard error of each term, for normal residuals. */
  readonly errors: readonly number[]
}

export function curveAt({ middle, terms }: Pick<Curve, 'middle' | 'terms'>, place: number): number {
  const x = place - middle
  return terms.reduceRight((sum, term) => sum * x + term, 0)
}

/** The inverse of a small symmetric matrix and the logarithm of its determinant, by Gauss and Jordan; singular ones give NaN or Infinity. */
export function inverseOf(matrix: readonly (readonly number[])[]): {
  readonly inverse: readonly (readonly number[])[]
  readonly logDet: number
} {
  const n = matrix.length
  const rows = matrix.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))])
  let logDet = 0
  for (let i = 0; i < n; i++) {
    const pivotRow = rows[i] ?? []
    const pivot = pivotRow[i] ?? 0
    logDet += Math.log(Math.abs(pivot))
    for (let k = 0; k < 2 * n; k++) pivotRow[k] = (pivotRow[k] ?? 0) / pivot
    rows.forEach((row, j) => {
      if (j === i) return
      const share = row[i] ?? 0
      for (let k = 0; k < 2 * n; k++) row[k] = (row[k] ?? 0) - share * (pivotRow[k] ?? 0)
    })
  }
  return { inverse: rows.map((row) => row.slice(n)), logDet }
}

/** All that normal equations need: sums of powers of the places up to the square of the highest, and with values once. */
function powerSums(at: Float64Array, values: readonly number[]) {
  let [s1, s2, s3, s4, v0, v1, v2] = [0, 0, 0, 0, 0, 0, 0]
  for (let i = 0; i < values.length; i++) {
    const x = at[i] as number
    const value = values[i] as number
    const square = x * x
    s1 += x
    s2 += square
    s3 += square * x
    s4 += square * square
    v0 += value
    v1 += x * value
    v2 += square * value
  }
  return { powers: [values.length, s1, s2, s3, s4], right: [v0, v1, v2] }
}

/**
 * The best curve of that degree through values at places.
 * @throws RangeError with no more values than terms
 */
export function fitCurve(
  places: readonly number[],
  values: readonly number[],
  degree: 1 | 2,
): Curve {
  const count = degree + 1
  if (values.length <= count) throw new RangeError(`${values.length} values for ${count} terms`)
  const middle = places.reduce((a, b) => a + b, 0) / places.length
  // Places are scaled to about one: the normal equations of raw squares would lose figures.
  const scale = places.reduce((most, p) => Math.max(most, Math.abs(p - middle)), 1)
  const at = Float64Array.from(places, (p) => (p - middle) / scale)
  const { powers, right } = powerSums(at, values)
  const lines = [0, 1, 2].slice(0, count)
  const { inverse: solved } = inverseOf(lines.map((a) => powers.slice(a, a + count)))
  const scaled = solved.map((row) => row.reduce((sum, x, k) => sum + x * (right[k] ?? 0), 0))
  const [level = 0, slope = 0, bend = 0] = scaled
  const residuals = values.map((value, i) => {
    const x = at[i] as number
    return value - (level + x * (slope + x * bend))
  })
  const variance = residuals.reduce((sum, r) => sum + r * r, 0) / (values.length - count)
  return {
    middle,
    terms: scaled.map((term, k) => term / scale ** k),
    residuals,
    errors: solved.map((row, k) => Math.sqrt(variance * (row[k] ?? 0)) / scale ** k),
  }
}
