/** What a take of played notes can be measured for. */
import type { Measured } from '../measure'

/** Everything a take can be measured for. */
export const MEASURES = [
  'tempo',
  'tempo-drift',
  'unevenness',
  'unevenness-share',
  'left-more-uneven',
  'jitter',
  'rush-before-crossing',
  'wait-at-crossing',
  'thumb-accent',
  'overlap',
  'overlap-spread',
  'joined-overlap',
  'sounding-share',
  'hands-apart',
  'hands-apart-spread',
  'chord-spread',
  'roll-rate',
  'roll-swing',
  'roll-jitter',
  'roll-hands-accent',
  'roll-release-accent',
  'roll-rate-change',
  'wrong-notes',
  'missing-notes',
  'extra-notes',
  'slips-later',
] as const
export type MeasureName = (typeof MEASURES)[number]

/** One value of a take of notes. */
export type Measure = Measured<MeasureName>
