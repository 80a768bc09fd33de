/** A take note by note: what was asked there, and how it fell. */
import type { AskedNote } from './asked'
import type { Timing } from './measureTiming'
import type { WhyApart } from './ofThePlayer'

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
  /** Why it is not counted as the student's; null for what is. */
  readonly apart: WhyApart | null
}

/** What a note is that nothing was made of. */
const UNJUDGED = { asked: null, round: 0, asideMs: null, apart: null } as const

/** What was set apart, as it is shown; a layer sounds with notes that are shown already. */
function shownApart({ apart }: Timing): readonly JudgedNote[] {
  return apart
    .filter(({ why }) => why !== 'layer')
    .map(({ note: { midi, onMs, offMs, velocity }, why }) => ({
      ...UNJUDGED,
      ...{ midi, onMs, offMs, velocity, apart: why },
    }))
}

/** All that was played, in its order, with what was set apart among it. */
export function judgedNotes(timing: Timing): readonly JudgedNote[] {
  const apart = shownApart(timing)
  const own = ownNotes(timing)
  return apart.length === 0 ? own : [...own, ...apart].sort((a, b) => a.onMs - b.onMs)
}

function ownNotes({ played, alignment, deviations }: Timing): readonly JudgedNote[] {
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
      apart: null,
    }
  })
}
