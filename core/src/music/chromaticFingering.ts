/**
 * Fingers for the chromatic scale: 3 on every black key, 1 on white, and 1 and 2 where two white keys meet (E–F,
 * B–C). Common practice, no source; the same fingers stand in Hanon, part II (1873), from memory.
 */
import type { Hand } from './exercise'
import { isBlack, midiOf } from './pitches'

/** Whether the two are played one after the other with no black key between them. */
function meet(note: string, other: string | undefined, step: 1 | -1): boolean {
  return other !== undefined && !isBlack(other) && midiOf(other) - midiOf(note) === step
}

/**
 * Fingers of a run of half steps, up or down. The right hand plays 1 on the lower and 2 on the upper note of a white
 * pair, the left is its mirror; a white key that has black neighbours in the run, or begins it, is played by the thumb.
 */
export function chromaticFingers(run: readonly string[], hand: Hand): readonly number[] {
  const step = hand === 'right' ? -1 : 1
  return run.map((note, i) => {
    if (isBlack(note)) return 3
    return meet(note, run[i - 1], step) || meet(note, run[i + 1], step) ? 2 : 1
  })
}
