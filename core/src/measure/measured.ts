/** A value with the interval it surely lies in, and what it was read from. */
import type { Estimate } from './spread'

/**
 * Units as they are kept: beats a minute, strokes or waves a second, milliseconds, shares of 1, steps of key velocity,
 * counts; cents (hundredths of a semitone), decibels, both also a second; times as many.
 */
export const UNITS = [
  'bpm',
  'per-second',
  'ms',
  'share',
  'velocity',
  'notes',
  'cents',
  'cents-per-second',
  'dB',
  'dB-per-second',
  'times',
] as const
export type Unit = (typeof UNITS)[number]

/** One value of a take, with the bounds of its two-sided 95 % interval. */
export interface Measured<Name extends string = string> extends Estimate {
  readonly name: Name
  readonly unit: Unit
  /** How many intervals, notes, crossings or stretches of sound it was read from. */
  readonly count: number
}

/** The value of that name, where the take had enough for it. */
export function measureOf<Name extends string>(
  measures: readonly Measured<Name>[],
  name: Name,
): Measured<Name> | null {
  return measures.find((m) => m.name === name) ?? null
}
