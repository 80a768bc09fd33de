/** Where the notes of a take lie: by pitch, by level and by what begins. */
import { medianOf } from '../measure'
import type { Ear } from './ear'
import { framesAlong, frameSize, HOP_S, levelBetween } from './frames'
import type { Frame, PitchRange } from './frames'
import { BLOCK_S, stretchesOf } from './levels'
import type { Stretch } from './levels'
import { onsetsOf } from './onsets'
import { PitchFinder } from './pitchFrame'

/** A stretch of one pitch. */
export interface SoundedNote extends Stretch {
  /** Of its middle; null where nothing but time is known of it. */
  readonly hz: number | null
}

/** Close together, so that short notes are seen. */
const CLOSE_HOP_S = HOP_S / 2
/** A pitch this far from those before it is another note, cents. */
const ANOTHER_CENTS = 70
/** Alike enough to be a pitch and no noise. */
const ALIKE = 0.6
/** Shorter than this is a slide or a noise and no note, seconds. */
const SHORTEST_S = 0.06
/** What begins this near to a change of pitch is that change, seconds. */
const NEAR_S = 0.05
/** A note that is begun again grows by so much, dB, from a stretch before to one after. */
const GROWS_DB = 4
const GROWS_OVER_S = 0.045

interface Group {
  from: number
  to: number
  pitches: number[]
}

const cents = (a: number, b: number) => Math.abs(1200 * Math.log2(a / b))

/** Frames in a row of one pitch. */
function groupsOf(frames: readonly Frame[], hop: number): readonly Group[] {
  const groups: Group[] = []
  for (const { at, found } of frames) {
    if (!found || found.likeness < ALIKE) continue
    const last = groups.at(-1)
    const same = last && cents(found.hz, medianOf(last.pitches.slice(-8))) < ANOTHER_CENTS
    if (last && same && at - last.to < 4 * hop) {
      last.to = at
      last.pitches.push(found.hz)
    } else groups.push({ from: at, to: at, pitches: [found.hz] })
  }
  return groups.filter((g) => g.to - g.from >= SHORTEST_S - hop)
}

/** Whether the level grows there as it does where a note is begun anew: longer than a wave before, against after. */
function beginsAnew(levels: Float32Array, at: number): boolean {
  const before = levelBetween(levels, at - GROWS_OVER_S, at - BLOCK_S)
  const after = levelBetween(levels, at + 2 * BLOCK_S, at + 2 * BLOCK_S + GROWS_OVER_S)
  return Number.isFinite(before) && after - before >= GROWS_DB
}

/** The stretch cut where something begins anew within it. */
function cutAt({ from, to }: Stretch, onsets: readonly number[]): readonly Stretch[] {
  const within = onsets.filter((o) => o > from + SHORTEST_S && o < to - SHORTEST_S)
  const edges = [from, ...within, to]
  return edges.slice(1).map((end, i) => ({ from: edges[i] ?? from, to: end }))
}

/** All that is begun, one stretch each, where only time is asked for: chords, and hands together. */
export function begunNotes(ear: Ear, onsets: readonly number[]): readonly SoundedNote[] {
  const anew = onsets.filter((o) => ear.sounding === 'struck' || beginsAnew(ear.levels, o))
  return stretchesCut(ear, anew)
}

/** One note again and again: begun where it grows. */
export function againAndAgain(ear: Ear, onsets: readonly number[]): readonly SoundedNote[] {
  const anew = onsets.filter((o) => beginsAnew(ear.levels, o))
  return stretchesCut(ear, anew)
}

function stretchesCut(ear: Ear, anew: readonly number[]): readonly SoundedNote[] {
  return stretchesOf(ear.levels)
    .flatMap((s) => cutAt(s, anew))
    .map((s) => ({ ...s, hz: null }))
}

/** Notes of one line told by their pitch, in that range; begun where something begins near the change. */
export function pitchedNotes(
  ear: Ear,
  range: PitchRange,
  onsets: readonly number[],
): readonly SoundedNote[] {
  const { coarse } = ear
  const finder = new PitchFinder(frameSize(coarse.rate, range.lowHz), coarse.rate)
  const half = finder.size / 2 / coarse.rate
  const hop = Math.max(CLOSE_HOP_S, half / 2)
  return stretchesOf(ear.levels).flatMap(({ from, to }) => {
    // Half a frame more at each end: the first note has begun before its first whole frame.
    const row = { from: from - half, to: to + half, hop }
    const frames = [...framesAlong(coarse, finder, row, (f) => f.blind(range.lowHz, range.highHz))]
    const groups = groupsOf(frames, hop)
    return groups.flatMap((group, i) => {
      const [before, after] = [groups[i - 1], groups[i + 1]]
      const change = before ? (before.to + group.from) / 2 : from
      const near = onsets.filter((o) => Math.abs(o - change) <= NEAR_S)
      const [begins = change] = near.sort((a, b) => Math.abs(a - change) - Math.abs(b - change))
      const ends = after ? (group.to + after.from) / 2 : to
      const hz = medianOf(group.pitches)
      const again = onsets.filter((o) => ear.sounding === 'struck' || beginsAnew(ear.levels, o))
      return cutAt({ from: begins, to: ends }, again).map((s) => ({ ...s, hz }))
    })
  })
}

/** When things begin, for all that needs it. */
export function beginningsOf(ear: Ear): readonly number[] {
  return onsetsOf(ear.coarse)
}
