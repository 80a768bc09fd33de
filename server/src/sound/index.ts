/** Recordings that are brought: read, and measured beside the server. */
export { readSound } from './readSound'
export type { NotSound, SoundRead } from './readSound'
export { toneFrom } from './toneFrom'
export type { TakeHeard, TakeToHear } from './toneTake'
