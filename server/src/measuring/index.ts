/** Takes that are brought: read, and measured beside the server, whatever is in them. */
export { notesMeasured, soundMeasured } from './beside'
export type { NotesMeasured, NotesToMeasure } from './measureNotes'
export type { SoundMeasured, SoundToMeasure } from './measureSound'
export { PLAYED_MOST, readPlayed } from './readPlayed'
export type { NotPlayed, Played } from './readPlayed'
export { readSound } from './readSound'
export type { NotSound, SoundRead } from './readSound'
