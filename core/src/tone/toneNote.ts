/** One tone of a take: its pitch, how it holds, its breath, colour and level, and how it began. */
import { fitCurve, meanAlong, meanOf, medianOf, sdAlong, termAlong } from '../measure'
import type { Estimate } from '../measure'
import type { Ear } from './ear'
import { framesAlong, levelBetween, rangeAbout } from './frames'
import type { Frame, PitchRange } from './frames'
import { jumpsOf } from './jumps'
import type { Jump } from './jumps'
import { BLOCK_S } from './levels'
import type { Stretch } from './levels'
import { breathing, breathOf } from './breath'
import { beginningOf } from './beginning'
import type { Beginning } from './beginning'
import type { PitchFinder, PitchFound } from './pitchFrame'
import { waverOf } from './waver'
import type { Waver } from './waver'

/** A moment of the tone, for the eye. */
export interface TonePoint {
  readonly at: number
  /** Above the note it is compared with; null where there is no pitch. */
  readonly cents: number | null
  /** Harmonics to noise, dB; null where there is no pitch. */
  readonly breath: number | null
  /** In harmonics; null where it is not measured. */
  readonly brightness: number | null
  /** How many times its own frequency sounds: 1 the tone itself, 3 its twelfth. */
  readonly times: number
}

/** What was measured of one tone; what it is too short for is null. */
export interface ToneNote extends Stretch {
  readonly midi: number
  readonly points: readonly TonePoint[]
  readonly cents: Estimate | null
  readonly drift: Estimate | null
  readonly unsteady: Estimate | null
  readonly waver: Waver | null
  readonly breath: Estimate | null
  /** It wavers so much that its breath cannot be told from that. */
  readonly breathHidden: boolean
  readonly brightness: Estimate | null
  readonly brightnessChange: Estimate | null
  readonly level: Estimate | null
  readonly levelUnsteady: Estimate | null
  readonly decay: Estimate | null
  readonly beginning: Beginning | null
  readonly jumps: readonly Jump[]
  /** Share of its time without a pitch: only air, or only noise. */
  readonly airShare: number
}

/** Below this likeness there is no tone in the frame: more noise than tone by 4 dB. */
const LIKENESS_LEAST = 0.28
/** A tone this noisy is looked at in frames twice as long. */
const NOISY = 0.75
/** What the attack and the end may take of a tone before it is called steady. */
const SETTLING = { from: 0.15, to: 0.08, share: 0.2 } as const
/** Frames below which nothing is said of how a tone holds. */
const FRAMES_LEAST = 10
/** Frames below which nothing is said of its pitch. */
const PITCH_FRAMES_LEAST = 4
/** A waver wider than this, cents to a side, is wide. */
const WIDE_CENTS = 15
/** Every so many frames the colour is looked at. */
const COLOUR_EVERY = 3

function centsAbove(hz: number, from: number): number {
  return 1200 * Math.log2(hz / from)
}

/** The part of a stretch in which a tone has settled. */
function steadyPart({ from, to }: Stretch): Stretch {
  const length = to - from
  return {
    from: from + Math.min(SETTLING.from, SETTLING.share * length),
    to: to - Math.min(SETTLING.to, SETTLING.share * length),
  }
}

interface Looked {
  readonly frames: readonly Frame[]
  /** Of one frame, seconds. */
  readonly length: number
}

/** A frame this like itself near the note is the note; else a tone is looked for further off, and has to be this alike. */
const NEAR_ENOUGH = 0.6
const FAR_ALIKE = 0.85
const FURTHER = 3

/** The pitch about the note; where there is hardly one, that of a tone that is plainly somewhere else. */
function nearOrFar(finder: PitchFinder, { lowHz, highHz }: PitchRange): PitchFound | null {
  const near = finder.within(lowHz, highHz)
  if (near && near.likeness >= NEAR_ENOUGH) return near
  const far = finder.blind(lowHz / FURTHER, highHz * FURTHER)
  return far && far.likeness >= FAR_ALIKE ? far : near
}

