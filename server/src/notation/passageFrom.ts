/** Reads a passage beside the server: a file from anywhere costs one answer at the most. */
import type { Outcome, Passage } from '@vein-mend/contract'
import { Thread } from '../threads'
import type { PassageAsked } from './readPiece'

/** A long sonata takes a second. */
const MS_MOST = 10_000

const reader = new Thread<PassageAsked, Outcome<Passage>>('reader', {
  msMost: MS_MOST,
  heapMb: 512,
})

/** The bars asked for, or why they cannot be had. @throws TooHeavy when the file cannot be read in time */
export function passageFrom(asked: PassageAsked): Promise<Outcome<Passage>> {
  return reader.ask(asked)
}
