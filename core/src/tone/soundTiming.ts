/** Timing read from sound: what begins when, with what sound cannot tell taken off. */
import { layTaps, measureHeard, momentsOf, TAP_CHANNEL, TAP_KEYS } from '../timing'
import type { AskedNote, Measure, MeasureName, PlayedNote } from '../timing'
import type { SoundedNote } from './sounded'
import type { Sounding } from './ear'

/**
 * By how much the beginning of a note is missed, ms (standard deviation). Struck: measured against reference
 * recordings, where it was about 1; kept-up tones: common practice with onset detection, no better is claimed.
 */
const MISSED_MS: Readonly<Record<Sounding, number>> = { struck: 2, sustained: 10 }

/** What of the timing sound tells: when, and neither weight nor which hand. */
export const TIMED_BY_SOUND = [
  'tempo',
  'tempo-drift',
  'unevenness',
  'unevenness-share',
  'jitter',
  'rush-before-crossing',
  'wait-at-crossing',
  'wrong-notes',
  'missing-notes',
  'extra-notes',
] as const satisfies readonly MeasureName[]
export type TimedBySound = (typeof TIMED_BY_SOUND)[number]
/** Notes of these are counted and not timed. */
const COUNTED: readonly MeasureName[] = ['wrong-notes', 'missing-notes', 'extra-notes']

/** The notes as if they had been played on keys; those without a pitch are taps. */
export function asPlayed(notes: readonly SoundedNote[], a4: number): readonly PlayedNote[] {
  return notes.map(({ from, to, hz }) => ({
    midi: hz === null ? TAP_KEYS.either : Math.round(69 + 12 * Math.log2(hz / a4)),
    onMs: from * 1000,
    offMs: to * 1000,
    velocity: 64,
    channel: hz === null ? TAP_CHANNEL : 0,
  }))
}

/** Whether notes are asked to sound together, in hands or chords: then sound tells one beginning for both. */
export function asksTogether(asked: readonly AskedNote[]): boolean {
  return momentsOf(asked).some((m) => m.notes.length > 1)
}

/** The scatter that is ours is taken off the lower bound: uneven is called only what is so beyond our own error. */
function honest(measure: Measure, missedMs: number, intervalMs: number): Measure {
  const { name, low, value } = measure
  const own = name === 'unevenness' ? Math.SQRT2 * missedMs : name === 'jitter' ? missedMs : null
  const error = own ?? (name === 'unevenness-share' ? (Math.SQRT2 * missedMs) / intervalMs : null)
  if (error === null) return measure
  return { ...measure, low: Math.min(value, Math.sqrt(Math.max(0, low ** 2 - error ** 2))) }
}

/** The timing of sounded notes against what was asked; nothing where they do not go up with it. */
export function soundTiming(
  notes: readonly SoundedNote[],
  asked: readonly AskedNote[],
  sounding: Sounding,
  a4: number,
): readonly Measure[] {
  const played = asPlayed(notes, a4)
  if (played.length === 0 || asked.length === 0) return []
  const tapped = played.every((p) => p.channel === TAP_CHANNEL)
  if (tapped && !layTaps(played, asked)) return []
  const { measures } = measureHeard(played, asked)
  const of = (name: MeasureName) => measures.find((m) => m.name === name)
  const [spread, share] = [of('unevenness'), of('unevenness-share')]
  const intervalMs = spread && share ? spread.value / share.value : Number.POSITIVE_INFINITY
  return measures
    .filter(
      (m) =>
        TIMED_BY_SOUND.some((name) => name === m.name) && !(tapped && COUNTED.includes(m.name)),
    )
    .map((m) => honest(m, MISSED_MS[sounding], intervalMs))
}
