/** Where to pluck so that the colour stays as the left hand goes up the neck. */

/** Share of the open string that still sounds when it is stopped at a fret: equal temperament, 2^(−n/12). */
export function soundingShare(fret: number): number {
  return 2 ** (-fret / 12)
}

/**
 * Distance from the bridge that keeps the colour, in the unit of the scale length: the plucking point stays
 * at the same share of the sounding string, because that share decides which partials are weak (a string
 * plucked at 1/n of its length lacks the nth; Helmholtz 1863).
 */
export function pluckingDistance(scaleLength: number, openDistance: number, fret: number): number {
  if (openDistance <= 0 || openDistance >= scaleLength) {
    throw new RangeError(`${openDistance} is not on a string of ${scaleLength}`)
  }
  return openDistance * soundingShare(fret)
}
