/** Where a tone jumps to a partial: a squeak, a crack, an octave that was not meant. */
import { medianOf } from '../measure'
import type { Frame } from './frames'

/** A stretch in which another partial sounds. */
export interface Jump {
  readonly from: number
  readonly to: number
  /** How many times the tone's own frequency: 3 is the twelfth, 4/3 the next of a brass player's from the third partial. */
  readonly times: number
}

/** Frames in a row that make a jump; one alone may be noise. */
const FRAMES_LEAST = 3
/** Further than this from the tone's own middle is no waver, cents. */
const FAR_CENTS = 90
/** What lies nearer to the note than this may be the tone itself, out of tune. */
const NEAR_CENTS = 250
/** Gap of so many frames at most within one jump. */
const GAP_S = 0.05

/** How many times the tone's own frequency sounds in the frame: 1 is the tone. */
function timesOf({ found }: Frame, middleHz: number): number {
  const times = found ? found.soundingHz / middleHz : 1
  return Math.abs(1200 * Math.log2(times)) > FAR_CENTS ? times : 1
}

/** All jumps of a tone whose note has that frequency. */
export function jumpsOf(frames: readonly Frame[], hz: number): readonly Jump[] {
  const plain = frames.flatMap(({ found }) =>
    found && found.soundingHz === found.hz ? [found.hz] : [],
  )
  const near = plain.filter((p) => Math.abs(1200 * Math.log2(p / hz)) < NEAR_CENTS)
  const middle = near.length === 0 ? hz : medianOf(near)
  const found: { from: number; to: number; times: number[] }[] = []
  for (const frame of frames) {
    const times = timesOf(frame, middle)
    if (times === 1) continue
    const last = found.at(-1)
    const same = last && Math.abs(Math.log2(times / medianOf(last.times))) < 1 / 12
    if (last && same && frame.at - last.to <= GAP_S) {
      last.to = frame.at
      last.times.push(times)
    } else found.push({ from: frame.at, to: frame.at, times: [times] })
  }
  return found
    .filter((j) => j.times.length >= FRAMES_LEAST)
    .map(({ from, to, times }) => ({ from, to, times: medianOf(times) }))
}
