/** Taps on two keys or pads laid on the notes of a rung: they have a time and a hand, and no pitch of their own. */
import { momentsOf } from './asked'
import type { AskedNote } from './asked'
import { inOrder } from './playedNote'
import type { PlayedNote } from './playedNote'
import { medianOf } from '../measure'

/** Taps are kept on the channel of drums (General MIDI 1, channel 10, counted from nought). */
export const TAP_CHANNEL = 9
/** Bass drum, snare and side stick of that channel stand for left, right, and either. */
export const TAP_KEYS = { left: 36, right: 38, either: 37 } as const

/** An interval so many times longer or shorter than its neighbours is a tap too many or too few; common practice. */
const ASTRAY = 1.75

/** Whether all of it was tapped. */
export function isTapped(played: readonly PlayedNote[]): boolean {
  return played.length > 0 && played.every((n) => n.channel === TAP_CHANNEL)
}

/** Taps with the pitches of what they were meant for, and that as it can be tapped: one note a moment. */
export interface Laid {
  readonly played: readonly PlayedNote[]
  readonly asked: readonly AskedNote[]
}

function oneAMoment(asked: readonly AskedNote[]): readonly AskedNote[] {
  return momentsOf(asked).flatMap(({ notes }) => notes.slice(0, 1))
}

/** Each tap in its turn on the notes of the line, round after round; null where their times do not go together. */
function laidInTurn(taps: readonly PlayedNote[], line: readonly AskedNote[]) {
  const laid = taps.flatMap((tap, i) => {
    const note = line[i % line.length]
    return note ? [{ ...tap, midi: note.midi }] : []
  })
  const paces = laid.slice(1).flatMap((to, i) => {
    const [from, note, next] = [laid[i], line[i % line.length], line[(i + 1) % line.length]]
    if (!from || !note || !next || next.beat <= note.beat) return []
    return [(to.onMs - from.onMs) / (next.beat - note.beat)]
  })
  const usual = medianOf(paces)
  const astray = paces.some((pace) => pace > usual * ASTRAY || pace < usual / ASTRAY)
  return astray ? null : laid
}

/**
 * Left and right taps on the notes of their hands where both were tapped and asked; all taps on the one line, or on
 * all moments, where not. Null where the taps do not go up with the notes: a tap too many or too few would pass for
 * unevenness.
 */
export function layTaps(taps: readonly PlayedNote[], asked: readonly AskedNote[]): Laid | null {
  const inTime = inOrder(taps)
  const of = (key: number) => inTime.filter((t) => t.midi === key)
  const handed = (['left', 'right'] as const).map((hand) => ({
    taps: of(TAP_KEYS[hand]),
    line: oneAMoment(asked.filter((n) => n.hand === hand)),
  }))
  const twoHands = handed.every((h) => h.taps.length > 0 && h.line.length > 0)
  const hands = new Set(asked.map((n) => n.hand))
  const single = oneAMoment(asked).map((n) => (hands.size === 1 ? n : { ...n, hand: null }))
  const lines = twoHands ? handed : [{ taps: inTime, line: single }]
  const laid = lines.map((l) => (l.line.length === 0 ? null : laidInTurn(l.taps, l.line)))
  if (laid.some((row) => row === null)) return null
  return {
    played: inOrder(laid.flatMap((row) => row ?? [])),
    asked: lines.flatMap((l) => l.line),
  }
}
