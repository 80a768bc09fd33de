import { meanEstimate } from '../measure'
import type { Measured } from '../measure'
import { inOrder, SPLIT_TAPS } from '../timing'
import type { PlayedNote } from '../timing'

/** Stretches by which it is told how sure the value is; batch means, as of any series that hangs together. */
const STRETCHES = 8

/** What one interval tells of the clock's variance, ms²: its own square, and its product with the one on either side. */
function clockTerms(onsetsMs: readonly number[]): readonly number[] {
  const intervals = onsetsMs.slice(1).map((at, i) => at - (onsetsMs[i] ?? at))
  const mean = intervals.reduce((sum, x) => sum + x, 0) / intervals.length
  const off = intervals.map((x) => x - mean)
  return off.slice(1, -1).map((x, i) => x * x + x * ((off[i] ?? 0) + (off[i + 2] ?? 0)))
}

function stretchMeans(terms: readonly number[]): readonly number[] {
  return Array.from({ length: STRETCHES }, (_, i) => {
    const [from, to] = [i, i + 1].map((at) => Math.floor((at * terms.length) / STRETCHES))
    const own = terms.slice(from, to)
    return own.reduce((sum, x) => sum + x, 0) / own.length
  })
}

const rootOf = (variance: number) => Math.sqrt(Math.max(0, variance))

/**
 * How much the inner beat wanders, ms: the variance of the intervals with twice their covariance with the next one
 * added, which takes the fingers out (A. M. Wing and A. B. Kristofferson, Perception & Psychophysics 14, 1973). Nothing of
 * taps on two hands, of too few, or where the fingers hide the beat.
 */
export function beatWander(played: readonly PlayedNote[]): readonly Measured[] {
  const oneHand = new Set(played.map((n) => n.midi)).size === 1
  if (!oneHand || played.length < SPLIT_TAPS) return []
  const { value, low, high } = meanEstimate(
    stretchMeans(clockTerms(inOrder(played).map((n) => n.onMs))),
  )
  if (value <= 0) return []
  const found = { value: rootOf(value), low: rootOf(low), high: rootOf(high) }
  return [{ name: 'beat-wander', unit: 'ms', count: played.length, ...found }]
}
