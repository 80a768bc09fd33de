/** Recordings, pictures and played notes as files. */
export { BYTES_MOST } from './mediaType'
export { takeStore } from './takeStore'
export type { Kept, TakeStore } from './takeStore'
