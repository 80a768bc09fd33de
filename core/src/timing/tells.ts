/** From which value on a measure tells of something; below, a player is within what is usual. */
import { isTold } from '../measure'
import type { Threshold } from '../measure'
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

/**
 * Usual thresholds. Unevenness: players of professional level scatter by about 3 to 5 % of the interval in scales at
 * this speed and good amateurs by up to 8 % (Jabusch et al. 2004 for pianists' order of size; the figure of 8 % from
 * memory). Hands: trained players are within about 30 ms in the mean (common practice, no source). All others: common
 * practice, no source. A pack or the student's own baseline goes before them.
 */
export const USUAL_THRESHOLDS: Readonly<Record<Tell, Threshold<MeasureName>>> = {
  uneven: { measure: 'unevenness-share', side: 'over', at: 0.08 },
  'rushes-before-crossing': { measure: 'rush-before-crossing', side: 'under', at: -0.05 },
  'waits-at-crossing': { measure: 'wait-at-crossing', side: 'over', at: 0.08 },
  'heavy-thumb': { measure: 'thumb-accent', side: 'over', at: 5 },
  gaps: { measure: 'joined-overlap', side: 'under', at: -40 },
  sticks: { measure: 'overlap', side: 'over', at: 60 },
  'left-late': { measure: 'hands-apart', side: 'over', at: 40 },
  'right-late': { measure: 'hands-apart', side: 'under', at: -40 },
  'hands-scatter': { measure: 'hands-apart-spread', side: 'over', at: 30 },
  'chords-ragged': { measure: 'chord-spread', side: 'over', at: 35 },
  'speeds-up': { measure: 'tempo-drift', side: 'over', at: 0.05 },
  'slows-down': { measure: 'tempo-drift', side: 'under', at: -0.05 },
  'uneven-roll': { measure: 'roll-jitter', side: 'over', at: 6 },
  'swinging-roll': { measure: 'roll-swing', side: 'over', at: 0.53 },
  'lame-hand': { measure: 'roll-hands-accent', side: 'under', at: -8 },
}

/** What a take tells of, by the thresholds given. */
export function toldBy(
  measures: readonly Measure[],
  thresholds: Readonly<Record<Tell, Threshold<MeasureName>>> = USUAL_THRESHOLDS,
): readonly Tell[] {
  return TELLS.filter((tell) => {
    const threshold = thresholds[tell]
    const found = measures.find((m) => m.name === threshold.measure)
    return found !== undefined && isTold(found, threshold)
  })
}
