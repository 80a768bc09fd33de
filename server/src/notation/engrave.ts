/** Engraves an exercise as SVG, in a thread of its own. */
import type { Exercise } from '@vein-mend/core/music'
import { musicXml } from '@vein-mend/core/music'
import { Thread } from '../threads'

/** Engravings kept; a lesson asks for the same few again and again. */
const KEPT_MOST = 200
/** An exercise takes a twentieth of a second; what takes so long is none. */
const MS_MOST = 10_000

const engraver = new Thread<string, string>('engraver', { msMost: MS_MOST, heapMb: 512 })
/** A failure is drawings too: what is too heavy once is so again. */
const drawings = new Map<string, Promise<string>>()

/**
 * All systems of the exercise on one page. The engraver is loaded with the first call, which takes seconds.
 * @throws TooHeavy when it cannot be engraved in time.
 */
export function engrave(exercise: Exercise): Promise<string> {
  const xml = musicXml(exercise)
  const known = drawings.get(xml)
  if (known !== undefined) return known
  const svg = engraver.ask(xml)
  drawings.set(xml, svg)
  const [oldest] = drawings.keys()
  if (drawings.size > KEPT_MOST && oldest !== undefined) drawings.delete(oldest)
  return svg
}

/** The same among others on one page: notes that cannot be engraved leave their place empty and harm no other. */
export function engraveOrNone(exercise: Exercise | null): Promise<string | null> {
  if (!exercise) return Promise.resolve(null)
  return engrave(exercise).catch(() => null)
}
