/** The spoken order of hands: "both, right, right, left", from any two-hand rhythm. */
import type { Exercise, Line } from './exercise'

/** A hand or both, as one says it while playing. */
export type Spoken = 'both' | 'right' | 'left'

/** Onsets closer than this, in beats, are one; far below any written value. */
const TOGETHER_BEATS = 1e-6

function onsetsOf(line: Line): readonly number[] {
  let at = 0
  return line.notes.flatMap((note) => {
    const onset = at
    at += note.beats
    return note.pitches.length > 0 ? [onset] : []
  })
}

/** One word for every moment at which a hand begins a note, in order; empty without two hands. */
export function spokenOrder(exercise: Pick<Exercise, 'lines'>): readonly Spoken[] {
  const right = exercise.lines.find((l) => l.hand === 'right')
  const left = exercise.lines.find((l) => l.hand === 'left')
  if (!right || !left) return []
  const onsets = [
    ...onsetsOf(right).map((at) => ({ at, hand: 'right' as const })),
    ...onsetsOf(left).map((at) => ({ at, hand: 'left' as const })),
  ].sort((a, b) => a.at - b.at)
  const spoken: { at: number; word: Spoken }[] = []
  for (const { at, hand } of onsets) {
    const last = spoken.at(-1)
    if (last && Math.abs(last.at - at) < TOGETHER_BEATS) last.word = 'both'
    else spoken.push({ at, word: hand })
  }
  return spoken.map((s) => s.word)
}
