/** The bars of an exercise one by one. */
import { beatsOf } from './exercise'
import type { Bar, Exercise } from './exercise'

/** Shorter is no time, quarter notes: far below the shortest value that is written. */
const NOTHING = 1e-6

/** Sharps (positive) or flats of the key signature that holds in each bar. */
export function keysOf(exercise: Exercise, bars: readonly Bar[]): readonly number[] {
  return bars.map((bar) => bar.fifths ?? exercise.fifths)
}

/** As many bars as the longest staff fills; past those that are given, the last goes on. */
export function barsOf(exercise: Exercise): readonly Bar[] {
  const { beatsPerBar, bars = [], lines } = exercise
  const usual: Bar = { beats: beatsPerBar, beatType: 4, quarters: beatsPerBar }
  const length = Math.max(0, ...lines.map(beatsOf))
  const all: Bar[] = []
  let filled = 0
  while (all.length === 0 || filled < length - NOTHING) {
    const bar: Bar = bars[all.length] ?? all.at(-1) ?? usual
    all.push(bar)
    filled += bar.quarters
  }
  return all
}
