/** From which value on a measure tells of something; below, a player is within what is usual. */
import type { Measure, MeasureName } from './measure'

/** What a measure can tell of. */
export const TELLS = [
  'uneven',
  'rushes-before-crossing',
  'waits-at-crossing',
  'heavy-thumb',
  'gaps',
  'sticks',
  'left-late',
  'right-late',
  'hands-scatter',
  'chords-ragged',
  'speeds-up',
  'slows-down',
  'uneven-roll',
  'swinging-roll',
  'lame-hand',
] as const
export type Tell = (typeof TELLS)[number]

/** A threshold: the value, and on which side of it something is told. */
export interface Threshold {
  readonly measure: MeasureName
  readonly over: boolean
  readonly at: number
}

/**
 * Usual thresholds. Unevenness: players of professional level scatter by about 3 to 5 % of the interval in scales at
 * this speed and good amateurs by up to 8 % (Jabusch et al. 2004 for pianists' order of size; the figure of 8 % from
 * memory). Hands: trained players are within about 30 ms in the mean (common practice, no source). All others: common
 * practice, no source. A pack or the student's own baseline goes before them.
 */
export const USUAL_THRESHOLDS: Readonly<Record<Tell, Threshold>> = {
  uneven: { measure: 'unevenness-share', over: true, at: 0.08 },
  'rushes-before-crossing': { measure: 'rush-before-crossing', over: false, at: -0.05 },
  'waits-at-crossing': { measure: 'wait-at-crossing', over: true, at: 0.08 },
  'heavy-thumb': { measure: 'thumb-accent', over: true, at: 5 },
  gaps: { measure: 'joined-overlap', over: false, at: -40 },
  sticks: { measure: 'overlap', over: true, at: 60 },
  'left-late': { measure: 'hands-apart', over: true, at: 20 },
  'right-late': { measure: 'hands-apart', over: false, at: -20 },
  'hands-scatter': { measure: 'hands-apart-spread', over: true, at: 30 },
  'chords-ragged': { measure: 'chord-spread', over: true, at: 35 },
  'speeds-up': { measure: 'tempo-drift', over: true, at: 0.05 },
  'slows-down': { measure: 'tempo-drift', over: false, at: -0.05 },
  'uneven-roll': { measure: 'roll-jitter', over: true, at: 6 },
  'swinging-roll': { measure: 'roll-swing', over: true, at: 0.53 },
  'lame-hand': { measure: 'roll-hands-accent', over: false, at: -8 },
}

/** Whether the whole interval lies beyond the threshold; within it nothing is told either way. */
export function isTold(
  { low, high }: Pick<Measure, 'low' | 'high'>,
  threshold: Threshold,
): boolean {
  return threshold.over ? low > threshold.at : high < threshold.at
}

/** What a take tells of, by the thresholds given. */
export function toldBy(
  measures: readonly Measure[],
  thresholds: Readonly<Record<Tell, Threshold>> = USUAL_THRESHOLDS,
): readonly Tell[] {
  return TELLS.filter((tell) => {
    const threshold = thresholds[tell]
    const found = measures.find((m) => m.name === threshold.measure)
    return found !== undefined && isTold(found, threshold)
  })
}
