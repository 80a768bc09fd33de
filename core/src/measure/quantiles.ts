/** Quantiles of the distributions that intervals are read off, by a library. */
import jstat from 'jstat'

const { jStat } = jstat

/** Of a two-sided 95 % interval. */
const UPPER = 0.975
const LOWER = 0.025

/** Many intervals ask for the same few degrees. */
function rememberedBy(of: (degrees: number) => number): (degrees: number) => number {
  const known = new Map<number, number>()
  return (degrees) => {
    const found = known.get(degrees) ?? of(degrees)
    known.set(degrees, found)
    return found
  }
}

/** Student's t that 2.5 in a hundred lie above, by its degrees of freedom (above 0). */
export const tUpper = rememberedBy((degrees) => jStat.studentt.inv(UPPER, degrees))

/** From so many degrees on Student's t is the normal within a thousandth of its quantiles, and asked for in no time. */
const NORMAL_FROM = 1000

/** The share of Student's t below a value, [0, 1]. */
export function tBelow(value: number, degrees: number): number {
  return degrees < NORMAL_FROM ? jStat.studentt.cdf(value, degrees) : jStat.normal.cdf(value, 0, 1)
}

const chiLow = rememberedBy((degrees) => jStat.chisquare.inv(LOWER, degrees) / degrees)
const chiHigh = rememberedBy((degrees) => jStat.chisquare.inv(UPPER, degrees) / degrees)

/** Chi-square over its degrees: what 2.5 in a hundred lie below, and above. */
export function chiSquareShares(degrees: number): { readonly low: number; readonly high: number } {
  return { low: chiLow(degrees), high: chiHigh(degrees) }
}

/** In what share of normal samples the furthest value is called an outlier though it is none. */
const OUTLIER = 0.001

/**
 * By how many standard deviations the highest of some normal values lies above their mean at the most, save in one of a
 * thousand samples (F. E. Grubbs, Annals of Mathematical Statistics 21, 1950), for three values and more.
 */
export const grubbsUpper = rememberedBy((count) => {
  const t = jStat.studentt.inv(1 - OUTLIER / count, count - 2)
  return ((count - 1) / Math.sqrt(count)) * Math.sqrt(t ** 2 / (count - 2 + t ** 2))
})
