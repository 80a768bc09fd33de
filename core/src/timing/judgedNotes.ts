/** A take note by note: what was asked there, and how it fell. */
import type { AskedNote } from './asked'
import type { Timing } from './measureTiming'

/** One note as it was played. */
export interface JudgedNote {
  readonly midi: number
  readonly onMs: number
  readonly offMs: number
  readonly velocity: number
  /** What was asked there; null for a note too many. */
  readonly asked: AskedNote | null
  /** Counts the times the passage was begun. */
  readonly round: number
  /** By how much it came late (above 0) or early, ms; null where no run of notes tells. */
  readonly asideMs: number | null
}

/** All that was played, in its order. */
export function judgedNotes({ played, alignment, deviations }: Timing): readonly JudgedNote[] {
  const aside = new Map(deviations.map((d) => [d.note, d.asideMs]))
  // Right and wrong notes stand in the order they were played too.
  const { matched, wrong } = alignment
  let [right, other] = [0, 0]
  return played.map((note) => {
    const isRight = matched[right]?.played === note
    const match = isRight ? matched[right++] : wrong[other]?.played === note ? wrong[other++] : null
    return {
      midi: note.midi,
      onMs: note.onMs,
      offMs: note.offMs,
      velocity: note.velocity,
      asked: match?.asked ?? null,
      round: match?.round ?? 0,
      asideMs: match ? (aside.get(match) ?? null) : null,
    }
  })
}
