/** Measured values in words, of whatever kind. */
import type { AnyMeasure, WhyNotMeasured } from '@vein-mend/core/analysers'
import { MEASURE_WORDS } from './timingWords'
import { TONE_MEASURE_WORDS } from './toneWords'

const WORDS: Readonly<Record<AnyMeasure, string>> = {
  ...MEASURE_WORDS,
  ...TONE_MEASURE_WORDS,
  'beat-wander': 'The inner beat wanders',
}

/** The name of a measure as a teacher would say it; the bare name of one nobody here knows. */
export function measureWords(name: string): string {
  const known = Object.entries(WORDS).find(([measure]) => measure === name)
  return known?.[1] ?? name
}

/** Why there is no figure. */
export const NOT_MEASURED_WORDS: Readonly<Record<WhyNotMeasured, string>> = {
  prevented: 'the device, the room, another key or a waver stands in the way',
  'no-number': 'no figure could be worked out',
  'outside-interval': 'its figures do not go together',
  'unknown-measure': 'nobody here knows it',
  failed: 'the measuring broke off',
}

/** A value in its unit, with a sign where it goes both ways. */
export function sayValue(value: number, unit: string): string {
  // What rounds to nought has no sign.
  const minus = (text: string) => text.replace(/^-(?=[0.]*(?:[^\d.]|$))/, '').replace('-', '−')
  switch (unit) {
    case 'share':
      return minus(`${Math.round(value * 100)}\u00a0%`)
    case 'ms':
      return minus(`${Math.round(value)} ms`)
    case 'velocity':
      return minus(String(Math.round(value)))
    case 'bpm':
      return `${Math.round(value)}`
    case 'per-second':
      return value.toFixed(1)
    case 'cents':
      return minus(`${Math.round(value)} cents`)
    case 'cents-per-second':
      return minus(`${Math.round(value)} cents a second`)
    case 'dB':
      return minus(`${value.toFixed(1)} dB`)
    case 'dB-per-second':
      return minus(`${value.toFixed(1)} dB a second`)
    case 'times':
      return value.toFixed(1)
    default:
      return String(Math.round(value))
  }
}

/** A bound of an interval, without the unit that stands behind its value already. */
function bare(value: number, unit: string): string {
  return sayValue(value, unit).replace(/\u00a0%$| ms$| cents| dB| a second$/g, '')
}

/** The value with its interval, where there is one. */
export function sayMeasure(m: {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly unit: string
}): string {
  const value = sayValue(m.value, m.unit)
  const [low, high] = [bare(m.low, m.unit), bare(m.high, m.unit)]
  return low === high ? value : `${value} (${low} to ${high})`
}

/** A ratio of two likelihoods, said as odds. */
export function sayRatio(ratio: number): string {
  const times = ratio >= 1 ? ratio : 1 / ratio
  if (times < 1.2) return 'says nothing either way'
  const shown = times < 3 ? times.toFixed(1) : String(Math.round(times))
  return ratio >= 1 ? `speaks for it, ${shown} to 1` : `speaks against it, ${shown} to 1`
}
