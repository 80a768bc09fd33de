/** A take of played notes measured: everything it is long enough for, under a stated version of this analyser. */
import { align } from './align'
import type { Alignment } from './align'
import type { AskedNote } from './asked'
import { crossings, thumbAccent } from './crossings'
import { deviations } from './deviations'
import type { Deviation } from './deviations'
import { evenness, leftMoreUneven, tempo } from './evenness'
import { joining } from './joining'
import { runsOf, stretchesOf } from './lines'
import type { Measure } from './measure'
import { ofThePlayer } from './ofThePlayer'
import type { OfThePlayer, SetApart } from './ofThePlayer'
import { inOrder } from './playedNote'
import type { PlayedNote } from './playedNote'
import { roll } from './roll'
import { slips } from './slips'
import { isTapped, layTaps } from './tapped'
import { chords, hands } from './together'

export interface Timing {
  readonly measures: readonly Measure[]
  /** In their order; taps with the pitches they were meant for. */
  readonly played: readonly PlayedNote[]
  readonly alignment: Alignment
  /** Of the notes in runs, in the order they were played. */
  readonly deviations: readonly Deviation[]
  /** What is not the player's. */
  readonly apart: readonly SetApart[]
  /** By how many octaves all of it lies above what was asked; it is measured as if that were meant. */
  readonly octaves: number
}

/** What taps tell of: time, and not touch; a tap has no weight, and its length is that of a key of a computer. */
function measureTaps(taps: readonly PlayedNote[], asked: readonly AskedNote[]): Timing {
  const laid = layTaps(taps, asked)
  const played = laid?.played ?? inOrder(taps)
  const alignment = align(laid ? played : [], laid?.asked ?? [])
  const runs = runsOf(stretchesOf(alignment))
  return {
    played,
    alignment,
    deviations: deviations(runs),
    apart: [],
    octaves: 0,
    measures: [...tempo(runs), ...evenness(runs), ...leftMoreUneven(runs), ...hands(alignment)],
  }
}

/** Notes parted and laid out, measured for everything they are long enough for. */
function measureLaid({ own: played, apart, octaves, alignment }: OfThePlayer): Timing {
  const stretches = stretchesOf(alignment)
  const runs = runsOf(stretches)
  return {
    played,
    alignment,
    deviations: deviations(runs),
    apart,
    octaves,
    measures: [
      ...tempo(runs),
      ...evenness(runs),
      ...leftMoreUneven(runs),
      ...crossings(runs),
      ...thumbAccent(stretches),
      ...joining(stretches),
      ...hands(alignment),
      ...chords(alignment),
      ...slips(alignment),
    ],
  }
}

/** Notes, or taps, against what was asked for. Measures the take is too short for are not there. */
export function measureTiming(notes: readonly PlayedNote[], asked: readonly AskedNote[]): Timing {
  if (isTapped(notes)) return measureTaps(notes, asked)
  return measureLaid(ofThePlayer(inOrder(notes), asked))
}

/**
 * Notes heard in a sound: nothing is parted from them by channel, which sound has none of, nor moved by octaves, which its
 * pitch settles.
 */
export function measureHeard(notes: readonly PlayedNote[], asked: readonly AskedNote[]): Timing {
  if (isTapped(notes)) return measureTaps(notes, asked)
  const own = inOrder(notes)
  return measureLaid({ own, apart: [], octaves: 0, alignment: align(own, asked) })
}

/** The same for a roll, which is asked for by its rate and not note by note. */
export function measureRoll(played: readonly PlayedNote[]): readonly Measure[] {
  return roll(played)
}
