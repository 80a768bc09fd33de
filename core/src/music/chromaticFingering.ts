/**
 * Fingers for the chromatic scale: 3 on every black key, 1 on white, and 1 and 2 on the two pairs of white
 * neighbours (E–F, B–C). Common practice, no source.
 */
import type { Hand } from './exercise'
import { isBlack, midiOf } from './pitches'

const E = 4
const F = 5
const B = 11
const C = 0

/**
 * The right hand plays 1 on the lower and 2 on the upper note of a white pair; the left is its mirror, 2 on
 * the lower and 1 on the upper. The same up and down.
 */
export function chromaticFinger(note: string, hand: Hand): number {
  if (isBlack(note)) return 3
  const pc = ((midiOf(note) % 12) + 12) % 12
  const lower = pc === E || pc === B
  const upper = pc === F || pc === C
  if (hand === 'right') return upper ? 2 : 1
  return lower ? 2 : 1
}
