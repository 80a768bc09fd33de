/** What one hand played, as a row of onsets that were asked to be even. */
import type { Hand } from '../music'
import type { Alignment, Matched } from './align'

/** One onset of a hand: the first of its notes, where it plays a chord. */
export interface Onset {
  readonly note: Matched
  /** Where it was asked, in quarter notes. */
  readonly beat: number
  readonly onMs: number
  /** All its notes struck for this moment. */
  readonly notes: readonly Matched[]
}

/** Onsets of one hand without a gap: nothing missing, no stop, no new beginning. */
export interface Run {
  readonly hand: Hand | null
  readonly onsets: readonly Onset[]
}

/** An interval so many times as long as its neighbours is a stop and not unevenness; common practice, no source. */
const STOP_TIMES = 2.5
/** Onsets below which nothing is said of a run. */
export const RUN_LEAST = 8

function onsetsOf(matched: readonly Matched[]): readonly (readonly Onset[])[] {
  const rounds: Onset[][] = []
  let [round, moment] = [-1, -1]
  for (const note of matched) {
    if (note.round !== round) rounds.push([])
    const row = rounds.at(-1)
    const last = row?.at(-1)
    if (note.round === round && note.moment === moment && row && last) {
      row[row.length - 1] = { ...last, notes: [...last.notes, note] }
    } else {
      row?.push({ note, beat: note.asked.beat, onMs: note.played.onMs, notes: [note] })
    }
    round = note.round
    moment = note.moment
  }
  return rounds
}

/** Milliseconds to a quarter note between two onsets. */
export function beatMs(from: Onset, to: Onset): number {
  return (to.onMs - from.onMs) / (to.beat - from.beat)
}

/** Cuts where a note of the hand is missing or was wrong, and where the player stopped. */
function cut(onsets: readonly Onset[], beats: readonly number[]): readonly (readonly Onset[])[] {
  const runs: Onset[][] = []
  const paces = onsets.slice(1).map((to, i) => beatMs(onsets[i] ?? to, to))
  const usual = [...paces].sort((a, b) => a - b)[Math.floor(paces.length / 2)] ?? 0
  onsets.forEach((onset, i) => {
    const before = onsets[i - 1]
    const next = before === undefined ? undefined : beats[beats.indexOf(before.beat) + 1]
    const goesOn = next === onset.beat && (paces[i - 1] ?? 0) <= STOP_TIMES * usual
    if (before === undefined || !goesOn) runs.push([])
    runs.at(-1)?.push(onset)
  })
  return runs
}

/** Hands that were asked for; one that is not named is a line of its own. */
export function handsOf({ moments }: Alignment): readonly (Hand | null)[] {
  return [...new Set(moments.flatMap((m) => m.notes.map((n) => n.hand)))]
}

/** Every run of at least eight onsets, hand by hand. */
export function runsOf(alignment: Alignment): readonly Run[] {
  return handsOf(alignment).flatMap((hand) => {
    const own = alignment.matched.filter((m) => m.asked.hand === hand)
    const beats = [
      ...new Set(
        alignment.moments.flatMap((m) => m.notes.filter((n) => n.hand === hand).map((n) => n.beat)),
      ),
    ]
    return onsetsOf(own)
      .flatMap((onsets) => cut(onsets, beats))
      .filter((onsets) => onsets.length >= RUN_LEAST)
      .map((onsets) => ({ hand, onsets }))
  })
}
