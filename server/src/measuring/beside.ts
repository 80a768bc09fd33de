/** The measuring in threads of its own: a take costs one answer at the most. */
import { Thread } from '../threads'
import type { Asking } from '../threads'
import type { NotesMeasured, NotesToMeasure } from './measureNotes'
import type { SoundMeasured, SoundToMeasure } from './measureSound'

/** Ten thousand notes take a tenth of a second. */
const NOTES_MS_MOST = 5_000
/** Ten minutes take about fifteen seconds, on a busy machine many times as long. */
const SOUND_MS_MOST = 120_000

const notes = new Thread<NotesToMeasure, NotesMeasured>('notes', {
  msMost: NOTES_MS_MOST,
  heapMb: 512,
})
const sound = new Thread<SoundToMeasure, SoundMeasured>('sound', {
  msMost: SOUND_MS_MOST,
  heapMb: 1024,
})

/** What was played and what it measures. @throws TooHeavy when it cannot be read in time */
export function notesMeasured(take: NotesToMeasure): Promise<NotesMeasured> {
  return notes.ask(take)
}

/** What was sounded and what it measures. @throws TooHeavy, Left */
export function soundMeasured(take: SoundToMeasure, asking: Asking = {}): Promise<SoundMeasured> {
  return sound.ask(take, asking)
}
