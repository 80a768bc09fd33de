/**
 * What in a recording is the player's: before the first tone and after the last one somebody speaks, counts in with a
 * stick, moves a chair. Between them only what is far softer and was not asked for is parted: of all else nobody can tell.
 */
import { medianOf } from '../measure'
import type { Ear } from './ear'
import { ANY_PITCH, framesAlong, frameSize, levelBetween } from './frames'
import type { PitchRange } from './frames'
import type { Stretch } from './levels'
import { PitchFinder } from './pitchFrame'
import type { SoundedNote } from './sounded'

/**
 * A voice or something like it, whose pitch never stays; noise without a pitch; a tone that was not asked for and stands by
 * itself; somebody else who plays softly all the while.
 */
export type WhyApart = 'voice' | 'noise' | 'another-tone' | 'beside'

/** A stretch that is not the player's. */
export interface SoundApart extends Stretch {
  readonly why: WhyApart
}

/** The take, and what stands before and after it. */
export interface Parted {
  readonly player: readonly SoundedNote[]
  readonly apart: readonly SoundApart[]
}

/** Alike enough to be a pitch and no noise, as where notes are looked for. */
const ALIKE = 0.6
const HOP_S = 0.02
/**
 * A tone that is held stays within so many cents to each side for so long, or for that share of a short one. The vowels
 * of speech fall and rise by more within a tenth of a second (common practice with speech; our choice of figures).
 */
const STAYS_CENTS = 60
const STAYS_S = 0.15
const STAYS_SHARE = 0.7
/** A pitch that goes so far in two frames moves; further, it was found an octave or a twelfth off, cents. */
const MOVES = { from: 50, to: 400 } as const
/** Of the frames with a pitch so many move, and of all frames so many have one, where it is a voice. */
const VOICE = { moves: 0.3, pitched: 0.2 } as const
/** What stands by itself has so much silence about it; what has less belongs together, seconds; our choice. */
const BY_ITSELF_S = 0.25
/** A pitch this near to one that is asked may be meant for it, cents. */
const NEAR_CENTS = 150
/** Beyond the pitches asked for, a tone may crack or be another one this far, as times. */
const AROUND = 3

interface Heard {
  /** Frame by frame up to where it stayed, cents above 1 Hz; null without a pitch. */
  readonly cents: readonly (number | null)[]
  /** About where the pitch stays, in cents; null where it does not. */
  readonly stays: number | null
}

const centsOf = (hz: number) => 1200 * Math.log2(hz)

/** The middle of the last frames, where they lie about one pitch; null where they do not. */
function stayOf(last: readonly (number | null)[]): number | null {
  const pitched = last.filter((c) => c !== null)
  if (pitched.length < last.length) return null
  return Math.max(...pitched) - Math.min(...pitched) <= 2 * STAYS_CENTS ? medianOf(pitched) : null
}

/** Looks at stretches for what they are, with one finder for all of them. */
class Listening {
  private readonly finder: PitchFinder
  private readonly frameS: number

  constructor(
    private readonly ear: Ear,
    private readonly range: PitchRange,
  ) {
    const { rate } = ear.coarse
    this.finder = new PitchFinder(frameSize(rate, range.lowHz), rate)
    this.frameS = this.finder.size / rate
  }

  hear({ from, to }: Stretch): Heard {
    const { lowHz, highHz } = this.range
    const least = Math.min(STAYS_S, STAYS_SHARE * (to - from))
    // A frame is as long as it is: so much of a stay is in the first one already.
    const needed = Math.max(1, Math.round((least - this.frameS / 2) / HOP_S))
    const row = { from, to, hop: HOP_S }
    const cents: (number | null)[] = []
    for (const { found } of framesAlong(this.ear.coarse, this.finder, row, (f) =>
      f.blind(lowHz, highHz),
    )) {
      cents.push(found && found.likeness >= ALIKE ? centsOf(found.hz) : null)
      const stays = cents.length < needed ? null : stayOf(cents.slice(-needed))
      if (stays !== null) return { cents, stays }
    }
    return { cents, stays: null }
  }

  /** Shorter than a frame it may be anything. */
  isTooShort({ from, to }: Stretch): boolean {
    return to - from < this.frameS
  }
}

/** Whether it sounds as somebody does who speaks: a pitch that is there, and goes on moving. */
function isVoice(cents: readonly (number | null)[]): boolean {
  const steps = cents.slice(2).flatMap((c, i) => {
    const before = cents[i] ?? null
    return c === null || before === null ? [] : [Math.abs(c - before)]
  })
  const pitched = cents.filter((c) => c !== null).length
  const moving = steps.filter((s) => s > MOVES.from && s < MOVES.to).length
  return pitched >= VOICE.pitched * cents.length && moving > VOICE.moves * steps.length
}

function rangeFor(asked: readonly number[]): PitchRange {
  if (asked.length === 0) return ANY_PITCH
  return {
    lowHz: Math.max(ANY_PITCH.lowHz, Math.min(...asked) / AROUND),
    highHz: Math.max(...asked) * AROUND,
  }
}

/** Whether what sounds here is a voice and no tone, all those stretches together. */
export function soundsLikeVoice(ear: Ear, stretches: readonly Stretch[]): boolean {
  const listening = new Listening(ear, ANY_PITCH)
  return isVoice(stretches.flatMap((s) => [...listening.hear(s).cents, null, null]))
}

/** Of all frames at most so many may have any pitch where only noise sounds, with more tone than this in none of them. */
const NOISE = { pitched: 0.1, alike: 0.28 } as const