function lookAt(ear: Ear, stretch: Stretch, hz: number): Looked {
  const range = rangeAbout(hz)
  const look = (longer: number): Looked => {
    const finder = ear.finder(hz, longer)
    const frames = [...framesAlong(ear.sound, finder, stretch, (f) => nearOrFar(f, range))]
    return { frames, length: finder.size / ear.sound.rate }
  }
  const short = look(1)
  if (medianOf(short.frames.map((f) => f.found?.likeness ?? 0)) >= NOISY) return short
  const long = look(2)
  return long.frames.length >= FRAMES_LEAST ? long : short
}

/** Of its length, a tone that sounds elsewhere so long is another note; common practice. */
const ELSEWHERE = 0.7

/** A struck tone is heard for as long as its frames are this nearly as alike to themselves as the first ones. */
const STILL_HEARD = 0.6
const FIRST_FRAMES = 5

/** The frames in which the tone is itself: settled and without a jump; of a struck one, until it is lost in the noise. */
function heldFrames(ear: Ear, frames: readonly Frame[], stretch: Stretch, jumps: readonly Jump[]) {
  const inJump = (at: number) => jumps.some((j) => at >= j.from && at <= j.to)
  if (ear.sounding === 'sustained') {
    const steady = steadyPart(stretch)
    return frames.filter(({ at }) => at >= steady.from && at <= steady.to && !inJump(at))
  }
  const likeness = (f: Frame) => f.found?.likeness ?? 0
  const least = STILL_HEARD * medianOf(frames.slice(0, FIRST_FRAMES).map(likeness))
  const lost = frames.findIndex((f) => likeness(f) < least)
  return lost < 0 ? frames : frames.slice(0, lost)
}

interface Held {
  readonly at: readonly number[]
  readonly cents: readonly number[]
  /** Of one frame without one period, seconds. */
  readonly frameSeconds: number
}

/** How the pitch holds: about its middle, its slope, and the scatter beside it. */
function holding({ at, cents, frameSeconds }: Held) {
  if (cents.length < PITCH_FRAMES_LEAST) {
    return { cents: null, drift: null, unsteady: null, waver: null }
  }
  const line = fitCurve(at, cents, 1)
  const [, slope = 0] = line.terms
  const [, error = 0] = line.errors
  const enough = cents.length >= FRAMES_LEAST
  const waver = enough ? waverOf(at, line.residuals, frameSeconds) : null
  return {
    // A wide waver spends its time at its turning points: its middle is the mean.
    cents: meanAlong(cents, waver && waver.cents > WIDE_CENTS ? meanOf(cents) : medianOf(cents)),
    drift: enough ? termAlong(slope, error, line.residuals) : null,
    unsteady: enough ? sdAlong(line.residuals, 2) : null,
    waver,
  }
}

function colour(values: readonly number[]) {
  if (values.length < FRAMES_LEAST / COLOUR_EVERY)
    return { brightness: null, brightnessChange: null }
  const half = values.length >> 1
  const logs = values.map((v) => Math.log(v))
  const [first, second] = [meanAlong(logs.slice(0, half)), meanAlong(logs.slice(half))]
  const change = second.value - first.value
  const error = Math.hypot(first.high - first.value, second.high - second.value)
  const share = (log: number) => Math.exp(log) - 1
  return {
    brightness: meanAlong(values, medianOf(values)),
    brightnessChange: {
      value: share(change),
      low: share(change - error),
      high: share(change + error),
    },
  }
}

/** Blocks of levels put together, so that the wave itself is not taken for unevenness, seconds. */
const LEVEL_EVERY_S = 0.05

function loudness(levels: Float32Array, steady: Stretch) {
  const values: number[] = []
  for (let at = steady.from; at + LEVEL_EVERY_S <= steady.to + BLOCK_S; at += LEVEL_EVERY_S) {
    const value = levelBetween(levels, at, at + LEVEL_EVERY_S)
    if (Number.isFinite(value)) values.push(value)
  }
  if (values.length < FRAMES_LEAST / 2) return { level: null, levelUnsteady: null, decay: null }
  const line = fitCurve(
    values.map((_, i) => i * LEVEL_EVERY_S),
    values,
    1,
  )
  const [, slope = 0] = line.terms
  const [, error = 0] = line.errors
  return {
    level: meanAlong(values, levelBetween(levels, steady.from, steady.to)),
    levelUnsteady: sdAlong(line.residuals, 2),
    decay: termAlong(slope, error, line.residuals),
  }
}

