/** What a measured value says for or against a sign: how much likelier it is with the sign than without. */
import type { Estimate } from './spread'
import { turned } from './threshold'
import type { Threshold } from './threshold'

/** One take is one look, however long it is: it never says more than so many to one. */
export const RATIO_MOST = 30
/** Where nobody has measured the student yet, players without the sign are taken to lie at half the threshold. */
const USUAL_SHARE = 0.5
/** A student's own usual value so near the threshold would make every value say nothing. */
const OWN_SHARE_MOST = 0.9
/** Half of a two-sided 95 % interval in standard errors. */
const HALF_OF_95 = 1.959963984540054

/**
 * Likelihood ratio of the value, in [1/30, 30]. Players without the sign are taken to scatter about their usual value,
 * those with it as far on the other side of the threshold, both normally with half that distance as standard deviation
 * (and at least a quarter of the threshold: nobody is the same every day);
 * the error of the measurement, read off its interval, adds to both. So a value on the threshold says nothing, and a
 * doubtful one little. The two curves are our choice, no source; the usual value is the student's own where it is known.
 */
export function ratioOf(
  measure: Estimate,
  threshold: Pick<Threshold, 'side' | 'at'>,
  own: number | null = null,
): number {
  const { value, at } = turned(measure, threshold)
  const usual = at > 0 ? at * USUAL_SHARE : at - Math.abs(at) * USUAL_SHARE
  const turnedOwn = own === null ? usual : turned({ ...measure, value: own }, threshold).value
  const nearest = at > 0 ? at * OWN_SHARE_MOST : at - Math.abs(at) * (1 - OWN_SHARE_MOST)
  const distance = at - Math.min(turnedOwn, nearest)
  const spread = Math.max(distance, Math.abs(at) * USUAL_SHARE) / 2
  // Of the value as it was measured: folded about nought, an interval is half as wide and no surer.
  const error = (measure.high - measure.low) / (2 * HALF_OF_95)
  const logRatio = (2 * distance * (value - at)) / (spread ** 2 + error ** 2)
  return Math.min(RATIO_MOST, Math.max(1 / RATIO_MOST, Math.exp(logRatio)))
}
