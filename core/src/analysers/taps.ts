import type { MeasureName } from '../timing'
import { nothingUnseen } from './analyser'
import type { Analyser } from './analyser'
import { TIMING_MEASURES } from './timing'

const { tempo, unevenness, jitter } = TIMING_MEASURES

/** Taps of a rung: they tell of the pulse and of the two hands, and nothing of what a finger does on its instrument. */
export const taps: Analyser<
  Extract<
    MeasureName,
    | 'tempo'
    | 'tempo-drift'
    | 'unevenness'
    | 'unevenness-share'
    | 'left-more-uneven'
    | 'jitter'
    | 'hands-apart'
    | 'hands-apart-spread'
  >
> = {
  id: 'taps',
  version: '3',
  takeKind: 'notes',
  measures: {
    tempo,
    'tempo-drift': TIMING_MEASURES['tempo-drift'],
    unevenness,
    'unevenness-share': TIMING_MEASURES['unevenness-share'],
    'left-more-uneven': TIMING_MEASURES['left-more-uneven'],
    jitter,
    'hands-apart': TIMING_MEASURES['hands-apart'],
    'hands-apart-spread': TIMING_MEASURES['hands-apart-spread'],
  },
  mayTell: ['tempo-drift', 'hands-apart', 'hands-apart-spread'],
  unseen: nothingUnseen,
  by: 'taps',
}