/** Whether nothing but noise sounds in those stretches, at whatever pitch a tone may be. */
export function isNoise(ear: Ear, stretches: readonly Stretch[]): boolean {
  const { coarse } = ear
  const finder = new PitchFinder(frameSize(coarse.rate, ANY_PITCH.lowHz), coarse.rate)
  let [all, pitched] = [0, 0]
  for (const { from, to } of stretches) {
    const row = { from, to, hop: 2 * HOP_S }
    for (const { found } of framesAlong(coarse, finder, row, (f) =>
      f.blind(ANY_PITCH.lowHz, ANY_PITCH.highHz),
    )) {
      all += 1
      if (found && found.likeness >= NOISE.alike) pitched += 1
    }
  }
  return all > 0 && pitched <= NOISE.pitched * all
}

/** What the take is expected to be. */
interface Expected {
  /** Frequencies of the different notes asked for, Hz. */
  readonly hz: readonly number[]
  readonly struck: boolean
}

/** A tone that is the player's, why it is not, or null where by itself nobody can tell. */
function fateOf(
  listening: Listening,
  note: SoundedNote,
  { hz, struck }: Expected,
): 'player' | WhyApart | null {
  const { cents, stays } = listening.hear(note)
  if (stays !== null) {
    const meant = hz.length === 0 || hz.some((h) => Math.abs(centsOf(h) - stays) <= NEAR_CENTS)
    // A fragment of a vowel stays too.
    return meant ? 'player' : note.to - note.from < STAYS_S ? null : 'another-tone'
  }
  if (isVoice(cents)) return 'voice'
  // A stroke may have no pitch to speak of.
  return struck || listening.isTooShort(note) ? null : 'noise'
}

/** Notes with hardly a silence between them: what is spoken in one breath, or played in one. */
function breathsOf(notes: readonly SoundedNote[]): readonly (readonly SoundedNote[])[] {
  const breaths: SoundedNote[][] = []
  for (const note of notes) {
    const last = breaths.at(-1)?.at(-1)
    if (last && note.from - last.to < BY_ITSELF_S) breaths.at(-1)?.push(note)
    else breaths.push([note])
  }
  return breaths
}

/** Notes of a breath that are listened to, at the most: of a long line it is known soon that somebody plays. */
const HEARD_MOST = 24

/** Why a breath is none of the player's: by most of its time. */
function whyApart(
  listening: Listening,
  breath: readonly SoundedNote[],
  expected: Expected,
): 'player' | WhyApart | null {
  const seconds = new Map<'player' | WhyApart, number>()
  const every = Math.ceil(breath.length / HEARD_MOST)
  for (const note of breath.filter((_, i) => i % every === 0)) {
    const fate = fateOf(listening, note, expected)
    if (fate !== null) seconds.set(fate, (seconds.get(fate) ?? 0) + note.to - note.from)
  }
  const own = seconds.get('player') ?? 0
  seconds.delete('player')
  const rest = [...seconds].toSorted((x, y) => y[1] - x[1])
  const others = rest.reduce((sum, [, s]) => sum + s, 0)
  if (own === 0 && others === 0) return null
  return own >= others ? 'player' : (rest[0]?.[0] ?? 'player')
}

/** How many breaths at the beginning are none of the player's, each with why: up to the last that is surely none. */
function partedFrom(
  listening: Listening,
  breaths: readonly (readonly SoundedNote[])[],
  expected: Expected,
): readonly WhyApart[] {
  const whys: (WhyApart | null)[] = []
  for (const breath of breaths) {
    const why = whyApart(listening, breath, expected)
    if (why === 'player') break
    whys.push(why)
  }
  const sure = whys.findLastIndex((why) => why !== null)
  return whys.length === breaths.length ? [] : whys.slice(0, sure + 1).map((why) => why ?? 'noise')
}

/** Softer than the middle of the take by so much, what was not asked for is somebody else, dB; our choice. */
const BESIDE_DB = 18
/** A pitch this near to one that is asked is meant for it, cents. */
const ASKED_CENTS = 80

/** Notes of a line that are somebody else's, heard where the player rests: not asked for, and far softer. */
function besideOf(
  ear: Ear,
  notes: readonly SoundedNote[],
  { hz, struck }: Expected,
): ReadonlySet<SoundedNote> {
  if (struck || hz.length < 2) return new Set()
  const levels = notes.map((n) => levelBetween(ear.levels, n.from, n.to))
  const middle = medianOf(levels)
  const isAsked = (found: number) =>
    hz.some((h) => Math.abs(centsOf(h) - centsOf(found)) <= ASKED_CENTS)
  return new Set(
    notes.filter((n, i) => {
      const soft = (levels[i] ?? middle) <= middle - BESIDE_DB
      return soft && n.hz !== null && !isAsked(n.hz)
    }),
  )
}

/** Parts what stands before the first tone and after the last; where no tone stays anywhere, nothing is parted there. */
export function partedSound(ear: Ear, found: readonly SoundedNote[], expected: Expected): Parted {
  const listening = new Listening(ear, rangeFor(expected.hz))
  const breaths = breathsOf(found)
  const before = partedFrom(listening, breaths, expected)
  const left = breaths.slice(before.length)
  const after = partedFrom(listening, left.toReversed(), expected).toReversed()
  const stay = left.length - after.length
  const named = (parted: typeof breaths, whys: readonly WhyApart[]) =>
    parted.flatMap((breath, i): SoundApart[] => {
      const [first, last, why] = [breath[0], breath.at(-1), whys[i]]
      return first && last && why ? [{ from: first.from, to: last.to, why }] : []
    })
  const own = left.slice(0, stay).flat()
  const beside = besideOf(ear, own, expected)
  const soft = [...beside].map(({ from, to }): SoundApart => ({ from, to, why: 'beside' }))
  return {
    player: own.filter((n) => !beside.has(n)),
    apart: [...named(breaths, before), ...soft, ...named(left.slice(stay), after)],
  }
}
