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
const GROWS_DB = 6
const GROWS_OVER_S = 0.045

interface Group {
  from: number
  to: number
  pitches: number[]
  /** What sounds where that is a partial of the pitch found. */
  sounding: number[]
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
      last.sounding.push(found.soundingHz)
    } else {
      const { hz, soundingHz } = found
      groups.push({ from: at, to: at, pitches: [hz], sounding: [soundingHz] })
    }
  }
  return groups.filter((g) => g.to - g.from >= SHORTEST_S - hop)
}

/** By how much the level grows there: longer than a wave before, against after, dB. */
function growthAt(levels: Float32Array, at: number): number {
  const before = levelBetween(levels, at - GROWS_OVER_S, at - BLOCK_S)
  const after = levelBetween(levels, at + 2 * BLOCK_S, at + 2 * BLOCK_S + GROWS_OVER_S)
  return Number.isFinite(before) ? after - before : 0
}

/** Whether a note is begun anew there. */
function beginsAnew(levels: Float32Array, at: number): boolean {
  return growthAt(levels, at) >= GROWS_DB
}

/** Where the note begins that changes the pitch there: at what begins near by, rather where it grows than where it ends. */
function beginningNear(ear: Ear, change: number, onsets: readonly number[]): number {
  const near = onsets.filter((o) => Math.abs(o - change) <= NEAR_S)
  const growing = near.filter((o) => growthAt(ear.levels, o) > 0)
  const [found = change] = (growing.length > 0 ? growing : near).toSorted(
    (a, b) => Math.abs(a - change) - Math.abs(b - change),
  )
  return found
}

/** The stretch cut where something begins anew within it. */
function cutAt({ from, to }: Stretch, onsets: readonly number[]): readonly Stretch[] {
  const within = onsets.filter((o) => o > from + SHORTEST_S && o < to - SHORTEST_S)
  const edges = [from, ...within, to]
  return edges.slice(1).map((end, i) => ({ from: edges[i] ?? from, to: end }))
}

/** Partials to which a tone jumps, and how near to one its pitch has to be, cents. */
const PARTIALS = [2, 3, 4, 5, 6] as const
const NEAR_CENTS = 45
/** A jump follows its tone this closely, seconds. */
const FOLLOWS_S = 0.12

/** What is known of the line that was asked, by frequencies. */
export interface AskedLine {
  readonly isNote: (hz: number) => boolean
  /** Whether the one is asked straight before the other. */
  readonly follows: (before: number, after: number) => boolean
}

/** Whether a group is a jump of the tone before it to a partial, and no note of its own. */
function isJump(before: Group, group: Group, { isNote }: AskedLine): boolean {
  const [own, hz] = [medianOf(before.pitches), medianOf(group.sounding)]
  const partial = PARTIALS.some((k) => cents(hz, k * own) < NEAR_CENTS)
  return partial && group.from - before.to < FOLLOWS_S && !isNote(hz)
}

/** A start that lands on another pitch is over by then, seconds. */
const SPLIT_S = 0.2

/**
 * Whether a group is how the next one began: short, close before it, and no note of its own. One that is asked elsewhere
 * is none here where the line does not go so, and where the next one does not begin by itself.
 */
function isSplitStart(ear: Ear, group: Group, next: Group, line: AskedLine): boolean {
  const close = next.from - group.to < FOLLOWS_S && group.to - group.from < SPLIT_S
  if (!close) return false
  if (!line.isNote(medianOf(group.sounding))) return true
  const goes = line.follows(medianOf(group.pitches), medianOf(next.pitches))
  return !goes && !beginsAnew(ear.levels, (group.to + next.from) / 2)
}

/** Jumps belong to the tone they jump from; what comes back after one goes on, and a split start to what follows it. */
function joined(ear: Ear, groups: readonly Group[], line: AskedLine): readonly Group[] {
  const notes: Group[] = []
  let jumped = false
  for (const group of groups) {
    const last = notes.at(-1)
    const back =
      last !== undefined &&
      jumped &&
      cents(medianOf(group.pitches), medianOf(last.pitches)) < ANOTHER_CENTS &&
      group.from - last.to < FOLLOWS_S
    jumped = last !== undefined && isJump(last, group, line)
    if (last && jumped) last.to = group.to
    else if (last && back) {
      last.to = group.to
      last.pitches.push(...group.pitches)
    } else if (last && isSplitStart(ear, last, group, line)) {
      notes[notes.length - 1] = { ...group, from: last.from }
    } else notes.push({ ...group })
  }
  return notes
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

/**
 * Notes of one line told by their pitch, in that range; begun where something begins near the change. A jump to a
 * partial that the line does not know is a squeak of the note before it.
 */
export function pitchedNotes(
  ear: Ear,
  range: PitchRange,
  onsets: readonly number[],
  line: AskedLine,
): readonly SoundedNote[] {
  const { coarse } = ear
  const finder = new PitchFinder(frameSize(coarse.rate, range.lowHz), coarse.rate)
  const half = finder.size / 2 / coarse.rate
  const hop = Math.max(CLOSE_HOP_S, half / 2)
  const again = onsets.filter((o) => ear.sounding === 'struck' || beginsAnew(ear.levels, o))
  return stretchesOf(ear.levels).flatMap(({ from, to }) => {
    // Whole frames only: one that reaches over the edge hears the end of the note before.
    const row = { from, to, hop }
    const frames = [...framesAlong(coarse, finder, row, (f) => f.blind(range.lowHz, range.highHz))]
    const groups = joined(ear, groupsOf(frames, hop), line)
    return groups.flatMap((group, i) => {
      const [before, after] = [groups[i - 1], groups[i + 1]]
      const change = before ? (before.to + group.from) / 2 : from
      const begins = beginningNear(ear, change, onsets)
      const ends = after ? (group.to + after.from) / 2 : to
      const hz = medianOf(group.pitches)
      return cutAt({ from: begins, to: ends }, again).map((s) => ({ ...s, hz }))
    })
  })
}

/** When things begin, for all that needs it. */
export function beginningsOf(ear: Ear): readonly number[] {
  return onsetsOf(ear.coarse)
}
