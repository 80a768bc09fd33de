/** What is known of an instrument's sound, for who listens to it. */
import { midiOf } from '../music'
import type { InstrumentSound } from '../music'
import type { Sounding } from './ear'
import type { PitchRange } from './frames'

/** Families whose tones are begun once and die away by themselves. */
const DYING: readonly InstrumentSound['family'][] = ['keyboard', 'plucked', 'harp', 'mallets']
/** A tone may lie so much beyond the compass, out of tune or overblown, as times. */
const BEYOND = 1.06

/** Whether its tones are kept up, or struck and plucked. */
export function soundingOf({ family, keptUp }: InstrumentSound): Sounding {
  return DYING.includes(family) && keptUp !== true ? 'struck' : 'sustained'
}

/** Where it sounds, with that tuning. */
export function rangeOfInstrument(
  { low, high, transpose }: InstrumentSound,
  a4: number,
): PitchRange {
  const hz = (pitch: string) => a4 * 2 ** ((midiOf(pitch) + transpose - 69) / 12)
  return { lowHz: hz(low) / BEYOND, highHz: hz(high) * BEYOND }
}
