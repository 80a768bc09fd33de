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

/** The inverse of a small symmetric matrix by Gauss and Jordan; singular ones give NaN or Infinity. */
function inverse(matrix: readonly (readonly number[])[]): readonly (readonly number[])[] {
  const n = matrix.length
  const rows = matrix.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))])
  for (let i = 0; i < n; i++) {
    const pivotRow = rows[i] ?? []
    const pivot = pivotRow[i] ?? 0
    for (let k = 0; k < 2 * n; k++) pivotRow[k] = (pivotRow[k] ?? 0) / pivot
    rows.forEach((row, j) => {
      if (j === i) return
      const share = row[i] ?? 0
      for (let k = 0; k < 2 * n; k++) row[k] = (row[k] ?? 0) - share * (pivotRow[k] ?? 0)
    })
  }
  return rows.map((row) => row.slice(n))
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
  const scale = Math.max(...places.map((p) => Math.abs(p - middle)), 1)
  const powers = places.map((p) =>
    Array.from({ length: count }, (_, k) => ((p - middle) / scale) ** k),
  )
  const sums = Array.from({ length: count }, (_, a) =>
    Array.from({ length: count }, (_, b) =>
      powers.reduce((sum, p) => sum + (p[a] ?? 0) * (p[b] ?? 0), 0),
    ),
  )
  const right = Array.from({ length: count }, (_, a) =>
    powers.reduce((sum, p, i) => sum + (p[a] ?? 0) * (values[i] ?? 0), 0),
  )
  const solved = inverse(sums)
  const scaled = solved.map((row) => row.reduce((sum, x, k) => sum + x * (right[k] ?? 0), 0))
  const residuals = values.map(
    (v, i) => v - scaled.reduce((sum, term, k) => sum + term * (powers[i]?.[k] ?? 0), 0),
  )
  const variance = residuals.reduce((sum, r) => sum + r * r, 0) / (values.length - count)
  return {
    middle,
    terms: scaled.map((term, k) => term / scale ** k),
    residuals,
    errors: solved.map((row, k) => Math.sqrt(variance * (row[k] ?? 0)) / scale ** k),
  }
}
