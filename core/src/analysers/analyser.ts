/**
 * A way of measuring a take as one value: what it reads, what it measures in which units, what that may tell. Packs,
 * evidence, screens and words read the table of them; what is not in it is neither kept as measured nor said.
 */
import type { Measured, Unit } from '../measure'

/** What a take is of. */
export const TAKE_KINDS = ['sound', 'picture', 'notes'] as const
export type TakeKind = (typeof TAKE_KINDS)[number]

/** One value an analyser reads off a take. */
export interface MeasureDescribed {
  readonly unit: Unit
  /** Lengths, scatters and counts have a floor; absent where the value goes both ways. */
  readonly neverBelow?: number
}

/** One way of measuring. */
export interface Analyser<Name extends string = string> {
  /** Kept with every reading. */
  readonly id: string
  /** Another one means that figures may differ. */
  readonly version: string
  readonly takeKind: TakeKind
  readonly measures: Readonly<Record<Name, MeasureDescribed>>
  /** Those of its measures that may speak for or against a sign; of the others nothing is concluded. */
  readonly mayTell: readonly Name[]
  /** How likely a sign that is there goes unseen in a take of so much, [0, 1]: at least that much still speaks for it. */
  unseen(name: Name, count: number | undefined): number
  /** How it was read, where that has to be said beside a value; empty for the usual way. */
  readonly by: 'playing' | 'taps' | 'sound'
}

/** Nothing goes unseen: what is measured is measured. */
export const nothingUnseen = () => 0

/**
 * Why there is no value of a measure that was tried: no number came out, its bounds do not hold it, nobody knows it; or the
 * device or the room stood in the way.
 */
export const NOT_MEASURED = [
  'no-number',
  'outside-interval',
  'unknown-measure',
  'failed',
  'prevented',
] as const
export type WhyNotMeasured = (typeof NOT_MEASURED)[number]

/** A measure that was tried and came to nothing. */
export interface Unmeasured {
  readonly name: string
  readonly why: WhyNotMeasured
}

/** What holds of a reading, and what of it does not. */
export interface Checked {
  readonly measures: readonly Measured[]
  readonly notMeasured: readonly Unmeasured[]
}

const isCount = (count: number) => Number.isInteger(count) && count >= 0

/** The value as it may be kept, or why it may not. */
function checkedOne(analyser: Analyser, measure: Measured): Measured | WhyNotMeasured {
  const { name, value, low, high, count } = measure
  const known = Object.hasOwn(analyser.measures, name) ? analyser.measures[name] : undefined
  if (!known || known.unit !== measure.unit) return 'unknown-measure'
  if (![value, low, high].every(Number.isFinite) || !isCount(count)) return 'no-number'
  const floor = known.neverBelow ?? Number.NEGATIVE_INFINITY
  if (value < floor) return 'outside-interval'
  const from = Math.max(floor, low)
  return from <= value && value <= high ? { ...measure, low: from } : 'outside-interval'
}

/**
 * What an analyser found, closed: every value a finite number between its bounds and not below its floor, in the unit
 * it is described in. The rest is named with the reason and is no value.
 */
export function checkedBy(analyser: Analyser, found: readonly Measured[]): Checked {
  const measures: Measured[] = []
  const notMeasured: Unmeasured[] = []
  for (const measure of found) {
    const checked = checkedOne(analyser, measure)
    if (typeof checked === 'string') notMeasured.push({ name: measure.name, why: checked })
    else measures.push(checked)
  }
  return { measures, notMeasured }
}

/** What one analyser of a stated version found. */
export interface Reading extends Checked {
  readonly analyser: string
  readonly version: string
}

/**
 * What was found, as the analyser's own table lets it be kept.
 * @param prevented names of measures that device or room made impossible in this take
 */
export function readingOf(
  analyser: Analyser,
  found: readonly Measured[],
  prevented: readonly string[] = [],
): Reading {
  const { measures, notMeasured } = checkedBy(analyser, found)
  const inTheWay = prevented.map((name): Unmeasured => ({ name, why: 'prevented' }))
  const { id, version } = analyser
  return { analyser: id, version, measures, notMeasured: [...notMeasured, ...inTheWay] }
}
