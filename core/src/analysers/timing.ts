import { MEASURES } from '../timing'
import type { MeasureName } from '../timing'
import { nothingUnseen } from './analyser'
import type { Analyser, MeasureDescribed } from './analyser'

/** Every measure of played notes: its unit and its floor. */
export const TIMING_MEASURES: Readonly<Record<MeasureName, MeasureDescribed>> = {
  tempo: { unit: 'bpm', neverBelow: 0 },
  'tempo-drift': { unit: 'share' },
  unevenness: { unit: 'ms', neverBelow: 0 },
  'unevenness-share': { unit: 'share', neverBelow: 0 },
  'left-more-uneven': { unit: 'share', neverBelow: -1 },
  jitter: { unit: 'ms', neverBelow: 0 },
  'rush-before-crossing': { unit: 'share' },
  'wait-at-crossing': { unit: 'share' },
  'thumb-accent': { unit: 'velocity' },
  overlap: { unit: 'ms' },
  'overlap-spread': { unit: 'ms', neverBelow: 0 },
  'joined-overlap': { unit: 'ms' },
  'sounding-share': { unit: 'share', neverBelow: 0 },
  'hands-apart': { unit: 'ms' },
  'hands-apart-spread': { unit: 'ms', neverBelow: 0 },
  'chord-spread': { unit: 'ms', neverBelow: 0 },
  'roll-rate': { unit: 'per-second', neverBelow: 0 },
  'roll-swing': { unit: 'share', neverBelow: 0 },
  'roll-jitter': { unit: 'ms', neverBelow: 0 },
  'roll-hands-accent': { unit: 'velocity' },
  'roll-release-accent': { unit: 'velocity' },
  'roll-rate-change': { unit: 'share' },
  'wrong-notes': { unit: 'notes', neverBelow: 0 },
  'missing-notes': { unit: 'notes', neverBelow: 0 },
  'extra-notes': { unit: 'notes', neverBelow: 0 },
  'slips-later': { unit: 'share' },
}

/** Notes played on keys. */
export const timing: Analyser<MeasureName> = {
  id: 'timing',
  version: '4',
  takeKind: 'notes',
  measures: TIMING_MEASURES,
  mayTell: MEASURES,
  unseen: nothingUnseen,
  by: 'playing',
}