/** Softer than its middle by so much at its end, a tone is over, and only the room still sounds, dB; our choice. */
const OVER_DB = 5

/** The stretch without what the room goes on with after it: its tail is none of the player's loudness. */
function withoutTail(levels: Float32Array, { from, to }: Stretch): Stretch {
  const blocks = Array.from(levels.subarray(Math.round(from / BLOCK_S), Math.round(to / BLOCK_S)))
  const least = medianOf(blocks) - OVER_DB
  const last = blocks.findLastIndex((level) => level >= least)
  return { from, to: from + (last + 1) * BLOCK_S }
}

/** What is softer than its tone by so much is no squeak of it, but what else sounds in the room, dB; our choice. */
const SOFT_JUMP_DB = 15

function heardJumps(ear: Ear, { from, to }: Stretch, jumps: readonly Jump[]): readonly Jump[] {
  if (jumps.length === 0) return jumps
  const tone = levelBetween(ear.levels, from, to)
  const levelOf = (j: Jump) => levelBetween(ear.levels, j.from, j.to + BLOCK_S)
  return jumps.filter((j) => levelOf(j) >= tone - SOFT_JUMP_DB)
}

/** The stretch in which the tone itself sounds: noise before it, and the room after it, are none of its loudness. */
function soundingPart(ear: Ear, { from, to }: Stretch, beginning: Beginning | null): Stretch {
  const spoken = { from: from + (beginning?.speaksMs ?? 0) / 1000, to }
  return ear.sounding === 'struck' ? spoken : withoutTail(ear.levels, spoken)
}

/** The colour of every third frame, by its time. */
function coloursOf(ear: Ear, held: readonly Frame[]): ReadonlyMap<number, number> {
  return new Map(
    held.flatMap(({ at, found }, i) => {
      if (!found || i % COLOUR_EVERY > 0) return []
      const value = ear.meter.at(ear.sound.samples, at, found.hz)
      return value === null ? [] : [[at, value] as const]
    }),
  )
}

/** Everything of one tone that was meant to be the note of that MIDI number. */
export function measureNote(ear: Ear, stretch: Stretch, midi: number): ToneNote {
  const hz = ear.hzOf(midi)
  const { frames, length } = lookAt(ear, stretch, hz)
  const likeness = (f: Frame) => f.found?.likeness ?? 0
  const pitched = frames.filter((f) => likeness(f) >= LIKENESS_LEAST)
  // The partials of a struck string or bar die at different rates: an octave that outlives its note is no squeak.
  const all = ear.sounding === 'struck' ? [] : heardJumps(ear, stretch, jumpsOf(pitched, hz))
  // What sounds elsewhere from end to end is no jump: another note, such as the octave, was played.
  const elsewhere = all.some((j) => j.to - j.from >= ELSEWHERE * (stretch.to - stretch.from))
  const jumps = elsewhere ? [] : all
  const held = heldFrames(ear, pitched, stretch, jumps)
  const bright = coloursOf(ear, held)
  const jumpAt = (at: number) => jumps.find((j) => at >= j.from && at <= j.to)
  const centsOf = ({ found, at }: Frame) =>
    centsAbove((elsewhere || jumpAt(at) ? found?.soundingHz : found?.hz) ?? hz, hz)
  const pitch = { at: held.map((f) => f.at), cents: held.map(centsOf) }
  const settled = { cents: medianOf(pitch.cents), likeness: medianOf(held.map(likeness)) }
  const beginning = beginningOf(ear, stretch, hz, settled)
  const holds = holding({ ...pitch, frameSeconds: length - 1 / hz })
  const colours = colour([...bright.values()])
  return {
    ...stretch,
    midi,
    points: frames.map((f) => {
      const has = likeness(f) >= LIKENESS_LEAST
      return {
        at: f.at,
        cents: has ? centsOf(f) : null,
        breath: has ? breathOf(likeness(f)) : null,
        brightness: bright.get(f.at) ?? null,
        times: jumpAt(f.at)?.times ?? 1,
      }
    }),
    ...holds,
    ...breathing(held, holds.waver, colours.brightness, length),
    ...colours,
    ...loudness(ear.levels, steadyPart(soundingPart(ear, stretch, beginning))),
    beginning,
    jumps,
    airShare: frames.length === 0 ? 0 : 1 - pitched.length / frames.length,
  }
}
