import { nothingUnseen } from './analyser'
import type { Analyser } from './analyser'

/** The pulse of taps by itself, whatever they were asked to be. */
export const pulse: Analyser<'beat-wander'> = {
  id: 'pulse',
  version: '1',
  takeKind: 'notes',
  measures: { 'beat-wander': { unit: 'ms', neverBelow: 0 } },
  // Shown, and nothing concluded: nobody has said yet from which value on it is a fault.
  mayTell: [],
  unseen: nothingUnseen,
  by: 'taps',
}
