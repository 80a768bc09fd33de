/** What is measured of played notes, in words a teacher would use. */
import type { MeasureName, PlayedFault } from '@vein-mend/core/timing'

export const MEASURE_WORDS: Readonly<Record<MeasureName, string>> = {
  tempo: 'Tempo',
  'tempo-drift': 'Faster at the end than at the beginning',
  unevenness: 'Unevenness from note to note',
  'unevenness-share': 'Unevenness, of the note’s length',
  'left-more-uneven': 'Left hand more uneven than the right',
  jitter: 'Scatter about a steady beat',
  'rush-before-crossing': 'The two notes before the thumb, against the others',
  'wait-at-crossing': 'The step onto the thumb, against the others',
  'thumb-accent': 'The thumb louder than the fingers, of 127',
  overlap: 'Overlap with the next note',
  'overlap-spread': 'Overlap, how differently',
  'joined-overlap': 'Overlap where it should join',
  'sounding-share': 'How much of its time a note sounds',
  'hands-apart': 'Left hand after the right',
  'hands-apart-spread': 'Hands apart, how differently',
  'chord-spread': 'First to last note of a chord',
  'roll-rate': 'Strokes a second',
  'roll-swing': 'Right to left, of both gaps',
  'roll-jitter': 'Scatter of the strokes',
  'roll-hands-accent': 'Left louder than right, of 127',
  'roll-release-accent': 'Last stroke louder than the others, of 127',
  'roll-rate-change': 'Faster at the end than at the beginning',
  'wrong-notes': 'Wrong notes',
  'missing-notes': 'Left out',
  'extra-notes': 'Notes too many',
  'slips-later': 'More slips in the second half',
}

/** A value in its unit, with a sign where it goes both ways. */
export function sayValue(value: number, unit: string): string {
  const minus = (text: string) => text.replace('-', '−')
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
    default:
      return String(Math.round(value))
  }
}

/** A bound of an interval, without the unit that stands behind its value already. */
function bare(value: number, unit: string): string {
  return sayValue(value, unit).replace(/\u00a0%$| ms$/, '')
}

/** The value with the interval it surely lies in, where there is one. */
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

export const PLAYED_FAULT_WORDS: Readonly<Record<PlayedFault, string>> = {
  none: 'well',
  uneven: 'unevenly',
  'rushes-before-crossing': 'rushing to the thumb',
  'heavy-thumb': 'with a heavy thumb',
  gaps: 'with gaps',
  sticks: 'with keys held too long',
  'left-late': 'left hand late',
  'hands-scatter': 'hands not together',
  'chords-ragged': 'chords one note after another',
  'speeds-up': 'running away',
  'wrong-notes': 'with wrong notes',
}
