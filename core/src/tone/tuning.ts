/** How a take as a whole is tuned, and whether it stands elsewhere: what all its notes have in common is no wrong note. */
import { medianOf } from '../measure'
import { align, inOrder } from '../timing'
import type { AskedNote } from '../timing'
import { asPlayed } from './soundTiming'
import type { SoundedNote } from './sounded'

/** Notes with a pitch below which nothing in common is told. */
const NOTES_LEAST = 4
/** Semitones by which the whole may lie higher or lower than it was asked: a room, an instrument or a hand that is off. */
const SEMITONES = [0, 1, -1] as const

/** How nearly the notes lie together for there to be anything they share, 1 being all in one place; our choice. */
const TOGETHER_LEAST = 0.7
/** Of the notes so many have to go up with those asked. */
const MATCHED_LEAST = 0.5

/** By so many semitones a whole take may stand elsewhere: another key, another octave, an instrument of another pitch. */
const ELSEWHERE = [-24, -12, ...[-7, -6, -5, -4, -3, -2, 2, 3, 4, 5, 6, 7], 12, 24] as const
/** Of the notes so many go up with those asked there, and at most so many where they were asked; our choice. */
const STANDS = { there: 0.85, here: 0.65 } as const

function matchedIn(
  found: readonly SoundedNote[],
  asked: readonly AskedNote[],
  a4: number,
  semitones: number,
): number {
  return align(inOrder(asPlayed(found, a4 * 2 ** (semitones / 12))), asked).matched.length
}

/** Whether so few notes go up with those asked, however they are tuned, that all of them may stand elsewhere. */
export function isElsewhere(
  found: readonly SoundedNote[],
  asked: readonly AskedNote[],
  a4: number,
): boolean {
  const pitched = found.filter((n) => n.hz !== null)
  if (pitched.length < NOTES_LEAST) return false
  const tuned = a4 * tuningOf(pitched, asked, a4)
  return matchedIn(pitched, asked, tuned, 0) <= STANDS.here * pitched.length
}

/** Where a line stands, above the notes asked (below 0: below them), and how many of its notes go up with those there. */
export interface Stands {
  readonly semitones: number
  readonly matched: number
}

/** Where so nearly all of the notes go up that they were played there; null for nowhere. A semitone alone is tuning. */
export function standsAt(
  found: readonly SoundedNote[],
  asked: readonly AskedNote[],
  a4: number,
): Stands | null {
  const pitched = found.filter((n) => n.hz !== null)
  if (pitched.length < NOTES_LEAST) return null
  const [best] = ELSEWHERE.map((semitones) => ({
    semitones,
    matched: matchedIn(pitched, asked, a4, semitones),
  })).toSorted((x, y) => y.matched - x.matched || Math.abs(x.semitones) - Math.abs(y.semitones))
  return best && best.matched >= STANDS.there * pitched.length ? best : null
}

/** Of tones on one note so many have to lie together elsewhere, this near to it, cents. */
const TOGETHER = { share: 0.7, cents: 60 } as const
const SEMITONE = 100
/** Nearer than this they are out of tune, however far, and no other note, semitones. */
const ANOTHER_FROM = 2

/** By how many semitones tones that were all asked to be one note lie above it; 0 where they do not lie together elsewhere. */
export function semitonesOfOne(cents: readonly number[]): number {
  if (cents.length === 0) return 0
  const by = Math.round(medianOf(cents) / SEMITONE)
  const there = cents.filter((c) => Math.abs(c - SEMITONE * by) <= TOGETHER.cents)
  const isElsewhere = Math.abs(by) >= ANOTHER_FROM && there.length >= TOGETHER.share * cents.length
  return isElsewhere ? by : 0
}

/** Where between two semitones the notes lie together, cents in [-50, 50): the middle on a circle; null where they do not. */
function asideOf(hz: readonly number[], a4: number): number | null {
  const angles = hz.map((h) => 2 * Math.PI * 12 * Math.log2(h / a4))
  const mean = (of: (angle: number) => number) =>
    angles.reduce((sum, angle) => sum + of(angle), 0) / angles.length
  const [across, along] = [mean(Math.sin), mean(Math.cos)]
  if (Math.hypot(across, along) < TOGETHER_LEAST) return null
  return (100 * Math.atan2(across, along)) / (2 * Math.PI)
}

/**
 * The whole take above (over 1) or below what was asked, as times: by the offset from the semitones that its notes share,
 * and by that semitone, this or a neighbour, on which most notes go up with those asked. A scale played half a semitone
 * sharp is not rounded to the scale above. 1 where too little is asked or heard.
 */
export function tuningOf(
  found: readonly SoundedNote[],
  asked: readonly AskedNote[],
  a4: number,
): number {
  const hz = found.flatMap((n) => (n.hz === null ? [] : [n.hz]))
  if (hz.length < NOTES_LEAST || new Set(asked.map((n) => n.midi)).size < 2) return 1
  const matchedAt = (times: number) =>
    align(inOrder(asPlayed(found, a4 * times)), asked).matched.length
  const aside = asideOf(hz, a4)
  if (aside === null) return 1
  const [best] = SEMITONES.map((semitone) => {
    const cents = aside + 100 * semitone
    const times = 2 ** (cents / 1200)
    return { times, cents, matched: matchedAt(times) }
  }).toSorted((a, b) => b.matched - a.matched || Math.abs(a.cents) - Math.abs(b.cents))
  // Only what makes more notes right is taken for a tuning: of notes that share nothing there is none.
  const enough = best && best.matched >= MATCHED_LEAST * hz.length
  return enough && best.matched > matchedAt(1) ? best.times : 1
}
