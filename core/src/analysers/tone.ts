import { TIMED_BY_SOUND, TONE_MEASURES } from '../tone'
import type { TimedBySound, ToneMeasureName } from '../tone'
import type { Analyser, MeasureDescribed } from './analyser'
import { TIMING_MEASURES } from './timing'

/** A fault that is there shows in at least every other tone; our choice, no source. */
const SHOWS_IN = 0.5

const OF_TONES: Readonly<Record<ToneMeasureName, MeasureDescribed>> = {
  pitch: { unit: 'cents' },
  'pitch-spread': { unit: 'cents', neverBelow: 0 },
  'pitch-drift': { unit: 'cents-per-second' },
  'pitch-unsteady': { unit: 'cents', neverBelow: 0 },
  'waver-rate': { unit: 'per-second', neverBelow: 0 },
  'waver-extent': { unit: 'cents', neverBelow: 0 },
  breath: { unit: 'dB' },
  brightness: { unit: 'times', neverBelow: 0 },
  'brightness-change': { unit: 'share' },
  'brightness-spread': { unit: 'share', neverBelow: 0 },
  level: { unit: 'dB' },
  'level-unsteady': { unit: 'dB', neverBelow: 0 },
  'level-spread': { unit: 'dB', neverBelow: 0 },
  decay: { unit: 'dB-per-second' },
  rise: { unit: 'ms', neverBelow: 0 },
  'speaks-after': { unit: 'ms', neverBelow: 0 },
  air: { unit: 'share', neverBelow: 0 },
  squeaks: { unit: 'share', neverBelow: 0 },
  'split-starts': { unit: 'share', neverBelow: 0 },
}

const isOfTones = (name: string): name is ToneMeasureName => Object.hasOwn(OF_TONES, name)

/** What sound tells of the time of notes, in the same units as keys do. */
const OF_TIME = Object.fromEntries(
  TIMED_BY_SOUND.map((name) => [name, TIMING_MEASURES[name]]),
) as Readonly<Record<TimedBySound, MeasureDescribed>>

/** Recordings: tones, and when they begin. */
export const tone: Analyser<ToneMeasureName | TimedBySound> = {
  id: 'tone',
  version: '5',
  takeKind: 'sound',
  measures: { ...OF_TONES, ...OF_TIME },
  mayTell: [...TONE_MEASURES, ...TIMED_BY_SOUND],
  // Few tones clear nobody.
  unseen: (name, count) => (isOfTones(name) && count !== undefined ? (1 - SHOWS_IN) ** count : 0),
  by: 'sound',
}
