/** A value with the interval it surely lies in, and what it was read from. */

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

/** Units as they are kept: beats or strokes a minute or second, milliseconds, shares of 1, steps of key velocity. */
export const UNITS = ['bpm', 'per-second', 'ms', 'share', 'velocity', 'notes'] as const
export type Unit = (typeof UNITS)[number]

/** One value of a take. */
export interface Measure {
  readonly name: MeasureName
  readonly value: number
  /** Bounds of a two-sided 95 % interval. */
  readonly low: number
  readonly high: number
  readonly unit: Unit
  /** How many intervals, notes or crossings it was read from. */
  readonly count: number
}

/** The value of that name, where the take had enough for it. */
export function measureOf(measures: readonly Measure[], name: MeasureName): Measure | null {
  return measures.find((m) => m.name === name) ?? null
}
