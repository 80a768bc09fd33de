/** What one hand played, as a row of onsets that were asked to be even. */
import type { Hand } from '../music'
import { grubbsUpper, meanOf, spreadOf } from '../measure'
import type { Alignment, Matched } from './align'
import { passesUnder } from './asked'

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
/**
 * So long, an interval is a stop where at most one in so many is: who hesitates once has stopped, who does it again and
 * again is uneven. Our choice: five times the scatter of a very uneven player.
 */
const STOPPED_ONCE = { times: 1.6, oneIn: 12 } as const
/** What stands out by less is a note that came late; our choice. */
const OUTLIER_LEAST = 1.3
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

/** Intervals from which on one can stand out among them. */
const STANDS_OUT_FROM = 6

/** Further from the usual than so many scatters of the others, an interval is none of them; our choice. */
const FAR = 5
/** Of normal values the standard deviation is so many times the middle distance from their middle (P. J. Huber 1981). */
const OF_MIDDLE = 1.4826

/** By how much a pace is far from the usual, whatever single ones do. */
function farFrom(paces: readonly number[], usual: number): number {
  return FAR * OF_MIDDLE * middleOf(paces.map((pace) => Math.abs(pace - usual)))
}

const middleOf = (paces: readonly number[]) =>
  [...paces].sort((a, b) => a - b)[Math.floor(paces.length / 2)] ?? 0

/**
 * From which pace on an interval is a stop.
 * @param paces milliseconds to a beat, of the intervals that are at no crossing
 */
function stopFrom(paces: readonly number[]): number {
  const usual = middleOf(paces)
  const once = Math.max(STOPPED_ONCE.times * usual, usual + farFrom(paces, usual))
  const long = paces.filter((pace) => pace > once).length
  if (long * STOPPED_ONCE.oneIn > paces.length) return STOP_TIMES * usual
  if (long > 0 || paces.length < STANDS_OUT_FROM) return Math.min(once, STOP_TIMES * usual)
  // One alone may stand out though it is not so long, where all the others are even.
  const longest = Math.max(...paces)
  const outlier = meanOf(paces) + grubbsUpper(paces.length) * spreadOf(paces)
  return longest > outlier && longest > OUTLIER_LEAST * usual ? (usual + longest) / 2 : longest
}

/** Notes of one moment that lie further apart than this share of a beat were not struck together: one was read as another. */
const TORN_APART = 0.25

function isTornApart({ notes }: Onset, usualBeatMs: number): boolean {
  const on = notes.map((n) => n.played.onMs)
  return notes.length > 1 && Math.max(...on) - Math.min(...on) > TORN_APART * usualBeatMs
}

/** Notes that were not asked between two that were: so many, and something else was played there. */
const BETWEEN_MOST = 1

/** How many of some moments lie before each that is asked for, in their order. */
function countedBefore(moments: readonly number[]): (ms: number) => number {
  let at = 0
  return (ms) => {
    while ((moments[at] ?? Number.POSITIVE_INFINITY) < ms) at += 1
    return at
  }
}

/** Cuts where a note of the hand is missing, was wrong or misread, where others lie between, and where the player stopped. */
function cut(
  onsets: readonly Onset[],
  beats: readonly number[],
  extra: readonly number[],
): readonly (readonly Onset[])[] {
  const runs: Onset[][] = []
  const paces = onsets.slice(1).map((to, i) => beatMs(onsets[i] ?? to, to))
  const isCrossing = (i: number) => {
    const [before, now] = [onsets[i - 1]?.note.asked, onsets[i]?.note.asked]
    return before !== undefined && now !== undefined && passesUnder(now, before)
  }
  // Waiting at a crossing is no stop, however rare crossings are: it is measured.
  const stop = stopFrom(paces.filter((_, i) => !isCrossing(i + 1)))
  const usual = middleOf(paces)
  const atCrossing = STOP_TIMES * usual
  const misread = Math.min(usual / STOP_TIMES, usual - farFrom(paces, usual))
  const extraBefore = countedBefore(extra)
  let passed = 0
  onsets.forEach((onset, i) => {
    const before = onsets[i - 1]
    const next = before === undefined ? undefined : beats[beats.indexOf(before.beat) + 1]
    const pace = paces[i - 1] ?? 0
    const hasStopped = pace > (isCrossing(i) ? atCrossing : stop)
    const isMisread = pace < misread || isTornApart(onset, usual)
    const between = extraBefore(onset.onMs) - passed
    passed += between
    const isApart = hasStopped || isMisread || between > BETWEEN_MOST
    if (before === undefined || next !== onset.beat || isApart) runs.push([])
    runs.at(-1)?.push(onset)
    if (isTornApart(onset, usual)) runs.push([])
  })
  return runs
}

/** Hands that were asked for; one that is not named is a line of its own. */
export function handsOf({ moments }: Alignment): readonly (Hand | null)[] {
  return [...new Set(moments.flatMap((m) => m.notes.map((n) => n.hand)))]
}

/** Every stretch without a gap, however short, hand by hand: enough for what neighbours tell. */
export function stretchesOf(alignment: Alignment): readonly Run[] {
  const extra = alignment.extra.map((n) => n.onMs)
  return handsOf(alignment).flatMap((hand) => {
    const own = alignment.matched.filter((m) => m.asked.hand === hand)
    const beats = [
      ...new Set(
        alignment.moments.flatMap((m) => m.notes.filter((n) => n.hand === hand).map((n) => n.beat)),
      ),
    ]
    return onsetsOf(own)
      .flatMap((onsets) => cut(onsets, beats, extra))
      .map((onsets) => ({ hand, onsets }))
  })
}

/** Stretches of at least eight onsets: enough to say how even they are. */
export function runsOf(stretches: readonly Run[]): readonly Run[] {
  return stretches.filter(({ onsets }) => onsets.length >= RUN_LEAST)
}
