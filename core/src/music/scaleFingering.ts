/** Fingers for keyboard scales in every key, found by rule and checked against published tables. */
import type { Hand } from './exercise'
import { isBlack, scaleFrom } from './pitches'
import type { Mode } from './pitches'

/** Where the two thumbs of an octave fall: degrees from 0, and which group (of 3 or 4) begins on the first. */
interface Thumbs {
  /** Degree whose thumb is followed (right hand up) or led to (left hand up) by three notes in all. */
  readonly ofThree: number
  readonly ofFour: number
}

const DEGREES = 7

/** All ways to split seven notes into a group of three and one of four with thumbs on white keys. */
function candidates(notes: readonly string[]): readonly Thumbs[] {
  const white = (d: number) => !isBlack(notes[d % DEGREES] ?? '')
  return notes.flatMap((_, d) => {
    const other = (d + 3) % DEGREES
    return white(d) && white(other) ? [{ ofThree: d, ofFour: other }] : []
  })
}

/** Thumbs that lie beside a black key on the side from which they are crossed. */
function besideBlack(notes: readonly string[], hand: Hand, thumbs: Thumbs): number {
  const step = hand === 'right' ? -1 : 1
  return [thumbs.ofThree, thumbs.ofFour].filter((d) =>
    isBlack(notes[(d + step + DEGREES) % DEGREES] ?? ''),
  ).length
}

/**
 * Rules of thumb, common practice: the thumb never plays a black key; on a white tonic it plays the tonic
 * (right hand three notes first, left hand four); on a black one both thumbs stand beside black keys.
 */
function thumbsFor(notes: readonly string[], hand: Hand): Thumbs {
  const onTonic = (t: Thumbs) => {
    // Right hand up: the group that begins on the tonic. Left hand up: the group that follows it.
    const first = hand === 'right' ? t.ofThree : t.ofFour
    if (first === 0) return 2
    return t.ofThree === 0 || t.ofFour === 0 ? 1 : 0
  }
  const tonicWhite = !isBlack(notes[0] ?? '')
  const score = (t: Thumbs) => (tonicWhite ? onTonic(t) * 10 : 0) + besideBlack(notes, hand, t)
  const all = candidates(notes)
  const best = all.reduce<Thumbs | null>(
    (b, t) => (b === null || score(t) > score(b) ? t : b),
    null,
  )
  if (!best) throw new RangeError(`no thumb on a white key in ${notes.join(' ')}`)
  return best
}

/** Finger of each degree for an upward scale in the middle of its run, tonic first. */
function middleFingers(notes: readonly string[], hand: Hand): readonly number[] {
  const { ofThree, ofFour } = thumbsFor(notes, hand)
  return notes.map((_, d) => {
    const fromThree = (d - ofThree + DEGREES) % DEGREES
    const fromFour = (d - ofFour + DEGREES) % DEGREES
    if (hand === 'right') return fromThree < 3 ? fromThree + 1 : fromFour + 1
    // Left hand up: fingers fall towards the next thumb.
    const toThree = (ofThree - d + DEGREES) % DEGREES
    const toFour = (ofFour - d + DEGREES) % DEGREES
    return Math.min(toThree, toFour) + 1
  })
}

/**
 * Fingers of a scale going up over whole octaves, the top tonic included; the same fingers come down.
 * The first and last note take the little finger where no crossing follows.
 * @throws RangeError on a tonic that is none
 */
export function scaleFingers(
  tonic: string,
  hand: Hand,
  octaveCount: number,
  mode: Mode = 'major',
): readonly number[] {
  const notes = scaleFrom(tonic, mode)
  const middle = middleFingers(notes, hand)
  const all = [...Array.from({ length: octaveCount }, () => middle).flat(), middle[0] ?? 1]
  const last = all.length - 1
  if (hand === 'right' && all[last] === 1) all[last] = (all[last - 1] ?? 4) + 1
  if (hand === 'left' && all[0] === 1) all[0] = (all[1] ?? 4) + 1
  return all
}
