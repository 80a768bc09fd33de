/** Recordings, pictures and played notes as files. */
export { copyTakes } from './copyTakes'
export type { CopiedTakes } from './copyTakes'
export { BYTES_MOST } from './mediaType'
export { takeStore } from './takeStore'
export type { KeptTake, Staged, StagedTake, TakeStore } from './takeStore'
