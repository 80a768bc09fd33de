/** A second way to draw a share, for the tests of what draws it by gammas. */
import type { Rng } from '../../kit'

/** A share drawn from Beta(a, b) with whole parameters, as an order statistic of uniform draws. */
export function betaByOrder(rng: Rng, a: number, b: number): number {
  const draws = Array.from({ length: a + b - 1 }, () => rng()).sort((x, y) => x - y)
  return draws[a - 1] ?? 0
}
